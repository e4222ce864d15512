import { ALLERGENS, type Allergen, type Composition, type IngredientRole } from './ingredient.ts';
import { ingredientOf, type Larder } from './larder.ts';

export interface Amount {
  readonly ingredientId: string;
  /** Null: nobody knows how much. It is left out of sums and named as a gap, never taken as zero. */
  readonly massG: number | null;
}

/** Composition of what is known of a mixture, per 100 g of it. */
export interface Mixture extends Composition {
  readonly massG: number;
  readonly milkSolidsG: number;
  /** Ids left out, because their amount or their composition is unknown. */
  readonly gaps: readonly string[];
}

/** True component densities near 20 °C, kg/m³. Source: Choi & Okos 1986, at 20 °C, from memory. */
const COMPONENT_DENSITY = { water: 997, protein: 1320, fat: 917, carbohydrate: 1593, ash: 2418 };

const PARTS = ['waterG', 'proteinG', 'fatG', 'carbohydrateG', 'fibreG', 'sugarsG'] as const;

/** Composition of a mixture per 100 g of it, and its total mass. A mixture of nothing has no composition: throws RangeError. */
export function mixtureComposition(amounts: readonly Amount[], larder: Larder): Mixture {
  const sums = { waterG: 0, proteinG: 0, fatG: 0, carbohydrateG: 0, fibreG: 0, sugarsG: 0 };
  let totalG = 0;
  let milkG = 0;
  const gaps: string[] = [];
  for (const { ingredientId, massG } of amounts) {
    const { composition, milkSolidsG } = ingredientOf(larder, ingredientId);
    if (massG === null || composition === null) {
      gaps.push(ingredientId);
      continue;
    }
    totalG += massG;
    milkG += (milkSolidsG * massG) / 100;
    for (const part of PARTS) sums[part] += (composition[part] * massG) / 100;
  }
  if (!(totalG > 0)) throw new RangeError('A mixture needs a mass above zero.');
  const per100 = 100 / totalG;
  for (const part of PARTS) sums[part] *= per100;
  return { ...sums, massG: totalG, milkSolidsG: milkG * per100, gaps };
}

/** Density of the mixture without gas, g/mL, by volume additivity of its components (Choi & Okos 1986). */
export function gasFreeDensityGPerMl(amounts: readonly Amount[], larder: Larder): number {
  const mixture = mixtureComposition(amounts, larder);
  return 100 / volumeOf100gMl(mixture);
}

/** Volume of 100 g of a food without gas, mL, by its composition. */
export function volumeOf100gMl(c: Composition): number {
  const ashG = Math.max(0, 100 - c.waterG - c.proteinG - c.fatG - c.carbohydrateG);
  return (
    (c.waterG / COMPONENT_DENSITY.water +
      c.proteinG / COMPONENT_DENSITY.protein +
      c.fatG / COMPONENT_DENSITY.fat +
      c.carbohydrateG / COMPONENT_DENSITY.carbohydrate +
      ashG / COMPONENT_DENSITY.ash) *
    1000
  );
}

/** Known grams of a role. */
export function massByRole(amounts: readonly Amount[], role: IngredientRole, larder: Larder): number {
  return amounts
    .filter((amount) => ingredientOf(larder, amount.ingredientId).role === role)
    .reduce((sum, amount) => sum + (amount.massG ?? 0), 0);
}

/** Allergens in ingredients, each once, in a fixed order. */
export function allergensOf(ingredientIds: readonly string[], larder: Larder): Allergen[] {
  return ALLERGENS.filter((allergen) =>
    ingredientIds.some((id) => ingredientOf(larder, id).allergens.includes(allergen)),
  );
}
