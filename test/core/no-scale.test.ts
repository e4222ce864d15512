import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { SHELF, scaleInKitchen, type FormulaBody, type ScaleTarget } from '#core/formula';
import { SHIPPED_LARDER, inSpoons, ingredientOf } from '#core/ingredients';
import { MEASURE_SYSTEMS, type MeasureSystem } from '#core/units';
import { formulaFrom, readRecipe } from '#core/formats';

const BY_CUPS = { portionMl: 60, eggClass: 'usLarge', eggs: 'whole', measuredBy: 'us' } as const;
const recipe = (text: string, system: MeasureSystem = 'us') => {
  const read = readRecipe(text, { system, eggClass: 'usLarge', larder: SHIPPED_LARDER });
  return formulaFrom(read, read.type.value, SHIPPED_LARDER);
};
const SUNDAY = recipe(
  'Sunday\n1 cup flour\n2 tsp baking powder\n1 tbsp sugar\n1/4 tsp salt\n1 cup milk\n1 egg\n2 tbsp oil\nMakes 8',
);
const scaled = (body: FormulaBody, target: ScaleTarget) => scaleInKitchen(body, SHIPPED_LARDER, target, BY_CUPS);
const spoons = (batter: ReturnType<typeof scaled>) =>
  batter.lines.map(({ ingredientId, massG, eggs }) => {
    if (eggs) return `${eggs} ${ingredientId}`;
    const sum = inSpoons(ingredientOf(SHIPPED_LARDER, ingredientId), massG ?? 0, 'us') ?? [];
    const said = sum.map(({ unit, whole, fraction: [a, b] }) => `${whole}${a ? ` ${a}/${b}` : ''} ${unit}`);
    return `${said.join(' + ')} ${ingredientId}`;
  });

describe('20 a kitchen without a scale', () => {
  it('a recipe as it is written keeps its own cups, spoons and eggs', () => {
    const batter = scaled(SUNDAY, { by: 'factor', factor: 1 });
    expect(spoons(batter)).toEqual([
      ...['1 cup plainFlour', '2 teaspoon bakingPowder', '1 tablespoon sugar', '0 1/4 teaspoon salt'],
      ...['1 cup milk', '1 egg', '2 tablespoon oil'],
    ]);
    expect(batter.measured).toEqual({ factor: 1, off: [], unmeasured: [] });
  });

  it('a wish between two multiples takes one at which the eggs come out', () => {
    // thirteen pours of 60 mL are 1.6 times; one and a half egg is none
    const batter = scaled(SUNDAY, { by: 'pieces', pieces: 13 });
    expect([batter.measured!.factor, batter.lines.find(({ eggs }) => eggs)!.eggs]).toEqual([2, 2]);
    expect(batter.pours).toBeGreaterThan(13);
  });

  it('what half an egg does is said where another factor would make too much', () => {
    const batter = scaled(SUNDAY, { by: 'factor', factor: 1.5 });
    const { factor, off } = batter.measured!;
    const egg = off.find(({ ingredientId }) => ingredientId === 'egg');
    expect(factor! <= 1.5 * 1.25).toBe(true);
    // two eggs or a whole multiple: never one and a half in silence
    expect(Number.isInteger(factor) || egg !== undefined).toBe(true);
  });

  it('a batter too small for its egg is made so large that one egg fits', () => {
    expect(scaled(SUNDAY, { by: 'pieces', pieces: 2 }).lines.find(({ eggs }) => eggs)!.eggs).toBe(1);
    expect(scaled(SUNDAY, { by: 'pieces', pieces: 2 }).eggShift).toBeLessThan(1.3);
  });

  it('every formula of the shelf, any wish, any country: eggs whole, leaveners within 4 %, or it is said', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...SHELF),
        fc.constantFrom(...MEASURE_SYSTEMS),
        fc.integer({ min: 4, max: 120 }),
        (body, measuredBy, pieces) => {
          const batter = scaleInKitchen(
            body,
            SHIPPED_LARDER,
            { by: 'pieces', pieces },
            {
              ...{ portionMl: body.portion.volumeMl, eggClass: 'euM', eggs: 'whole', measuredBy },
            },
          );
          const { off, unmeasured } = batter.measured!;
          for (const [index, { ingredientId, massG, eggs }] of batter.lines.entries()) {
            const { role } = ingredientOf(SHIPPED_LARDER, ingredientId);
            if (massG === null || body.lines[index]!.percent === null) continue;
            if (role === 'egg') expect(Number.isInteger(eggs)).toBe(true);
            const told = off.find((each) => each.ingredientId === ingredientId)?.share ?? 0;
            if (['powder', 'soda', 'salt'].includes(role) && !unmeasured.includes(ingredientId))
              expect(Math.abs(told)).toBeLessThanOrEqual(0.04 + 1e-9);
          }
          // enough for the wish, within a twentieth
          expect(batter.pours).toBeGreaterThan(pieces * 0.9);
        },
      ),
      { numRuns: 200 },
    );
  });
});
