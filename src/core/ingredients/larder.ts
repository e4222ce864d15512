import { INGREDIENTS } from './data.ts';
import type { Ingredient } from './ingredient.ts';

/** What a kitchen cooks with, by id: the shipped ingredients, some of them changed, and its own. */
export type Larder = ReadonlyMap<string, Ingredient>;

/** The shipped ingredients as they are. */
export const SHIPPED_LARDER: Larder = new Map(Object.entries(INGREDIENTS));

const made = new WeakMap<readonly Ingredient[], Larder>();

/** The shipped ingredients with a kitchen's own over them. */
export function larderWith(own: readonly Ingredient[]): Larder {
  let larder = made.get(own);
  if (!larder) {
    larder =
      own.length === 0 ? SHIPPED_LARDER : new Map([...SHIPPED_LARDER, ...own.map((each) => [each.id, each] as const)]);
    made.set(own, larder);
  }
  return larder;
}

/** @throws RangeError when the larder does not have it */
export function ingredientOf(larder: Larder, id: string): Ingredient {
  const found = larder.get(id);
  if (!found) throw new RangeError(`There is no ingredient "${id}" in this kitchen.`);
  return found;
}
