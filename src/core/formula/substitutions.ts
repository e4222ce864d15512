import type { Certainty } from '#core/ingredients';

export const DIETS = ['dairyFree', 'eggFree', 'glutenFree'] as const;
export type Diet = (typeof DIETS)[number];

/** One thing for another, by weight. */
export interface Substitution {
  readonly id: string;
  readonly from: string;
  /** How much of it is replaced. */
  readonly share: number;
  /** Grams for each gram replaced. */
  readonly to: readonly { readonly ingredientId: string; readonly perG: number }[];
  /** For whom it is the first choice. */
  readonly diets: readonly Diet[];
  readonly source: string;
  readonly certainty: Certainty;
}

type Row = readonly [string, string, number, Record<string, number>, readonly Diet[], string, Certainty];

/** A spoon of acid in a cup of milk: 15 g in 245 g. Carries about half of buttermilk's acid (calc) or more, by the acid. Common practice, no source. */
const SOURED = 15 / 245;
/** Butter's own fat and water (FDC), so that both stay what they were. Source: from memory. */
const BUTTER_FAT = 0.811;
const BUTTER_WATER = 0.16; // Source: from memory.
/** Soda and tartar that give the gas of a gram of 12 % powder and leave nothing over (IUPAC weights). */
const SODA_FOR_POWDER = (0.12 / 44.009) * 84.007;
const TARTAR_FOR_POWDER = SODA_FOR_POWDER / 0.4464;

