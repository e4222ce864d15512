import { describe, expect, it } from '@jest/globals';
import {
  EGG_CLASSES,
  INGREDIENTS,
  INGREDIENT_IDS,
  allergensOf,
  gasFreeDensityGPerMl,
  ingredient,
  mixtureComposition,
} from '#core/ingredients';
import { linesFor } from '#core/formula';
import { ML_PER } from '#core/units';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

describe('ingredient data', () => {
  it.each(INGREDIENT_IDS)(
    '%s: parts do not exceed the whole, sugar is part of carbohydrate, the best density is in its range',
    (id) => {
      const { composition: c, densityGPerMl: d } = ingredient(id);
      expect(c.waterG + c.proteinG + c.fatG + c.carbohydrateG).toBeLessThanOrEqual(101);
      expect(c.sugarsG).toBeLessThanOrEqual(c.carbohydrateG + 1e-9);
      expect(d.low).toBeLessThanOrEqual(d.value);
      expect(d.value).toBeLessThanOrEqual(d.high);
    },
  );

  it('grams a cup as in FoodData Central SR Legacy (from memory): flour 125, sugar 200, milk 244, buttermilk 245, egg 243', () => {
    const cup = (id: keyof typeof INGREDIENTS) => INGREDIENTS[id].densityGPerMl.value * ML_PER.usCup;
    expect(cup('plainFlour')).toBeCloseTo(125, 0);
    expect(cup('sugar')).toBeCloseTo(200, 0);
    expect(cup('milk')).toBeCloseTo(244, 0);
    expect(cup('buttermilk')).toBeCloseTo(245, 0);
    expect(cup('egg')).toBeCloseTo(243, 0);
  });

  it('egg classes: shell-less mass is 86–92 % of the class minimum in shell (shell 9–12 %, Stadelman & Cotterill; minima AMS 56)', () => {
    expect(EGG_CLASSES.usLarge.shellMinimumG).toBeCloseTo((24 * 28.349523125) / 12, 1);
    for (const { edibleG, shellMinimumG } of Object.values(EGG_CLASSES)) {
      expect(edibleG / shellMinimumG).toBeGreaterThan(0.86);
      expect(edibleG / shellMinimumG).toBeLessThan(0.98);
    }
  });
});

describe('mixtures', () => {
  it('add up: half milk, half water is half of each', () => {
    const mix = mixtureComposition([
      { ingredientId: 'milk', massG: 50 },
      { ingredientId: 'water', massG: 50 },
    ]);
    expect(mix.massG).toBe(100);
    expect(mix.waterG).toBeCloseTo((88.1 + 100) / 2, 9);
    expect(mix.milkSolidsG).toBeCloseTo(11.3 / 2, 9);
  });

  it('density without gas: water 1.00, crepe batter near 1.09–1.11, buttermilk batter near 1.15 (calculated in the reference)', () => {
    expect(gasFreeDensityGPerMl([{ ingredientId: 'water', massG: 10 }])).toBeCloseTo(0.997, 3);
    expect(gasFreeDensityGPerMl(linesFor(SKERRY_CREPES, 100))).toBeGreaterThan(1.07);
    expect(gasFreeDensityGPerMl(linesFor(SKERRY_CREPES, 100))).toBeLessThan(1.12);
    expect(gasFreeDensityGPerMl(linesFor(GRIDDLE_CAKES, 100))).toBeGreaterThan(1.11);
    expect(gasFreeDensityGPerMl(linesFor(GRIDDLE_CAKES, 100))).toBeLessThan(1.17);
  });

  it('refuses a mixture of nothing', () => {
    expect(() => mixtureComposition([])).toThrow('mass above zero');
  });

  it('names each allergen once', () => {
    expect(allergensOf(['butter', 'milk', 'plainFlour', 'egg'])).toEqual(['wheat', 'egg', 'milk']);
    expect(allergensOf(['water', 'salt'])).toEqual([]);
  });
});
