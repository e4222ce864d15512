import { INGREDIENTS } from './data.ts';
import type { Ingredient } from './ingredient.ts';

/** What a kitchen cooks with, by id: the shipped ingredients, some of them changed, and its own. */
export type Larder = ReadonlyMap<string, Ingredient>;

/** The shipped ingredients as they are. */
export const SHIPPED_LARDER: Larder = new Map(Object.entries(INGREDIENTS));

/** The shipped ingredients with a kitchen's own over them. */
export function larderWith(own: readonly Ingredient[]): Larder {
  if (own.length === 0) return SHIPPED_LARDER;
  return new Map([...SHIPPED_LARDER, ...own.map((each) => [each.id, each] as const)]);
}

/** @throws RangeError when the larder does not have it */
export function ingredientOf(larder: Larder, id: string): Ingredient {
  const found = larder.get(id);
  if (!found) throw new RangeError(`There is no ingredient "${id}" in this kitchen.`);
  return found;
}
