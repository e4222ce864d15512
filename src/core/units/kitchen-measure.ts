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

/** Fractions for which measuring cups and spoons are sold. Common practice, no source. */
const FRACTIONS: Record<MeasureUnit, readonly (readonly [number, number])[]> = {
  cup: [
    [0, 1],
    [1, 4],
    [1, 3],
    [1, 2],
    [2, 3],
    [3, 4],
    [1, 1],
  ],
  tablespoon: [
    [0, 1],
    [1, 2],
    [1, 1],
  ],
  teaspoon: [
    [0, 1],
    [1, 8],
    [1, 4],
    [1, 2],
    [3, 4],
    [1, 1],
  ],
};

/**
 * The nearest thing a country's set of cups and spoons can measure to `volumeMl`.
 * Cups from a quarter cup up, tablespoons from one up, else teaspoons; a dry rounding to the sold fractions.
 * An amount below a sixteenth of a teaspoon comes back as zero teaspoons: "a pinch" is the caller's word.
 */
export function toKitchenMeasure(volumeMl: number, system: MeasureSystem): KitchenMeasure {
  const holdsMl = MEASURE_ML[system];
  const unit = chooseUnit(volumeMl, holdsMl);
  const amount = volumeMl / holdsMl[unit];
  const whole = Math.floor(amount + 1e-9);
  const rest = amount - whole;
  let best: readonly [number, number] = [0, 1];
  for (const candidate of FRACTIONS[unit]) {
    if (Math.abs(candidate[0] / candidate[1] - rest) < Math.abs(best[0] / best[1] - rest)) best = candidate;
  }
  return best[0] === best[1] ? { unit, whole: whole + 1, fraction: [0, 1] } : { unit, whole, fraction: best };
}

/** Back to millilitres: what the rounded measure really holds. */
export function kitchenMeasureToMl(measure: KitchenMeasure, system: MeasureSystem): number {
  return (measure.whole + measure.fraction[0] / measure.fraction[1]) * MEASURE_ML[system][measure.unit];
}

function chooseUnit(volumeMl: number, holdsMl: Record<MeasureUnit, number>): MeasureUnit {
  if (volumeMl >= holdsMl.cup / 4 - 0.5) return 'cup';
  if (volumeMl >= holdsMl.tablespoon - 0.2) return 'tablespoon';
  return 'teaspoon';
}
