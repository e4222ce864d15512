export { INGREDIENTS, SHIPPED_IDS, type ShippedId } from './data.ts';
export { EGG_CLASSES, EGG_CLASS_IDS, edibleEggG, eggPartG, type EggClass } from './eggs.ts';
export {
  ALLERGENS,
  INGREDIENT_ROLES,
  IngredientSchema,
  type Allergen,
  type Certainty,
  type Composition,
  type Figure,
  type Ingredient,
  type IngredientRole,
  type MeasuredAs,
} from './ingredient.ts';
export { SHIPPED_LARDER, ingredientOf, larderWith, type Larder } from './larder.ts';
export {
  allergensOf,
  gasFreeDensityGPerMl,
  massByRole,
  mixtureComposition,
  volumeOf100gMl,
  type Amount,
} from './mixture.ts';
export { FELT, inSpoons } from './in-spoons.ts';
export { saidMassG } from './said-mass.ts';
export { massOfMeasure, measuredDensity } from './measure.ts';
