import { minBy } from 'es-toolkit';
import { ML_PER } from './volume.ts';

/** Which country's cups and spoons: a tablespoon is 14.8, 15, 20 or 17.8 mL. */
export const MEASURE_SYSTEMS = ['us', 'metric', 'australian', 'imperial'] as const;
export type MeasureSystem = (typeof MEASURE_SYSTEMS)[number];

/** A volume as a cook measures it: whole units and one spoonable fraction. */
export interface KitchenMeasure {
  readonly unit: 'cup' | 'tablespoon' | 'teaspoon';
  readonly whole: number;
  /** Numerator and denominator of the fraction left over; `[0, 1]` when there is none. */
  readonly fraction: readonly [number, number];
}

type MeasureUnit = KitchenMeasure['unit'];

/** What each holds, mL. */
export const MEASURE_ML: Record<MeasureSystem, Record<MeasureUnit, number>> = {
  us: { cup: ML_PER.usCup, tablespoon: ML_PER.usTablespoon, teaspoon: ML_PER.usTeaspoon },
  metric: { cup: ML_PER.metricCup, tablespoon: ML_PER.metricTablespoon, teaspoon: ML_PER.metricTeaspoon },
  australian: { cup: ML_PER.metricCup, tablespoon: ML_PER.australianTablespoon, teaspoon: ML_PER.metricTeaspoon },
  imperial: { cup: ML_PER.imperialCup, tablespoon: ML_PER.imperialTablespoon, teaspoon: ML_PER.imperialTeaspoon },
};

/** Fractions for which measuring cups and spoons are sold, or that two of them make. Common practice, no source. */
const FRACTIONS: Record<MeasureUnit, readonly (readonly [number, number])[]> = {
  cup: [
    [0, 1],
    [1, 4],
    [1, 3],
    [1, 2],
    [2, 3],
    [3, 4],
  ],
  tablespoon: [
    [0, 1],
    [1, 2],
  ],
  teaspoon: [
    [0, 1],
    [1, 8],
    [1, 4],
    [1, 2],
    [3, 4],
  ],
};
/** The larger of two sizes first. */
const UNITS = ['cup', 'tablespoon', 'teaspoon'] as const;
/** The least that is measured in each. Common practice, no source. */
const LEAST: Record<MeasureUnit, number> = { cup: 1 / 4, tablespoon: 1, teaspoon: 1 / 8 };
/** What a second size, and each spoon that is filled, costs against an error as large as may be. Assumed. */
const COSTS = { secondSize: 0.8, fill: 0.03 };

/**
 * What a country's set of cups and spoons makes of `volumeMl`: one size, or two of which the smaller fills up
 * ("1 tbsp + ½ tsp"), off by no more than the share `within` of it; null when no such sum comes near enough, nothing at
 * all when it is less than half of the smallest spoon.
 */
export function kitchenMeasures(
  volumeMl: number,
  system: MeasureSystem,
  within: number,
): readonly KitchenMeasure[] | null {
  const holdsMl = MEASURE_ML[system];
  if (volumeMl < (LEAST.teaspoon * holdsMl.teaspoon) / 2) return [];
  const sums = UNITS.flatMap((unit, larger) => {
    const next = UNITS[larger - 1];
    const belowMl = next ? LEAST[next] * holdsMl[next] : Infinity; // from there on the larger size is taken
    return around(volumeMl, unit, holdsMl).flatMap((first) => {
      if (heldMl(first, holdsMl) >= belowMl - NOTHING_ML) return [];
      const leftMl = volumeMl - heldMl(first, holdsMl);
      if (leftMl < NOTHING_ML) return [[first]];
      if (unit === 'teaspoon') return [[first], [first, EIGHTH]];
      const leastMl = LEAST[unit] * holdsMl[unit];
      const seconds = UNITS.slice(larger + 1).flatMap((each) => around(leftMl, each, holdsMl));
      const fillUp = seconds.filter((second) => heldMl(second, holdsMl) < leastMl - NOTHING_ML);
      return [[first], ...fillUp.map((second) => [first, second])];
    });
  });
  const off = (sum: readonly KitchenMeasure[]) =>
    Math.abs(kitchenMeasureMl(sum, system) - volumeMl) / (within * volumeMl);
  const near = sums.filter((sum) => off(sum) <= 1);
  return minBy(near, (sum) => off(sum) + COSTS.secondSize * sum.length + COSTS.fill * fills(sum)) ?? null;
}
const NOTHING_ML = 1e-6; // Numerical.
/** The smallest spoon, to fill up with. Common practice, no source. */
const EIGHTH: KitchenMeasure = { unit: 'teaspoon', whole: 0, fraction: [1, 8] };

/** How many cups and spoons are filled. */
const fills = (sum: readonly KitchenMeasure[]) =>
  sum.reduce((count, { whole, fraction }) => count + whole + (fraction[0] > 0 ? 1 : 0), 0);

/** What cups and spoons hold together, mL. */
export function kitchenMeasureMl(measures: readonly KitchenMeasure[], system: MeasureSystem): number {
  return measures.reduce((sum, measure) => sum + heldMl(measure, MEASURE_ML[system]), 0);
}

const heldMl = ({ unit, whole, fraction: [over, under] }: KitchenMeasure, holdsMl: Record<MeasureUnit, number>) =>
  (whole + over / under) * holdsMl[unit];

/** The amounts of one size next below and next above a volume. */
function around(volumeMl: number, unit: MeasureUnit, holdsMl: Record<MeasureUnit, number>): KitchenMeasure[] {
  const amount = volumeMl / holdsMl[unit];
  const whole = Math.floor(amount + 1e-9);
  const sizes = [whole, whole + 1].flatMap((n) =>
    FRACTIONS[unit].map((fraction): KitchenMeasure => ({ unit, whole: n, fraction })),
  );
  const of = ({ whole: n, fraction: [over, under] }: KitchenMeasure) => n + over / under;
  const above = sizes.findIndex((size) => of(size) >= amount - 1e-9);
  return sizes.slice(Math.max(0, above - 1), above + 1).filter((size) => of(size) >= LEAST[unit] - 1e-9);
}
