import type { MeasureSystem } from '#core/units';
import { saidAmount } from '#core/written';
import { eggPartG, type EggClass } from './eggs.ts';
import type { Ingredient } from './ingredient.ts';

/** In what a bare number counts, and whose cups and eggs. */
export interface SaidIn {
  readonly system: MeasureSystem;
  readonly eggClass: EggClass;
  /** Grams of a bare number's unit: 1, or an ounce. */
  readonly plainG: number;
}

/**
 * Grams of an ingredient as a cook types it: "200", "7 oz", "1/3 cup", "1 cup + 2 tbsp", "3 eggs". Null for what is no
 * amount, and for a volume of what nobody knows the density of.
 */
export function saidMassG(text: string, food: Ingredient, { system, eggClass, plainG }: SaidIn): number | null {
  const eggG = eggPartG(food.id, eggClass);
  const counted = eggG === null ? null : /^\s*(\d+(?:[.,]5)?|½)\s*(?:eggs?|whites?|yolks?)\s*$/i.exec(text);
  if (counted && eggG !== null) return (counted[1] === '½' ? 0.5 : Number(counted[1]!.replace(',', '.'))) * eggG;
  const parts = saidAmount(text, system);
  if (!parts) return null;
  let sum = 0;
  for (const { value, unit } of parts) {
    if (unit === null) sum += value * plainG;
    else if (unit.kind === 'mass') sum += value * unit.g;
    else if (unit.kind === 'volume' && food.densityGPerMl) sum += value * unit.ml * food.densityGPerMl.value;
    else return null;
  }
  return sum;
}
