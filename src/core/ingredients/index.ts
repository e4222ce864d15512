export { INGREDIENTS, INGREDIENT_IDS, ingredient, type IngredientId } from './data.ts';
export { EGG_CLASSES, EGG_CLASS_IDS, edibleEggG, type EggClass } from './eggs.ts';
export type { Allergen, Composition, Ingredient, IngredientRole } from './ingredient.ts';
export { allergensOf, gasFreeDensityGPerMl, mixtureComposition, type Amount } from './mixture.ts';
