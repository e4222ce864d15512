import {
  ALLERGENS,
  type Allergen,
  type Composition,
  type Figure,
  type Ingredient,
  type IngredientRole,
} from '#core/ingredients';
import { readFigure } from '../parts/read-figure.ts';

/** What stands in the form, as typed. */
export interface FoodForm {
  name: string;
  role: IngredientRole;
  cupG: string;
  cupLow: string;
  cupHigh: string;
  source: string;
  waterG: string;
  proteinG: string;
  fatG: string;
  carbohydrateG: string;
  sugarsG: string;
  allergens: Allergen[];
  co2: string;
  useBy: string;
}

export const PARTS = ['waterG', 'proteinG', 'fatG', 'carbohydrateG', 'sugarsG'] as const;

const text = (value: number | undefined, digits: number) =>
  value === undefined ? '' : String(Number(value.toFixed(digits)));

export function formOf(food: Ingredient | null, cupMl: number, name: string): FoodForm {
  const density = food?.densityGPerMl ?? undefined;
  const composition = food?.composition ?? undefined;
  return {
    ...{ name, role: food?.role ?? 'grain' },
    ...{
      cupG: text(density && density.value * cupMl, 0),
      cupLow: text(density && density.low * cupMl, 0),
      cupHigh: text(density && density.high * cupMl, 0),
    },
    source: density?.source ?? '',
    ...{
      waterG: text(composition?.waterG, 2),
      proteinG: text(composition?.proteinG, 2),
      fatG: text(composition?.fatG, 2),
    },
    ...{ carbohydrateG: text(composition?.carbohydrateG, 2), sugarsG: text(composition?.sugarsG, 2) },
    ...{ allergens: [...(food?.allergens ?? [])], useBy: food?.useBy ?? '', co2: text(food?.co2Percent?.value, 1) },
  };
}

export type FormError = 'name' | 'number' | 'range' | 'whole';

/** The ingredient a form means, or what is wrong by field. What was left empty is unknown, not zero. */
export function readForm(
  form: FoodForm,
  food: Ingredient | null,
  id: string,
  cupMl: number,
  ownWord: boolean,
): { food: Ingredient } | { errors: Partial<Record<keyof FoodForm, FormError>> } {
  const errors: Partial<Record<keyof FoodForm, FormError>> = {};
  const read = (field: 'co2' | 'cupG' | 'cupLow' | 'cupHigh' | (typeof PARTS)[number]): number | null => {
    const written = form[field].trim();
    if (written === '') return null;
    const value = readFigure(written);
    if (!Number.isFinite(value) || value < 0) errors[field] = 'number';
    return value;
  };
  if (ownWord && form.name.trim() === '') errors.name = 'name';
  const cupG = read('cupG');
  let density: Figure | null = null;
  if (cupG !== null) {
    const low = read('cupLow') ?? cupG;
    const high = read('cupHigh') ?? cupG;
    if (!(low <= cupG && cupG <= high)) errors.cupG = 'range';
    density = {
      ...{ value: cupG / cupMl, low: low / cupMl, high: high / cupMl },
      ...{ source: form.source.trim() || 'this kitchen', certainty: 'medium' },
    };
  }
  const parts = PARTS.map((part) => [part, read(part)] as const);
  const known = parts.filter(([, value]) => value !== null);
  if (known.length > 0 && known.length < PARTS.length) errors[parts.find(([, value]) => value === null)![0]] = 'whole';
  const composition =
    known.length === PARTS.length
      ? ({ fibreG: food?.composition?.fibreG ?? 0, ...Object.fromEntries(parts) } as unknown as Composition)
      : null;
  const co2 = form.role === 'powder' ? read('co2') : null;
  if (co2 !== null && !(co2 > 0 && co2 <= 60)) errors.co2 = 'number';
  if (Object.keys(errors).length > 0) return { errors };
  const { co2Percent: strength, ...before } = food ?? { milkSolidsG: 0, co2Percent: undefined };
  // its own strength is known; the shipped one keeps its range
  const co2Percent: Figure | undefined =
    co2 === null || co2 === strength?.value
      ? strength
      : { value: co2, low: co2, high: co2, source: 'its label', certainty: 'medium' };
  return {
    food: {
      ...before,
      ...(co2Percent ? { co2Percent } : {}),
      ...{ id, role: form.role, densityGPerMl: density, composition },
      ...(ownWord ? { name: form.name.trim() } : {}),
      allergens: ALLERGENS.filter((each) => form.allergens.includes(each)),
      ...(form.useBy ? { useBy: form.useBy } : { useBy: null }),
    },
  };
}
