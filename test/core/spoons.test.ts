import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { SHIPPED_LARDER, inSpoons } from '#core/ingredients';
import { MEASURE_ML, MEASURE_SYSTEMS, kitchenMeasureMl, type KitchenMeasure } from '#core/units';

const read = (measures: readonly KitchenMeasure[] | null) =>
  measures?.map(({ unit, whole, fraction: [over, under] }) => `${whole}${over ? ` ${over}/${under}` : ''} ${unit}`) ??
  null;
const food = (id: string) => SHIPPED_LARDER.get(id)!;
const heldG = (id: string, measures: readonly KitchenMeasure[], system: (typeof MEASURE_SYSTEMS)[number]) =>
  food(id).densityGPerMl!.value * kitchenMeasureMl(measures, system);

describe('20 spoons do not lie about what matters', () => {
  it.each([
    ['bakingPowder', 16],
    ['bakingPowder', 18],
    ['salt', 2.3],
  ])('%s, %d g comes within 4 %% by a sum of real spoons', (id, massG) => {
    const measures = inSpoons(food(id), massG, 'us')!;
    expect([read(measures), Math.abs(heldG(id, measures, 'us') / massG - 1) <= 0.04]).toEqual([
      expect.anything(),
      true,
    ]);
  });

  it('of every ingredient, in every set, at any amount: within 4 % of what lifts and salts, 8 % of the rest, or not at all', () => {
    const measurable = [...SHIPPED_LARDER.values()].filter(({ densityGPerMl }) => densityGPerMl);
    fc.assert(
      fc.property(
        fc.constantFrom(...measurable),
        fc.constantFrom(...MEASURE_SYSTEMS),
        fc.double({ min: 0.2, max: 4000, noNaN: true }),
        ({ id, role }, system, massG) => {
          const measures = inSpoons(food(id), massG, system);
          if (measures === null || measures.length === 0) return; // a pinch
          const limit = ['powder', 'soda', 'salt', 'acid'].includes(role) ? 0.04 : 0.08;
          expect(Math.abs(heldG(id, measures, system) / massG - 1)).toBeLessThanOrEqual(limit + 1e-9);
        },
      ),
      { numRuns: 3000 },
    );
  });

  it('fills at most two sizes, each one that is sold, the larger first', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURE_SYSTEMS),
        fc.double({ min: 1, max: 3000, noNaN: true }),
        (system, massG) => {
          const measures = inSpoons(food('bakingPowder'), massG, system) ?? [];
          expect(measures.length).toBeLessThanOrEqual(2);
          const sizes = measures.map((each) => kitchenMeasureMl([each], system));
          expect(sizes.toSorted((a, b) => b - a)).toEqual(sizes);
          const [, second] = measures;
          // what is filled up with is less than one of the larger
          if (second) expect(kitchenMeasureMl([second], system)).toBeLessThan(MEASURE_ML[system][measures[0]!.unit]);
        },
      ),
    );
  });

  it('from a heaped teaspoon up there is always a sum; a smaller one is told in grams alone where no spoon comes near', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...MEASURE_SYSTEMS),
        fc.double({ min: 2, max: 900, noNaN: true }),
        (system, teaspoons) => {
          const { densityGPerMl } = food('bakingPowder');
          const massG = teaspoons * MEASURE_ML[system].teaspoon * densityGPerMl!.value;
          expect(inSpoons(food('bakingPowder'), massG, system)).not.toBeNull();
        },
      ),
    );
    expect(inSpoons(food('salt'), 1.1, 'us')).toBeNull();
    expect(inSpoons(food('salt'), 0.3, 'us')).toEqual([]);
  });

  it('says plain amounts plainly', () => {
    const of = (id: string, massG: number) => read(inSpoons(food(id), massG, 'us'));
    expect(of('plainFlour', 125 * 5.5)).toEqual(['5 1/2 cup']);
    expect(of('plainFlour', 125 * 1.99)).toEqual(['2 cup']);
    expect(of('plainFlour', 0)).toEqual([]);
    expect(of('bakingPowder', 16)).toEqual(['1 tablespoon', '0 1/2 teaspoon']);
  });
});
