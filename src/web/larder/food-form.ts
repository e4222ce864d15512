import * as v from 'valibot';
import {
  ALLERGENS,
  INGREDIENT_ROLES,
  type Allergen,
  type Composition,
  type Figure,
  type Ingredient,
  type IngredientRole,
} from '#core/ingredients';
import { at, figure, filled, orNothing, ofForm } from '../forms/fields.ts';
import { t } from '../words/index.ts';

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
  openedOn: string;
}

export const PARTS = ['waterG', 'proteinG', 'fatG', 'carbohydrateG', 'sugarsG'] as const;

const text = (value: number | undefined, digits: number) =>
  value === undefined ? '' : String(Number(value.toFixed(digits)));

export function foodForm(food: Ingredient | null, cupMl: number, name: string): FoodForm {
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
    ...{ useBy: food?.useBy ?? '', openedOn: food?.openedOn ?? '' },
    ...{ allergens: [...(food?.allergens ?? [])], co2: text(food?.co2Percent?.value, 1) },
  };
}

/** A cup of no food weighs more than this, g: lead shot would. */
const MAX_CUP_G = 2000;
/** The strongest powder gives this, % of its weight. Common practice, no source. */
const MAX_CO2_PERCENT = 60;
/** A figure that may be unknown: what was left empty is unknown, not zero. */
const known = (low: number, high: number) => orNothing(figure(low, high, undefined, () => t('larder.error.number')));
const ofHundredG = known(0, 100);
const ofCup = known(0, MAX_CUP_G);

/** What is typed of an ingredient that `food` was before, and the ingredient it means. */
export function foodSchema(
  food: Ingredient | null,
  { id, cupMl, ownWord }: { readonly id: string; readonly cupMl: number; readonly ownWord: boolean },
): v.GenericSchema<FoodForm, Ingredient> {
  const common = {
    name: ownWord ? filled(() => t('larder.error.name')) : v.string(),
    ...{ cupG: ofCup, cupLow: ofCup, cupHigh: ofCup, source: v.pipe(v.string(), v.trim()) },
    ...{ waterG: ofHundredG, proteinG: ofHundredG, fatG: ofHundredG },
    ...{ carbohydrateG: ofHundredG, sugarsG: ofHundredG },
    allergens: v.array(v.picklist(ALLERGENS)),
    useBy: v.string(),
    openedOn: v.string(),
  };
  const roles = v.variant('role', [
    v.object({ role: v.literal('powder'), co2: known(0.1, MAX_CO2_PERCENT), ...common }),
    v.object({ role: v.picklist(INGREDIENT_ROLES.filter((role) => role !== 'powder')), ...common }),
  ]);
  return v.pipe(
    ofForm<FoodForm>()(roles),
    v.rawCheck(({ dataset, addIssue }) => {
      if (!dataset.typed) return;
      const { value } = dataset;
      const { cupG, cupLow = cupG, cupHigh = cupG } = value;
      if (cupG !== undefined && !(cupLow! <= cupG && cupG <= cupHigh!))
        addIssue({ message: t('larder.error.range'), path: at(value, 'cupG') });
      const unknown = PARTS.filter((part) => value[part] === undefined);
      if (unknown.length > 0 && unknown.length < PARTS.length)
        addIssue({ message: t('larder.error.whole'), path: at(value, unknown[0]!) });
    }),
    v.transform((value): Ingredient => {
      const { co2Percent, ...before } = food ?? { milkSolidsG: 0, co2Percent: undefined };
      return {
        ...before,
        ...strengthOf('co2' in value ? value.co2 : undefined, co2Percent),
        ...{ id, role: value.role, densityGPerMl: densityOf(value, cupMl), composition: compositionOf(value, food) },
        ...(ownWord ? { name: value.name } : {}),
        allergens: ALLERGENS.filter((each) => value.allergens.includes(each)),
        useBy: value.useBy || null,
        openedOn: value.openedOn || null,
      };
    }),
  );
}

interface Cup {
  readonly cupG?: number | undefined;
  readonly cupLow?: number | undefined;
  readonly cupHigh?: number | undefined;
  readonly source: string;
}
const densityOf = ({ cupG, cupLow = cupG, cupHigh = cupG, source }: Cup, cupMl: number): Figure | null =>
  cupG === undefined
    ? null
    : {
        ...{ value: cupG / cupMl, low: cupLow! / cupMl, high: cupHigh! / cupMl },
        ...{ source: source || 'this kitchen', certainty: 'medium' },
      };

type Parts = { readonly [Part in (typeof PARTS)[number]]?: number | undefined };
function compositionOf(value: Parts, food: Ingredient | null): Composition | null {
  const { waterG, proteinG, fatG, carbohydrateG, sugarsG } = value;
  if (waterG === undefined) return null;
  return {
    fibreG: food?.composition?.fibreG ?? 0,
    ...{ waterG, proteinG: proteinG!, fatG: fatG!, carbohydrateG: carbohydrateG!, sugarsG: sugarsG! },
  };
}

/** Its own strength is known; the shipped one keeps its range. */
function strengthOf(co2: number | undefined, before: Figure | undefined): Pick<Ingredient, 'co2Percent'> {
  if (co2 !== undefined && co2 !== before?.value)
    return { co2Percent: { value: co2, low: co2, high: co2, source: 'its label', certainty: 'medium' } };
  return before ? { co2Percent: before } : {};
}
