import { ingredient, type IngredientId } from './data.ts';
import type { Allergen, Composition } from './ingredient.ts';

export interface Amount {
  readonly ingredientId: IngredientId;
  readonly massG: number;
}

/** True component densities near 20 °C, kg/m³. Source: Choi & Okos 1986, at 20 °C, from memory. */
const COMPONENT_DENSITY = { water: 997, protein: 1320, fat: 917, carbohydrate: 1593, ash: 2418 };

/** Composition of a mixture per 100 g of it, and its total mass. A mixture of nothing has no composition: throws RangeError. */
export function mixtureComposition(amounts: readonly Amount[]): Composition & { massG: number; milkSolidsG: number } {
  const sums = { massG: 0, waterG: 0, proteinG: 0, fatG: 0, carbohydrateG: 0, sugarsG: 0, milkSolidsG: 0 };
  for (const { ingredientId, massG } of amounts) {
    const { composition, milkSolidsG } = ingredient(ingredientId);
    sums.massG += massG;
    sums.waterG += (composition.waterG * massG) / 100;
    sums.proteinG += (composition.proteinG * massG) / 100;
    sums.fatG += (composition.fatG * massG) / 100;
    sums.carbohydrateG += (composition.carbohydrateG * massG) / 100;
    sums.sugarsG += (composition.sugarsG * massG) / 100;
    sums.milkSolidsG += (milkSolidsG * massG) / 100;
  }
  if (!(sums.massG > 0)) throw new RangeError('A mixture needs a mass above zero.');
  const per100 = 100 / sums.massG;
  return {
    massG: sums.massG,
    waterG: sums.waterG * per100,
    proteinG: sums.proteinG * per100,
    fatG: sums.fatG * per100,
    carbohydrateG: sums.carbohydrateG * per100,
    sugarsG: sums.sugarsG * per100,
    milkSolidsG: sums.milkSolidsG * per100,
  };
}

/** Density of the mixture without gas, g/mL, by volume additivity of its components (Choi & Okos 1986). */
export function gasFreeDensityGPerMl(amounts: readonly Amount[]): number {
  const c = mixtureComposition(amounts);
  const ashG = Math.max(0, 100 - c.waterG - c.proteinG - c.fatG - c.carbohydrateG);
  const volumeMl =
    (c.waterG / COMPONENT_DENSITY.water +
      c.proteinG / COMPONENT_DENSITY.protein +
      c.fatG / COMPONENT_DENSITY.fat +
      c.carbohydrateG / COMPONENT_DENSITY.carbohydrate +
      ashG / COMPONENT_DENSITY.ash) *
    1000;
  return 100 / volumeMl;
}

/** Allergens in the mixture, each once, in a fixed order. */
export function allergensOf(ingredientIds: readonly IngredientId[]): Allergen[] {
  const order: Allergen[] = ['wheat', 'egg', 'milk'];
  return order.filter((allergen) => ingredientIds.some((id) => ingredient(id).allergens.includes(allergen)));
}
