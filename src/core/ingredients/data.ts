import type { Ingredient } from './ingredient.ts';
import { GRAINS } from './data-grains.ts';
import { ACIDS, BINDERS, FLAVOURS, FRUIT, POWDERS, SALTS, SODAS, SUGARS } from './data-small.ts';
import { EGGS, FATS, LIQUIDS } from './data-wet.ts';

/**
 * Ingredients that ship. All figures are from memory of the source named beside each: FDC USDA FoodData Central SR Legacy
 * (2018/19) · AH456 USDA Agriculture Handbook 456 (Adams 1975) · HERR41 USDA Home Economics Research Report 41 (1977) ·
 * Walstra, Dairy Science & Technology · Codex standards by number · CP common practice, no source · calc computed.
 */
export const INGREDIENTS = {
  ...GRAINS,
  ...LIQUIDS,
  ...EGGS,
  ...FATS,
  ...SUGARS,
  ...SALTS,
  ...POWDERS,
  ...SODAS,
  ...ACIDS,
  ...BINDERS,
  ...FRUIT,
  ...FLAVOURS,
} satisfies Record<string, Ingredient>;

/** Ids of the ingredients that ship; a kitchen's own have others. */
export type ShippedId = keyof typeof INGREDIENTS;

export const SHIPPED_IDS = Object.keys(INGREDIENTS) as ShippedId[];
