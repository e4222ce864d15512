import { kitchenMeasures, type KitchenMeasure, type MeasureSystem } from '#core/units';
import type { Ingredient, IngredientRole } from './ingredient.ts';

/** How far cups and spoons may be off, as a share: what lifts, sours and salts is felt sooner. Common practice, no source. */
const OFF = { felt: 0.04, other: 0.08 };
export const FELT: ReadonlySet<IngredientRole> = new Set(['powder', 'soda', 'acid', 'salt']);

/**
 * A mass of an ingredient by a country's cups and spoons, each filled as it usually is: the arithmetic alone, a hand's
 * filling comes on top. Null when nobody knows what a cup of it weighs or when no sum of spoons comes near enough: grams
 * lead then. Empty for a pinch.
 */
export function inSpoons(food: Ingredient, massG: number, system: MeasureSystem): readonly KitchenMeasure[] | null {
  const { densityGPerMl: density, role } = food;
  if (density === null) return null;
  return kitchenMeasures(massG / density.value, system, FELT.has(role) ? OFF.felt : OFF.other);
}
