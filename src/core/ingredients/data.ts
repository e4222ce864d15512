import type { Ingredient } from './ingredient.ts';

/**
 * Ingredients of the shipped formulas.
 * Composition and density: USDA FoodData Central, SR Legacy (2018/19), from memory, certainty high unless marked.
 * Flour density spooned: FDC and USDA Agriculture Handbook 456 (Adams 1975). Ranges: AH456 and common practice.
 */
export const INGREDIENTS = {
  plainFlour: {
    id: 'plainFlour',
    role: 'grain',
    densityGPerMl: { value: 0.528, low: 0.486, high: 0.55 }, // spooned and levelled: 125 g a cup, 115–130
    composition: { waterG: 11.9, proteinG: 10.3, fatG: 1.0, carbohydrateG: 76.3, sugarsG: 0.3 },
    allergens: ['wheat'],
    milkSolidsG: 0,
  },
  bakingPowder: {
    id: 'bakingPowder',
    role: 'powder',
    densityGPerMl: { value: 0.93, low: 0.77, high: 1.01 }, // 4.6 g a teaspoon, 3.8–5.0
    composition: { waterG: 5, proteinG: 0, fatG: 0, carbohydrateG: 28, sugarsG: 0 }, // starch filler; certainty low
    allergens: [],
    milkSolidsG: 0,
  },
  bakingSoda: {
    id: 'bakingSoda',
    role: 'soda',
    densityGPerMl: { value: 0.93, low: 0.9, high: 1.0 }, // 4.6 g a teaspoon
    composition: { waterG: 0.2, proteinG: 0, fatG: 0, carbohydrateG: 0, sugarsG: 0 },
    allergens: [],
    milkSolidsG: 0,
  },
  salt: {
    id: 'salt',
    role: 'salt',
    densityGPerMl: { value: 1.234, low: 1.1, high: 1.3 }, // fine salt, 6 g a teaspoon
    composition: { waterG: 0.2, proteinG: 0, fatG: 0, carbohydrateG: 0, sugarsG: 0 },
    allergens: [],
    milkSolidsG: 0,
  },
  sugar: {
    id: 'sugar',
    role: 'sugar',
    densityGPerMl: { value: 0.845, low: 0.824, high: 0.866 }, // granulated, 200 g a cup, 195–205
    composition: { waterG: 0.02, proteinG: 0, fatG: 0, carbohydrateG: 99.98, sugarsG: 99.8 },
    allergens: [],
    milkSolidsG: 0,
  },
  egg: {
    id: 'egg',
    role: 'egg',
    densityGPerMl: { value: 1.027, low: 1.02, high: 1.04 }, // whole egg liquid, 243 g a cup
    composition: { waterG: 76.15, proteinG: 12.56, fatG: 9.51, carbohydrateG: 0.72, sugarsG: 0.37 },
    allergens: ['egg'],
    milkSolidsG: 0,
  },
  buttermilk: {
    id: 'buttermilk',
    role: 'liquid',
    densityGPerMl: { value: 1.036, low: 1.03, high: 1.045 },
    composition: { waterG: 90.1, proteinG: 3.3, fatG: 0.9, carbohydrateG: 4.8, sugarsG: 4.8 },
    allergens: ['milk'],
    milkSolidsG: 9.0,
  },
  milk: {
    id: 'milk',
    role: 'liquid',
    densityGPerMl: { value: 1.031, low: 1.028, high: 1.034 },
    composition: { waterG: 88.1, proteinG: 3.2, fatG: 3.3, carbohydrateG: 4.8, sugarsG: 4.8 },
    allergens: ['milk'],
    milkSolidsG: 11.3,
  },
  water: {
    id: 'water',
    role: 'liquid',
    densityGPerMl: { value: 0.9982, low: 0.997, high: 0.9991 }, // IAPWS-95, 20 °C
    composition: { waterG: 100, proteinG: 0, fatG: 0, carbohydrateG: 0, sugarsG: 0 },
    allergens: [],
    milkSolidsG: 0,
  },
  butter: {
    id: 'butter',
    role: 'fat',
    densityGPerMl: { value: 0.92, low: 0.9, high: 0.96 }, // melted, by mixing rule; solid 0.959 (FDC)
    composition: { waterG: 16, proteinG: 0.85, fatG: 81.1, carbohydrateG: 0.06, sugarsG: 0.06 },
    allergens: ['milk'],
    milkSolidsG: 0.9,
  },
} as const satisfies Record<string, Ingredient>;

export type IngredientId = keyof typeof INGREDIENTS;

export const INGREDIENT_IDS = Object.keys(INGREDIENTS) as IngredientId[];

export function ingredient(id: IngredientId): Ingredient {
  return INGREDIENTS[id];
}
