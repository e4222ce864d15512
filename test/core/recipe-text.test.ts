import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { formulaFrom, readLine, readRecipe, type ReadOptions } from '#core/formats';
import { FormulaFault, preparationsFor } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';

const US: ReadOptions = { system: 'us', eggClass: 'usLarge', larder: SHIPPED_LARDER };
const read = (text: string, options = US) => {
  const { ingredientId, amount, doubts } = readLine(text, options);
  return [ingredientId, amount && Math.round(amount.g * 10) / 10, [...doubts].sort()];
};

describe('a line of a recipe', () => {
  it.each([
    ['250 g plain flour', 'plainFlour', 250, []],
    ['- 1 1/2 tsp baking soda', 'bakingSoda', 6.9, []],
    ['1½ tsp. bicarbonate of soda', 'bakingSoda', 6.9, []],
    ['1-1/2 teaspoons baking soda', 'bakingSoda', 6.9, []],
    ['0,5 l milk', 'milk', 515.5, []],
    ['2.5 dl whole milk', 'milk', 257.8, []],
    ['3 large eggs, beaten', 'egg', 150, []],
    ['2 egg whites', 'eggWhite', 66, []],
    ['1/2 stick butter, melted', 'butter', 56.7, []],
    ['Salt: 5 g', 'salt', 5, []],
    ['Buttermilk - 300 ml', 'buttermilk', 310.8, []],
    ['1 cup (240 ml) buttermilk', 'buttermilk', 248.6, []],
    ['2 cups (250 g) all-purpose flour', 'plainFlour', 250, []],
    ['1 cup + 2 tbsp milk', 'milk', 274.4, []],
    ['½ cup packed brown sugar', 'brownSugar', 110, []],
  ] as const)('%s', (text, id, grams, doubts) => {
    const [readId, readG, readDoubts] = read(text);
    expect([readId, readDoubts]).toEqual([id, [...doubts]]);
    expect(readG).toBeCloseTo(grams, 0);
  });

  it.each([
    ['2 cups flour', 'plainFlour', 250, ['spooned']],
    ['2-3 tbsp sugar', 'sugar', 31.2, ['range']],
    ['8 oz milk', 'milk', 226.8, ['ounceOfLiquid']],
    ['8 fl oz milk', 'milk', 243.9, []],
    ['1,000 g flour', 'plainFlour', 1000, ['thousandOrOne']],
    ['a pinch of salt', 'salt', null, ['pinch']],
    ['salt to taste', 'salt', null, ['toTaste']],
    ['vanilla', 'vanilla', null, ['noAmount']],
    ['1 packet baking powder', 'bakingPowder', null, ['unknownUnit']],
    ['2 ripe bananas', 'banana', 236, ['piece']],
    ['1 heaped tbsp sugar', 'sugar', 16.3, ['uneven']],
    ['3 blorps of zarf', null, null, ['unknownIngredient']],
    ['100 ml milk or water', 'milk', 103.1, ['or']],
  ] as const)('marks what it cannot be sure of: %s', (text, id, grams, doubts) => {
    const [readId, readG, readDoubts] = read(text);
    expect([readId, readDoubts]).toEqual([id, [...doubts]]);
    if (grams === null) expect(readG).toBeNull();
    else expect(readG).toBeCloseTo(grams, 0);
  });

  it.each([
    ...['200 g hazelnut flour', '200 g cassava flour', '250 ml hemp milk', '250 ml dairy-free milk'],
    ...['100 g peanut butter', '100 g cream cheese', '1 tin condensed milk', '200 ml coconut cream'],
    ...['1 tsp rose water', '1 tsp mixed spice', '30 g milk powder', '1 tsp lemon extract'],
  ])('does not take one food for another that shares its name: %s', (text) => {
    expect(read(text)[0]).toBeNull();
    expect(read(text)[2]).toContain('unknownIngredient');
  });

  it.each([
    ['200 g vanilla yogurt', 'yogurt', []],
    ['1 l full-cream milk', 'milk', []],
    ['200 g strong white bread flour', 'strongFlour', []],
    ['15 ml apple cider vinegar', 'vinegar', []],
    ['3 tbsp chickpea water', 'aquafaba', []],
    ['300 ml goat’s milk', 'milk', ['near']],
    ['60 ml milk plus 2 tbsp water', 'milk', ['two']],
    ['2 tsp baking powder, sifted with the flour', 'bakingPowder', ['two']],
    ['1 cup (90 g) sugar', 'sugar', ['disagree']],
    ['2 tsp flaky salt', 'saltFlaky', ['loose']],
  ] as const)('reads the thing that is meant, and marks what is not quite it: %s', (text, id, doubts) => {
    const [readId, , readDoubts] = read(text);
    expect([readId, readDoubts]).toEqual([id, [...doubts]]);
  });

  it('an egg goes by the size that is written, else by the kitchen’s own', () => {
    const egg = (text: string, eggClass: ReadOptions['eggClass']) => readLine(text, { ...US, eggClass }).amount!.g;
    expect([egg('1 large egg', 'euM'), egg('1 egg (size M)', 'euL'), egg('1 egg', 'euM')]).toEqual([60, 51, 51]);
    expect([egg('1 large egg', 'usMedium'), egg('1 jumbo egg', 'usLarge')]).toEqual([50, 63]);
  });

  it('goes by the country’s spoons; T is a tablespoon, t a teaspoon', () => {
    const sugar = (text: string, system: ReadOptions['system']) => readLine(text, { ...US, system }).amount!.g / 0.845;
    expect(sugar('1 tbsp sugar', 'australian')).toBeCloseTo(20, 6);
    expect(sugar('1 T sugar', 'metric')).toBeCloseTo(15, 6);
    expect(sugar('1 t sugar', 'metric')).toBeCloseTo(5, 6);
    expect(sugar('1 pt sugar', 'imperial')).toBeCloseTo(568.26125, 6);
  });

  it('a kitchen’s own ingredient is found by its name', () => {
    const larder = new Map([
      ...SHIPPED_LARDER,
      ['own', { ...SHIPPED_LARDER.get('plainFlour')!, id: 'own', name: 'Acorn flour' }],
    ]);
    expect(read('200 g acorn flour', { ...US, larder })).toEqual(['own', 200, []]);
  });

  it('never fails and never makes up an amount, whatever is pasted', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 80 }), (text) => {
        const line = readLine(text, US);
        if (line.amount === null) expect(line.doubts.length).toBeGreaterThan(0);
        else expect(line.amount.lowG <= line.amount.g && line.amount.g <= line.amount.highG).toBe(true);
      }),
    );
  });
});

