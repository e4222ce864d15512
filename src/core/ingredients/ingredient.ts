/** Grams per 100 g of the food. Carbohydrate is total by difference (fibre included). */
export interface Composition {
  readonly waterG: number;
  readonly proteinG: number;
  readonly fatG: number;
  readonly carbohydrateG: number;
  readonly sugarsG: number;
}

export type IngredientRole = 'grain' | 'liquid' | 'egg' | 'fat' | 'sugar' | 'salt' | 'powder' | 'soda';

export interface Ingredient {
  readonly id: string;
  readonly role: IngredientRole;
  /** Bulk density as a cook measures it: best value and the range seen, g/mL. */
  readonly densityGPerMl: { readonly value: number; readonly low: number; readonly high: number };
  readonly composition: Composition;
  readonly allergens: readonly Allergen[];
  /** Share of the dry mass that is milk solids (protein, fat and lactose of milk). */
  readonly milkSolidsG: number;
}

export type Allergen = 'wheat' | 'egg' | 'milk';
