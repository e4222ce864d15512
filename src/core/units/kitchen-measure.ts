import { ML_PER } from './volume.ts';

/** A volume as a cook measures it: whole units and one spoonable fraction. */
export interface KitchenMeasure {
  readonly unit: 'cup' | 'tablespoon' | 'teaspoon';
  readonly whole: number;
  /** Numerator and denominator of the fraction left over; `[0, 1]` when there is none. */
  readonly fraction: readonly [number, number];
}

type MeasureUnit = KitchenMeasure['unit'];

const US_ML: Record<MeasureUnit, number> = {
  cup: ML_PER.usCup,
  tablespoon: ML_PER.usTablespoon,
  teaspoon: ML_PER.usTeaspoon,
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
 * The nearest thing a set of US cups and spoons can measure to `volumeMl`.
 * Cups from a quarter cup up, tablespoons from one up, else teaspoons; a dry rounding to the sold fractions.
 * An amount below a sixteenth of a teaspoon comes back as zero teaspoons: "a pinch" is the caller's word.
 */
export function toKitchenMeasure(volumeMl: number): KitchenMeasure {
  const unit = chooseUnit(volumeMl);
  const amount = volumeMl / US_ML[unit];
  const whole = Math.floor(amount + 1e-9);
  const rest = amount - whole;
  let best: readonly [number, number] = [0, 1];
  for (const candidate of FRACTIONS[unit]) {
    if (Math.abs(candidate[0] / candidate[1] - rest) < Math.abs(best[0] / best[1] - rest)) best = candidate;
  }
  return best[0] === best[1] ? { unit, whole: whole + 1, fraction: [0, 1] } : { unit, whole, fraction: best };
}

/** Back to millilitres: what the rounded measure really holds. */
export function kitchenMeasureToMl(measure: KitchenMeasure): number {
  return (measure.whole + measure.fraction[0] / measure.fraction[1]) * US_ML[measure.unit];
}

function chooseUnit(volumeMl: number): MeasureUnit {
  if (volumeMl >= US_ML.cup / 4 - 0.5) return 'cup';
  if (volumeMl >= US_ML.tablespoon - 0.2) return 'tablespoon';
  return 'teaspoon';
}
