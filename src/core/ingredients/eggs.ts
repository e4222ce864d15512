/**
 * Egg classes.
 * US: AMS 56 weight classes (minimum a dozen in shell) with shell-less grams from FoodData Central.
 * EU: Regulation 589/2008 Art. 4 classes; shell-less = shell mass × 0.885 (Stadelman & Cotterill, 4th ed.).
 * White and yolk: split 66 to 34 of a US large egg (FDC), applied to all; a bigger egg has a smaller share of yolk. From memory.
 */
export const EGG_CLASSES = {
  usSmall: { edibleG: 38, whiteG: 25, shellMinimumG: 42.5 },
  usMedium: { edibleG: 44, whiteG: 29, shellMinimumG: 49.6 },
  usLarge: { edibleG: 50, whiteG: 33, shellMinimumG: 56.7 },
  usExtraLarge: { edibleG: 56, whiteG: 37, shellMinimumG: 63.8 },
  usJumbo: { edibleG: 63, whiteG: 42, shellMinimumG: 70.9 },
  euS: { edibleG: 46, whiteG: 30, shellMinimumG: 45 },
  euM: { edibleG: 51, whiteG: 34, shellMinimumG: 53 },
  euL: { edibleG: 60, whiteG: 40, shellMinimumG: 63 },
  euXL: { edibleG: 66, whiteG: 44, shellMinimumG: 73 },
} as const;

export type EggClass = keyof typeof EGG_CLASSES;

export const EGG_CLASS_IDS = Object.keys(EGG_CLASSES) as EggClass[];

/** Grams of egg without its shell, per egg of the class. */
export function edibleEggG(eggClass: EggClass): number {
  return EGG_CLASSES[eggClass].edibleG;
}

/** Grams that one egg of the class gives of whole egg, white or yolk; null for what is not of an egg. */
export function eggPartG(ingredientId: string, eggClass: EggClass): number | null {
  const { edibleG, whiteG } = EGG_CLASSES[eggClass];
  if (ingredientId === 'egg') return edibleG;
  if (ingredientId === 'eggWhite') return whiteG;
  if (ingredientId === 'eggYolk') return edibleG - whiteG;
  return null;
}
