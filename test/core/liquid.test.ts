import { describe, expect, it } from '@jest/globals';
import { hydration, inBatter, linesFor, liquidPer100g, SHELF } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { SKERRY_CREPES } from '#demo';

describe('20 two hydrations side by side', () => {
  it('liquid is milk and water by weight; the water that is computed holds what eggs bring and milk lacks', () => {
    // common practice, no source: a classic thin batter takes 190 to 250 g of liquid for 100 g of flour
    const classic = [
      { ingredientId: 'plainFlour', massG: 250 },
      { ingredientId: 'milk', massG: 500 },
      { ingredientId: 'water', massG: 50 },
      { ingredientId: 'egg', massG: 150 },
      { ingredientId: 'butter', massG: 50 },
    ];
    expect(liquidPer100g(classic, SHIPPED_LARDER)).toBeCloseTo(220, 9);
    const { withEggG, withoutEggG } = hydration(classic, SHIPPED_LARDER);
    expect(withoutEggG).toBeLessThan(220); // milk is not all water
    expect(withEggG).toBeGreaterThan(220); // and an egg is three quarters of it
  });

  it('is the formula’s own percentages for every batter of the shelf', () => {
    for (const body of [...SHELF, SKERRY_CREPES]) {
      const amounts = inBatter(body, linesFor(body, 100));
      const own = amounts
        .filter(({ ingredientId }) => SHIPPED_LARDER.get(ingredientId)!.role === 'liquid')
        .reduce((sum, { massG }) => sum + massG!, 0);
      const grainG = amounts
        .filter(({ ingredientId }) => SHIPPED_LARDER.get(ingredientId)!.role === 'grain')
        .reduce((sum, { massG }) => sum + massG!, 0);
      expect(liquidPer100g(amounts, SHIPPED_LARDER)).toBeCloseTo((100 * own) / grainG, 6);
    }
  });

  it('is unknown while a liquid is, and nothing without flour', () => {
    const flour = { ingredientId: 'plainFlour', massG: 100 };
    expect(liquidPer100g([flour, { ingredientId: 'milk', massG: null }], SHIPPED_LARDER)).toBeNull();
    expect(liquidPer100g([flour], SHIPPED_LARDER)).toBe(0);
    expect(() => liquidPer100g([{ ingredientId: 'milk', massG: 100 }], SHIPPED_LARDER)).toThrow('grain');
  });
});