const TEXT = `Harbour pancakes

Makes 12

Ingredients
200 g plain flour
2 tsp baking powder
1 tbsp sugar
pinch of salt
1 egg
300 ml milk
25 g butter, plus more
butter, for the pan

Method
1. Whisk the dry together.
2. Beat in the egg, milk and butter. Rest 20 minutes.
3. Cook 2 minutes until bubbles open, flip, and cook the second side 15 minutes.

To serve
Maple syrup`;

describe('18.17 a text of any kind', () => {
  it('is read in a time that grows with its length alone', () => {
    const blocks = [
      'makes',
      'makes   \t ',
      ' ',
      '(',
      '1 ',
      '1/',
      '- ',
      'a ',
      '5,',
      '1-2 ',
      'plus a ',
      'for about ',
      'x',
      '½',
      'or ',
      'cup + ',
      '200 g flour\n',
      '1. Whisk. ',
      '9',
    ];
    const tookMs = (text: string) => {
      // the processor's time, not the clock's: others may have the machine meanwhile
      const begun = process.cpuUsage();
      readRecipe(text, US);
      const { user, system } = process.cpuUsage(begun);
      return (user + system) / 1000;
    };
    tookMs(TEXT);
    for (const block of blocks) {
      const [short, long] = [25_000, 200_000].map((length) => block.repeat(length / block.length));
      // the best of three of each: what another program on the machine took of one of them is no growth
      const [few, many] = [short!, long!].map((text) => Math.min(...[1, 2, 3].map(() => tookMs(text)))) as [
        number,
        number,
      ];
      // eight times the text; as much again for a busy machine, and a floor under the clock's own grain
      expect([block, many < 16 * Math.max(few, 20)]).toEqual([block, true]);
    }
    expect(tookMs(`makes${' '.repeat(4000)}`)).toBeLessThan(20 * Math.max(1, tookMs(TEXT)));
  });

  it('no more of it is read than its limit, and that is said; nothing up to it is lost', () => {
    const long = `200 g flour ${'and more of it '.repeat(200)}\n300 ml milk`;
    const read = readRecipe(long, US);
    const all = [...read.lines.map(({ text }) => text), ...read.rest, ...read.steps.map(({ text }) => text), read.name];
    expect(all.join(' ').replaceAll(/\s+/g, '').length).toBe(long.replaceAll(/\s+/g, '').length);
    expect([read.cut, readRecipe('x'.repeat(200_001), US).cut]).toEqual([false, true]);
  });

  it('amounts that cannot be are doubts and no amounts', () => {
    const line = (text: string) => {
      const { amount, doubts } = readLine(text, US);
      return [amount, doubts];
    };
    expect(line(`${'9'.repeat(400)} g flour`)).toEqual([null, ['strange']]);
    expect(line('500000 cups milk')).toEqual([null, ['strange']]);
    expect(line('-5 g salt')).toEqual([null, ['minus']]);
    expect(line('minus 5 g salt')[0]).toBeNull();
    expect(readRecipe('Makes 99999999999999999999\n200 g flour', US).figures.pieces).toBeNull();
    // as the mark of a list it is none
    const list = readRecipe('-200 g flour\n-300 ml milk\n- 5 g salt', US);
    expect(list.lines.map(({ amount, doubts }) => [Math.round(amount!.g), doubts])).toEqual([
      [200, []],
      [309, []],
      [5, []],
    ]);
  });
});