/** Figures are from memory; CP common practice, no source; calc computed from composition or stoichiometry. */
const ROWS: readonly Row[] = [
  ['buttermilkVinegar', 'buttermilk', 1, { milk: 1 - SOURED, vinegar: SOURED }, [], 'extension leaflets', 'high'],
  ['buttermilkLemon', 'buttermilk', 1, { milk: 1 - SOURED, lemonJuice: SOURED }, [], 'extension leaflets', 'high'],
  ['buttermilkYogurt', 'buttermilk', 1, { yogurt: 0.75, milk: 0.25 }, [], 'CP', 'high'],
  ['buttermilkKefir', 'buttermilk', 1, { kefir: 1 }, [], 'CP', 'medium'],
  ['buttermilkOat', 'buttermilk', 1, { oatDrink: 1 - SOURED, vinegar: SOURED }, ['dairyFree'], 'CP', 'medium'],
  ['buttermilkSoy', 'buttermilk', 1, { soyDrink: 1 - SOURED, vinegar: SOURED }, [], 'CP', 'medium'],
  ['milkOat', 'milk', 1, { oatDrink: 1 }, ['dairyFree'], 'CP', 'medium'],
  ['milkSoy', 'milk', 1, { soyDrink: 1 }, [], 'CP', 'medium'],
  ['milkAlmond', 'milk', 1, { almondDrink: 1 }, [], 'CP', 'medium'],
  ['milkRice', 'milk', 1, { riceDrink: 1 }, [], 'CP', 'medium'],
  ['milkWater', 'milk', 1, { water: 0.89, butter: 0.035 }, [], 'calc: water and fat kept', 'medium'],
  ['milkButtermilk', 'milk', 1, { buttermilk: 1 }, [], 'CP', 'high'],
  ['semiOat', 'milkSemi', 1, { oatDrink: 1 }, ['dairyFree'], 'CP', 'medium'],
  ['skimOat', 'milkSkim', 1, { oatDrink: 1 }, ['dairyFree'], 'CP', 'medium'],
  ['yogurtSoy', 'yogurt', 1, { soyDrink: 0.93, lemonJuice: 0.07 }, ['dairyFree'], 'CP', 'low'],
  ['kefirOat', 'kefir', 1, { oatDrink: 1 - SOURED, vinegar: SOURED }, ['dairyFree'], 'CP', 'medium'],
  ['creamCoconut', 'cream', 1, { coconutMilk: 1 }, ['dairyFree'], 'CP', 'medium'],
  [
    'butterOil',
    'butter',
    1,
    { oil: BUTTER_FAT, water: BUTTER_WATER },
    ['dairyFree'],
    'calc: fat and water kept',
    'high',
  ],
  ['butterMargarine', 'butter', 1, { margarine: 1 }, [], 'CP', 'high'],
  [
    'butterCoconut',
    'butter',
    1,
    { coconutOil: BUTTER_FAT, water: BUTTER_WATER },
    [],
    'calc: fat and water kept',
    'high',
  ],
  ['clarifiedOil', 'clarifiedButter', 1, { oil: 1 }, ['dairyFree'], 'calc', 'high'],
  [
    'eggFlax',
    'egg',
    1,
    { groundFlax: 0.14, water: 0.86 },
    ['eggFree'],
    'CP: 7 g in 43 g of water for one egg',
    'medium',
  ],
  ['eggChia', 'egg', 1, { chiaSeed: 0.14, water: 0.86 }, [], 'CP', 'medium'],
  ['eggAquafaba', 'egg', 1, { aquafaba: 0.9 }, [], 'CP: 45 g for one egg', 'medium'],
  ['eggApplesauce', 'egg', 1, { applesauce: 1.2 }, [], 'CP: 60 g for one egg', 'medium'],
  ['eggBanana', 'egg', 1, { banana: 1.2 }, [], 'CP: half a banana for one egg', 'medium'],
  ['whiteAquafaba', 'eggWhite', 1, { aquafaba: 0.9 }, ['eggFree'], 'CP: 30 g for one white', 'low'],
  ['flourBlend', 'plainFlour', 1, { glutenFreeBlend: 0.992, xanthanGum: 0.008 }, ['glutenFree'], 'CP', 'medium'],
  ['flourBuckwheat', 'plainFlour', 1, { buckwheatFlour: 1 }, [], 'CP', 'medium'],
  ['flourOat', 'plainFlour', 1, { oatFlour: 1 }, [], 'CP', 'low'],
  [
    'flourHalfWhole',
    'plainFlour',
    0.5,
    { wholeWheatFlour: 1, water: 0.1 },
    [],
    'CP: whole grain drinks more',
    'medium',
  ],
  ['flourQuarterWhole', 'plainFlour', 0.25, { wholeWheatFlour: 1, water: 0.1 }, [], 'CP', 'medium'],
  ['flourCake', 'plainFlour', 1, { cakeFlour: 1 }, [], 'CP', 'high'],
  ['cakeFromPlain', 'cakeFlour', 1, { plainFlour: 0.875, cornStarch: 0.125 }, [], 'CP: two spoons in a cup', 'high'],
  ['cakeBlend', 'cakeFlour', 1, { glutenFreeBlend: 0.992, xanthanGum: 0.008 }, ['glutenFree'], 'CP', 'medium'],
  ['wholeBlend', 'wholeWheatFlour', 1, { brownRiceFlour: 0.99, psylliumHusk: 0.01 }, ['glutenFree'], 'CP', 'low'],
  ['sugarHoney', 'sugar', 1, { honey: 1.2 }, [], 'calc: sugar kept', 'medium'],
  ['sugarMaple', 'sugar', 1, { mapleSyrup: 1.5 }, [], 'calc: sugar kept', 'medium'],
  ['sugarBrown', 'sugar', 1, { brownSugar: 1 }, [], 'CP', 'high'],
  [
    'powderTartar',
    'bakingPowder',
    1,
    { bakingSoda: SODA_FOR_POWDER, creamOfTartar: TARTAR_FOR_POWDER },
    [],
    'calc: IUPAC weights, 12 % powder',
    'high',
  ],
  ['sodaPowder', 'bakingSoda', 1, { bakingPowder: 4.4 }, [], 'calc: gas kept, 12 % powder', 'high'],
];

export const SUBSTITUTIONS: readonly Substitution[] = ROWS.map(([id, from, share, to, diets, source, certainty]) => ({
  ...{ id, from, share, diets, source, certainty },
  to: Object.entries(to).map(([ingredientId, perG]) => ({ ingredientId, perG })),
}));
