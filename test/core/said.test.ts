import { describe, expect, it } from '@jest/globals';
import { OWN_CHOICE, SHELF, plateFatFor, withReasons, type FormulaBody } from '#core/formula';
import { SHIPPED_LARDER, ingredientOf, saidMassG } from '#core/ingredients';
import { saidPourMl } from '#core/pour';
import { saidVolumeMl } from '#core/written';

describe('20 an amount as it is typed', () => {
  // a US cup is 236.588 mL, a tablespoon 14.787, a fluid ounce 29.574: NIST Handbook 44
  it.each([
    ['60', 60],
    ['1/3 cup', 78.86],
    ['⅓ cup', 78.86],
    ['1 1/2 cups', 354.88],
    ['1 cup + 2 tbsp', 266.16],
    ['2 fl oz', 59.15],
    ['0,5 l', 500],
    ['1 dl', 100],
    ['7 oz', null],
    ['some', null],
    ['2-3 cups', null],
    ['1 cup +', null],
    ['', null],
  ])('%s is %s mL', (text, ml) => {
    const read = saidVolumeMl(text, 'us');
    expect(read).toEqual(ml === null ? null : expect.closeTo(ml, 1));
  });

  it.each([
    ['milk', '250', 250],
    ['milk', '1 cup', 243.9],
    ['plainFlour', '8 oz', 226.8],
    ['egg', '3 eggs', 150],
    ['eggWhite', '2 whites', 66],
    ['plainFlour', 'a bit', null],
    ['plainFlour', '3 eggs', null],
  ])('%s, %s: %s g', (id, text, g) => {
    const read = saidMassG(text, ingredientOf(SHIPPED_LARDER, id), { system: 'us', eggClass: 'usLarge', plainG: 1 });
    expect(read).toEqual(g === null ? null : expect.closeTo(g, 0));
  });

  it.each([
    ['one and a half of the copper one', 120],
    ['1 1/2 copper', 120],
    ['two thirds of the no. 10', 63.09],
    ['2/3 of the No. 10 scoop', 63.09],
    ['the copper ladle', 80],
    ['1/4 cup', 59.15],
    ['scoop', null],
    ['-10', null],
    ['half of the silver one', null],
  ])('a pour of "%s" is %s mL', (text, ml) => {
    const tools = [
      { name: 'Copper ladle', volumeMl: 80 },
      { name: 'No. 10 scoop', volumeMl: 94.635 },
      { name: 'No. 8 scoop', volumeMl: 118.294 },
    ];
    expect(saidPourMl(text, 'us', tools)).toEqual(ml === null ? null : expect.closeTo(ml, 1));
  });
});

describe('20 reasons speak of what they stand beside', () => {
  const cakes = SHELF[0]!;

  it('no sentence of the shelf names a figure that a cook may change', () => {
    for (const { mix, rest, heat, portion, flip, fat, name } of SHELF)
      for (const { reason } of [mix, rest, heat, portion, flip, fat])
        expect([name, /\d+ ?(?:cm|mm|mL|min|s|°|%)/.test(reason)]).toEqual([name, false]);
  });

  it('what explained another figure is marked as the kitchen’s own; what the cook wrote stands', () => {
    const poured: FormulaBody = { ...cakes, portion: { ...cakes.portion, volumeMl: 105 } };
    expect(withReasons(cakes, poured).portion.reason).toBe(OWN_CHOICE);
    expect(withReasons(cakes, poured).rest.reason).toBe(cakes.rest.reason);
    const said = { ...poured, portion: { volumeMl: 105, reason: 'Hungry ringers.' } };
    expect(withReasons(cakes, said).portion.reason).toBe('Hungry ringers.');
    const whites = SHELF.find(({ type }) => type === 'whippedWhite')!;
    const rested = { ...whites, rest: { ...whites.rest, bestMin: 5, latestMin: 15 } };
    expect(withReasons(whites, rested).rest.reason).toBe(OWN_CHOICE);
    expect(withReasons(cakes, { ...cakes, type: 'coarseMeal' }).mix.reason).toBe(OWN_CHOICE);
    expect(withReasons(cakes, cakes)).toBe(cakes);
  });
});

describe('20 fat by rule', () => {
  const counts = { pieces: 24, panfuls: 4, zones: 2 };
  const fat = (more: Partial<FormulaBody['fat']>) =>
    plateFatFor({ kind: 'butter', rule: 'eachPanful', reason: 'x', ...more }, counts);

  it('counts pieces, panfuls or zones, and what was said of it', () => {
    expect(fat({})!.times).toBe(4);
    expect(fat({ rule: 'eachPour', amountG: 2 })).toEqual({ times: 24, eachG: 2, massG: 48 });
    expect(fat({ rule: 'once' })!.times).toBe(2);
    expect(fat({ wiped: true })!.massG).toBeLessThan(fat({})!.massG);
    expect([fat({ rule: 'never' }), fat({ kind: 'none' })]).toEqual([null, null]);
  });
});
