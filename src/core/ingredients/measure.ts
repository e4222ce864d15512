import type { Figure, Ingredient, MeasuredAs } from './ingredient.ts';

/** Grams, with the range that a hand's way of filling the measure leaves. */
export interface MassRange {
  readonly massG: number;
  readonly lowG: number;
  readonly highG: number;
}

/** Density of an ingredient filled in some way, g/mL; the usual way when none is named; null when unknown. */
export function measuredDensity(food: Ingredient, as?: MeasuredAs): Figure | null {
  return (as && food.measuredAs?.[as]) ?? food.densityGPerMl;
}

/** What a volume of an ingredient weighs; null when its density is unknown. */
export function massOfMeasure(food: Ingredient, volumeMl: number, as?: MeasuredAs): MassRange | null {
  const density = measuredDensity(food, as);
  return (
    density && {
      massG: volumeMl * density.value,
      lowG: volumeMl * density.low,
      highG: volumeMl * density.high,
    }
  );
}