describe('a whole recipe', () => {
  const recipe = readRecipe(TEXT, US);

  it('title, yield, lines, plate fat, steps and what is for the table', () => {
    expect(recipe).toMatchObject({
      name: 'Harbour pancakes',
      figures: { pieces: { value: { low: 12, high: 12 } } },
      rest: ['Maple syrup'],
    });
    expect(recipe.lines.map((line) => line.ingredientId)).toEqual([
      ...['plainFlour', 'bakingPowder', 'sugar', 'salt', 'egg', 'milk', 'butter'],
    ]);
    expect(recipe.plate.map((line) => line.ingredientId)).toEqual(['butter']);
    expect(recipe.steps).toHaveLength(3);
  });

  it('a second side of 15 minutes is marked, a rest of 20 is not', () => {
    expect(recipe.steps.map((step) => step.doubts)).toEqual([[], [], ['minutesForSeconds']]);
  });

  it('an amount no batter has is marked', () => {
    const salty = readRecipe('200 g flour\n1 cup salt\n300 ml milk', US);
    expect(salty.lines.map((line) => line.doubts.includes('strange'))).toEqual([false, true, false]);
  });

  it('becomes a formula on its grain; the unknown pinch stays unknown', () => {
    const type = recipe.type.value;
    const body = formulaFrom(recipe, type, SHIPPED_LARDER);
    expect([type, body.written]).toEqual(['leavened', { grainG: 200, pieces: 12 }]);
    const percent = (id: string) => body.lines.find((line) => line.ingredientId === id)!.percent;
    expect(percent('plainFlour')).toBe(100);
    expect(percent('egg')).toBe(25);
    expect(percent('salt')).toBeNull();
    expect(() => formulaFrom(readRecipe('2 eggs\n1 banana', US), 'leavened', SHIPPED_LARDER)).toThrow(FormulaFault);
  });

  it('what its method says stands in the formula with its sentence; what is crossed out is the school’s', () => {
    const told = readRecipe(
      [
        'Crepes',
        '200 g flour',
        '2 eggs',
        '3/4 to 1 cup milk, until like cream',
        '100 g blueberries',
        'Blend for 20 seconds and chill overnight.',
        'Medium-high heat, 1/3 cup each, a little lard in the pan for every crepe, lid on.',
        'Scatter berries on each.',
        'When the edge lifts turn it, 1:10, then 30 seconds.',
        'The batter keeps 2 days in the fridge.',
      ].join('\n'),
      US,
    );
    const body = formulaFrom(told, told.type.value, SHIPPED_LARDER);
    expect([body.mix.school, body.portion.volumeMl, body.flip.rule, body.heat.lid]).toEqual([
      ...['blender', expect.closeTo(78.9, 0), 'liftingEdge', true],
    ]);
    expect([body.fat.kind, body.fat.rule, body.rest.where, body.rest.latestMin]).toEqual([
      ...['lard', 'eachPour', 'fridge', 2880],
    ]);
    // a word of the dial is a wide band, and the formula says in whose words
    expect(body.heat.highC - body.heat.lowC).toBeGreaterThan(20);
    expect(body.heat.reason).toMatch(/^“Medium-high heat/);
    const lineOf = (id: string) => body.lines.find(({ ingredientId }) => ingredientId === id)!;
    expect(lineOf('milk').heldBack).toBeCloseTo(0.25);
    expect(lineOf('blueberries').when).toBe('onPiece');
    const oats = readRecipe(
      '1 cup rolled oats\n1 cup milk\n2 tsp baking powder\nSoak the oats in the milk 20 minutes, then blend with the rest.',
      US,
    );
    const soaked = formulaFrom(oats, oats.type.value, SHIPPED_LARDER);
    const soak = preparationsFor(soaked, SHIPPED_LARDER).find(({ kind }) => kind === 'soak')!;
    expect([soaked.mix.soakMin, soak.beforeMin, soak.ingredientIds]).toEqual([20, 20, ['rolledOats']]);
    const without = formulaFrom({ ...told, figures: { ...told.figures, heat: null } }, 'thin', SHIPPED_LARDER);
    expect(without.heat.reason).toBe('Sets while it still runs, and laces.');
  });

  it('tells kinds of batter apart', () => {
    const typeOf = (text: string) => readRecipe(text, US).type.value;
    expect(typeOf('100 g flour\n2 eggs\n200 ml milk')).toBe('thin');
    expect(typeOf('100 g flour\n4 eggs\n400 ml milk')).toBe('eggRichThin');
    expect(typeOf('60 g flour\n60 g cornmeal\n1 egg\n1 tsp baking powder\n200 ml milk')).toBe('coarseMeal');
    expect(
      typeOf('80 g flour\n4 egg whites\n2 egg yolks\n40 ml milk\nWhip the whites to soft peaks with the sugar'),
    ).toBe('whippedWhite');
  });
});
