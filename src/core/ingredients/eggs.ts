/**
 * Egg classes.
 * US: AMS 56 weight classes (minimum a dozen in shell) with shell-less grams from FoodData Central.
 * EU: Regulation 589/2008 Art. 4 classes; shell-less = shell mass × 0.885 (Stadelman & Cotterill, 4th ed.). From memory.
 */
export const EGG_CLASSES = {
  usMedium: { edibleG: 44, shellMinimumG: 49.6 },
  usLarge: { edibleG: 50, shellMinimumG: 56.7 },
  usExtraLarge: { edibleG: 56, shellMinimumG: 63.8 },
  euM: { edibleG: 51, shellMinimumG: 53 },
  euL: { edibleG: 60, shellMinimumG: 63 },
} as const;

export type EggClass = keyof typeof EGG_CLASSES;

export const EGG_CLASS_IDS = Object.keys(EGG_CLASSES) as EggClass[];

/** Grams of egg without its shell, per egg of the class. */
export function edibleEggG(eggClass: EggClass): number {
  return EGG_CLASSES[eggClass].edibleG;
}
