import { describe, expect, it } from '@jest/globals';
import { normal, seedFrom, seeded } from '#core/statistics';

describe('chance', () => {
  it('is the same for a seed and differs between seeds', () => {
    const draw = (seed: number) => Array.from({ length: 3 }, seeded(seed));
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    expect(seedFrom('a', 1)).not.toBe(seedFrom('b', 1));
  });

  it('normal deviates have mean 0 and spread 1', () => {
    const random = seeded(3);
    const values = Array.from({ length: 4000 }, () => normal(random));
    const mean = values.reduce((sum, x) => sum + x, 0) / values.length;
    const sd = Math.sqrt(values.reduce((sum, x) => sum + (x - mean) ** 2, 0) / values.length);
    expect(Math.abs(mean)).toBeLessThan(0.06); // about four standard errors
    expect(Math.abs(sd - 1)).toBeLessThan(0.05);
  });
});
