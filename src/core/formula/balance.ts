import { ingredientOf, massByRole, type Amount, type Larder } from '#core/ingredients';
import { FormulaFault } from './fault.ts';
import type { BatterType } from './formula.ts';

/** Water per 100 g of dry grain; the grain's own moisture is left out. */
export interface Hydration {
  readonly withEggG: number;
  readonly withoutEggG: number;
  /** Ids whose water is unknown: not counted. */
  readonly gaps: readonly string[];
}

export interface Band {
  readonly low: number;
  readonly high: number;
}

/**
 * Bands of hydration with egg, per 100 g grain, as advice: textbook synthesis and common practice, whichever is wider;
 * no source. The trade counts liquid without egg for leavened batters: 130 of it is the lowest.
 */
export const HYDRATION_BAND: Record<BatterType, Band> = {
  leavened: { low: 115, high: 240 },
  thin: { low: 165, high: 465 },
  eggRichThin: { low: 205, high: 620 },
  whippedWhite: { low: 150, high: 330 },
  coarseMeal: { low: 140, high: 240 },
  yeast: { low: 110, high: 300 },
  // of another kind nothing is unusual
  other: { low: 0, high: 1000 },
};

/** What stands in a formula, % of grain, by type, as advice: textbook synthesis and common practice, the wider; no source. */
const PART_BANDS: Record<BatterType, Record<'egg' | 'fat' | 'sugar' | 'salt', Band>> = {
  leavened: {
    egg: { low: 22, high: 60 },
    fat: { low: 0, high: 25 },
    sugar: { low: 0, high: 25 },
    salt: { low: 0.3, high: 2 },
  },
  thin: {
    egg: { low: 0, high: 120 },
    fat: { low: 0, high: 30 },
    sugar: { low: 0, high: 15 },
    salt: { low: 0.4, high: 3 },
  },
  eggRichThin: {
    egg: { low: 120, high: 300 },
    fat: { low: 0, high: 30 },
    sugar: { low: 0, high: 15 },
    salt: { low: 0.4, high: 3 },
  },
  whippedWhite: {
    egg: { low: 150, high: 330 },
    fat: { low: 0, high: 15 },
    sugar: { low: 25, high: 75 },
    salt: { low: 0, high: 1 },
  },
  coarseMeal: {
    egg: { low: 25, high: 60 },
    fat: { low: 5, high: 25 },
    sugar: { low: 0, high: 15 },
    salt: { low: 0.8, high: 2 },
  },
  yeast: {
    egg: { low: 0, high: 80 },
    fat: { low: 0, high: 30 },
    sugar: { low: 0, high: 20 },
    salt: { low: 0.5, high: 2.5 },
  },
  other: {
    egg: { low: 0, high: 1000 },
    fat: { low: 0, high: 1000 },
    sugar: { low: 0, high: 1000 },
    salt: { low: 0, high: 1000 },
  },
};

/** A part of a formula against its type's band. */
export interface BandedAmount {
  readonly part: BandedPart;
  readonly percent: number;
  readonly band: Band;
  readonly stands: 'below' | 'within' | 'above';
}

/** Egg, added fat, sugar and salt, % of grain, against the bands of a type. @throws FormulaFault without grain */
export function partsAgainstBands(amounts: readonly Amount[], type: BatterType, larder: Larder): BandedAmount[] {
  const grainG = grainOf(amounts, larder);
  return (['egg', 'fat', 'sugar', 'salt'] as const).map((part) => {
    const percent = (massByRole(amounts, part, larder) * 100) / grainG;
    const band = PART_BANDS[type][part];
    return { part, percent, band, stands: againstBand(percent, band) };
  });
}

type BandedPart = keyof (typeof PART_BANDS)['leavened'];

/** Where a figure stands to its band. */
export function againstBand(value: number, { low, high }: Band): 'below' | 'within' | 'above' {
  return value < low ? 'below' : value > high ? 'above' : 'within';
}

/** Hydration of amounts. @throws FormulaFault without grain. */
export function hydration(amounts: readonly Amount[], larder: Larder): Hydration {
  const grainG = grainOf(amounts, larder);
  let egg = 0;
  let other = 0;
  const gaps: string[] = [];
  for (const { ingredientId, massG } of amounts) {
    const { role, composition } = ingredientOf(larder, ingredientId);
    if (role === 'grain') continue;
    if (massG === null || composition === null) gaps.push(ingredientId);
    else if (role === 'egg') egg += (massG * composition.waterG) / 100;
    else other += (massG * composition.waterG) / 100;
  }
  return { withEggG: ((egg + other) * 100) / grainG, withoutEggG: (other * 100) / grainG, gaps };
}

/**
 * Liquid per 100 g of grain, g, as cooks count it: milk, water and the like by weight, no egg and no fat. Null while the
 * amount of one of them is unknown. @throws FormulaFault without grain
 */
export function liquidPer100g(amounts: readonly Amount[], larder: Larder): number | null {
  const isLiquid = ({ ingredientId }: Amount) => ingredientOf(larder, ingredientId).role === 'liquid';
  if (amounts.some((amount) => isLiquid(amount) && amount.massG === null)) return null;
  return (massByRole(amounts, 'liquid', larder) * 100) / grainOf(amounts, larder);
}

/** Known grams of dry flour, meal and starch. @throws FormulaFault without any. */
export function grainOf(amounts: readonly Amount[], larder: Larder): number {
  const grainG = massByRole(amounts, 'grain', larder);
  if (!(grainG > 0)) throw new FormulaFault('noGrain', 'A batter needs grain above zero.', 'lines');
  return grainG;
}
