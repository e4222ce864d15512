import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import * as v from 'valibot';
import {
  FormulaBodySchema,
  FormulaFault,
  SHELF,
  hydration,
  inBatter,
  linesFor,
  lotsOf,
  pouredDensityGPerMl,
  remainderOf,
  scale,
  wholePanfuls,
  yieldCheck,
  type FormulaBody,
  type ScaleOptions,
  type ScaleTarget,
  type ScaledBatter,
} from '#core/formula';
import { SHIPPED_LARDER, edibleEggG, gasFreeDensityGPerMl, ingredientOf } from '#core/ingredients';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const L = SHIPPED_LARDER;
const ALL = [...SHELF, GRIDDLE_CAKES, SKERRY_CREPES];
const bodies = fc.constantFrom(...ALL);
const wholes = { eggClass: 'usLarge', eggs: 'whole' } as const;
const exact = { eggClass: 'usLarge', eggs: 'grams' } as const;
const made = (body: FormulaBody, target: ScaleTarget, options: Omit<ScaleOptions, 'portionMl'> = wholes) =>
  scale(body, L, target, { portionMl: body.portion.volumeMl, ...options });
const grams = (batter: ScaledBatter, id: string) => batter.lines.find((line) => line.ingredientId === id)?.massG ?? 0;
const total = (batter: ScaledBatter) => batter.lines.reduce((sum, line) => sum + (line.massG ?? 0), 0);
const waterOf = (body: FormulaBody, batter: ScaledBatter) => hydration(inBatter(body, batter.lines), L).withEggG;
const fault = (work: () => unknown) => {
  try {
    work();
  } catch (error) {
    if (error instanceof FormulaFault) return error.code;
    throw error;
  }
  return null;
};

describe('scaling, with beaten egg by weight', () => {
  const factors = fc.double({ min: 0.05, max: 400, noNaN: true });

  it('and back is the identity, and mass goes with the factor, to 1e-9', () => {
    fc.assert(
      fc.property(bodies, factors, factors, (body, a, b) => {
        const one = made(body, { by: 'factor', factor: a }, exact);
        const other = made(body, { by: 'factor', factor: a * b }, exact);
        expect(Math.abs(total(other) / (total(one) * b) - 1)).toBeLessThan(1e-9);
        for (const line of one.lines)
          expect(Math.abs(grams(other, line.ingredientId) / b / line.massG! - 1)).toBeLessThan(1e-9);
      }),
    );
  });

  it('keeps hydration, to 1e-9, by whatever a cook goes', () => {
    const targets = fc.oneof(
      fc.record({ by: fc.constant('volume' as const), volumeMl: fc.double({ min: 50, max: 50_000, noNaN: true }) }),
      fc.record({ by: fc.constant('pieces' as const), pieces: fc.integer({ min: 1, max: 900 }) }),
      fc.record({
        ...{ by: fc.constant('people' as const), people: fc.integer({ min: 1, max: 200 }) },
        each: fc.double({ min: 0.5, max: 5, noNaN: true }),
      }),
      fc.record({ by: fc.constant('grain' as const), grainG: fc.double({ min: 20, max: 20_000, noNaN: true }) }),
    );
    fc.assert(
      fc.property(bodies, targets, (body, target) => {
        const own = hydration(inBatter(body, linesFor(body, 100)), L).withEggG;
        expect(Math.abs(waterOf(body, made(body, target, exact)) / own - 1)).toBeLessThan(1e-9);
      }),
    );
  });
});

describe('scaling, with whole eggs', () => {
  const pieces = fc.integer({ min: 12, max: 900 });

  it('eggs come whole, the volume asked for is made, and hydration stays: only the share of egg moves, by what is said', () => {
    fc.assert(
      fc.property(bodies, pieces, fc.constantFrom('usLarge', 'euM', 'euXL', 'usSmall'), (body, count, eggClass) => {
        const batter = made(body, { by: 'pieces', pieces: count }, { eggClass, eggs: 'whole' });
        expect(batter.pours).toBeCloseTo(count, 6);
        const separated = body.lines.some((line) => line.ingredientId === 'eggWhite');
        for (const line of batter.lines.filter((each) => each.eggs !== undefined)) {
          expect(Number.isInteger(line.eggs) && line.eggs! >= 1).toBe(true);
          if (line.ingredientId === 'egg') expect(line.massG).toBeCloseTo(line.eggs! * edibleEggG(eggClass), 9);
        }
        const own = hydration(inBatter(body, linesFor(body, 100)), L).withEggG;
        expect(Math.abs(waterOf(body, batter) / own - 1)).toBeLessThan(1e-9);
        const egg = body.lines.find((line) => line.ingredientId === 'egg');
        if (egg && !separated)
          expect((grams(batter, 'egg') / batter.grainG) * 100).toBeCloseTo(egg.percent! * batter.eggShift, 6);
        // everything that is neither egg nor the main liquid stands to the grain as the formula says
        const salt = body.lines.find((line) => line.ingredientId === 'salt');
        if (salt) expect((grams(batter, 'salt') / batter.grainG) * 100).toBeCloseTo(salt.percent!, 6);
      }),
    );
  });

  it('rounds to the side that changes the batter less, by hand: 1.4 eggs are 1, 1.45 are 2 (ratio 1.38 against 1.45)', () => {
    const eggs = (exactEggs: number) =>
      made(SHELF[0]!, { by: 'grain', grainG: (exactEggs * 50 * 100) / 40 }).lines.find((line) => line.eggs)!.eggs;
    expect([eggs(1.4), eggs(1.45), eggs(2), eggs(2.44), eggs(2.46)]).toEqual([1, 2, 2, 2, 3]);
  });

  it('by eggs: three eggs are 150 g, and flour is 375 g at 40 %', () => {
    const batter = made(SHELF[0]!, { by: 'eggs', eggs: 3 });
    expect([grams(batter, 'egg'), batter.grainG]).toEqual([150, 375]);
    expect(batter.eggShift).toBe(1);
  });

  it('by what is left: 430 g of buttermilk is used up exactly, with whole eggs and the formula’s hydration', () => {
    fc.assert(
      fc.property(fc.double({ min: 150, max: 9000, noNaN: true }), (massG) => {
        const batter = made(SHELF[0]!, { by: 'onHand', ingredientId: 'buttermilk', massG });
        expect(grams(batter, 'buttermilk')).toBeCloseTo(massG, 6);
        expect(Number.isInteger(batter.lines.find((line) => line.eggs)!.eggs)).toBe(true);
        const own = hydration(linesFor(SHELF[0]!, 100), L).withEggG;
        expect(Math.abs(waterOf(SHELF[0]!, batter) / own - 1)).toBeLessThan(1e-9);
      }),
    );
    const sugar = made(SHELF[0]!, { by: 'onHand', ingredientId: 'sugar', massG: 20 });
    expect(sugar.grainG).toBeCloseTo(250, 9);
  });

  it('by panfuls and by people is by pieces', () => {
    const by = (target: ScaleTarget) => made(GRIDDLE_CAKES, target).volumeMl;
    expect(by({ by: 'panfuls', panfuls: 3, perPanful: 8 })).toBeCloseTo(by({ by: 'pieces', pieces: 24 }), 9);
    expect(by({ by: 'people', people: 8, each: 3 })).toBeCloseTo(by({ by: 'pieces', pieces: 24 }), 9);
  });

  it('mass, volume and density agree; what goes onto the pieces is no batter', () => {
    const berries = {
      ...GRIDDLE_CAKES,
      lines: [...GRIDDLE_CAKES.lines, { ingredientId: 'blueberries', percent: 40, when: 'onPiece' as const }],
    };
    const plain = made(GRIDDLE_CAKES, { by: 'pieces', pieces: 20 });
    const withFruit = made(berries, { by: 'pieces', pieces: 20 });
    expect(withFruit.massG).toBeCloseTo(plain.massG, 9);
    expect(grams(withFruit, 'blueberries')).toBeCloseTo(withFruit.grainG * 0.4, 9);
    expect(plain.massG / plain.volumeMl).toBeCloseTo(plain.densityGPerMl, 9);
    expect(total(plain)).toBeCloseTo(plain.massG, 9);
  });

  it('holds back the share the formula says', () => {
    const line = made(GRIDDLE_CAKES, { by: 'pieces', pieces: 50 }).lines.find(
      (each) => each.ingredientId === 'buttermilk',
    )!;
    expect(line.heldBackG / line.massG!).toBeCloseTo(0.33, 9);
  });
});

describe('what makes no batter is said', () => {
  const flourless = {
    ...GRIDDLE_CAKES,
    lines: GRIDDLE_CAKES.lines.filter((line) => line.ingredientId !== 'plainFlour'),
  };
  const strange = { ...GRIDDLE_CAKES, lines: [...GRIDDLE_CAKES.lines, { ingredientId: 'unobtainium', percent: 1 }] };
  it.each([
    ['noVolume', () => made(GRIDDLE_CAKES, { by: 'volume', volumeMl: 0 })],
    ['noAmount', () => made(GRIDDLE_CAKES, { by: 'pieces', pieces: -3 })],
    ['noAmount', () => made(GRIDDLE_CAKES, { by: 'onHand', ingredientId: 'buttermilk', massG: NaN })],
    ['noPortion', () => scale(GRIDDLE_CAKES, L, { by: 'pieces', pieces: 3 }, { portionMl: 0, ...wholes })],
    [
      'noEggs',
      () =>
        made(
          SHELF.find((body) => body.name === 'Chickpea rounds')!,
          { by: 'eggs', eggs: 2 },
        ),
    ],
    ['eggsNotWhole', () => made(GRIDDLE_CAKES, { by: 'eggs', eggs: 2.5 })],
    [
      'eggsDrown',
      () =>
        made(
          SHELF.find((body) => body.name.startsWith('Spoon'))!,
          { by: 'volume', volumeMl: 15 },
        ),
    ],
    ['notInFormula', () => made(GRIDDLE_CAKES, { by: 'onHand', ingredientId: 'milk', massG: 100 })],
    ['noGrain', () => made(flourless, { by: 'pieces', pieces: 3 })],
    ['unknownIngredient', () => made(strange, { by: 'pieces', pieces: 3 })],
  ] as const)('%s', (code, work) => {
    expect(fault(work)).toBe(code);
  });

  it('an unknown amount is in no sum and is named; scaling by it is refused', () => {
    const lines = GRIDDLE_CAKES.lines.map((line) => (line.ingredientId === 'salt' ? { ...line, percent: null } : line));
    const batter = made({ ...GRIDDLE_CAKES, lines }, { by: 'pieces', pieces: 20 });
    expect(batter.gaps).toEqual(['salt']);
    expect(batter.lines.find((line) => line.ingredientId === 'salt')!.massG).toBeNull();
    expect(batter.massG).toBeCloseTo(total(batter), 9);
    expect(fault(() => made({ ...GRIDDLE_CAKES, lines }, { by: 'onHand', ingredientId: 'salt', massG: 5 }))).toBe(
      'amountUnknown',
    );
  });
});

describe('the remainder', () => {
  it('names pieces and what is left, and ways out that come to whole pieces', () => {
    fc.assert(
      fc.property(bodies, fc.double({ min: 3.05, max: 60.9, noNaN: true }), (body, portions) => {
        const portionMl = body.portion.volumeMl;
        const batter = made(body, { by: 'volume', volumeMl: portions * portionMl }, exact);
        const { pieces, leftMl, ways } = remainderOf(batter, portionMl, L);
        expect(Math.abs(pieces * portionMl + leftMl - batter.volumeMl)).toBeLessThan(0.0201 * portionMl);
        for (const way of ways) {
          if (way.way === 'smallerPortion' || way.way === 'largerPortion')
            expect(way.pieces * way.portionMl).toBeCloseTo(batter.volumeMl, 6);
          if (way.way === 'smallPiece') expect(way.volumeMl).toBeCloseTo(leftMl, 9);
          if (way.way === 'moreLiquid') {
            const addedMl = way.massG / ingredientOf(L, way.ingredientId).densityGPerMl!.value;
            expect(batter.volumeMl + addedMl).toBeCloseTo(way.pieces * portionMl, 6);
            expect(way.hydrationShift).toBeLessThanOrEqual(6);
          }
        }
      }),
    );
  });

  it('nothing left, nothing to say; 5½ panfuls become 5 or 6', () => {
    expect(remainderOf(made(GRIDDLE_CAKES, { by: 'pieces', pieces: 20 }), 75, L).ways).toEqual([]);
    expect(wholePanfuls(22, 4)).toEqual({
      exact: 5.5,
      fewer: { panfuls: 5, pieces: 20 },
      // 9 % more batter, or pours 8 % smaller
      more: { panfuls: 6, pieces: 24, batterShare: expect.closeTo(0.091, 3), pourShare: expect.closeTo(0.083, 3) },
    });
    expect(wholePanfuls(3, 4).fewer).toBeNull();
    expect(fault(() => wholePanfuls(3, 0))).toBe('noAmount');
  });
});

describe('lots', () => {
  const big = made(GRIDDLE_CAKES, { by: 'eggs', eggs: 7 });
  const limits = { bowlMl: null, pouringMin: null };

  it('one, when nothing asks for more', () => {
    expect(lotsOf(big, GRIDDLE_CAKES, limits)).toMatchObject({ because: null, wanted: 1 });
  });

  it('seven eggs in a bowl too small are four and three; masses add up', () => {
    const bowlMl = big.volumeMl / 0.6 / 1.5;
    const { because, lots } = lotsOf(big, GRIDDLE_CAKES, { ...limits, bowlMl });
    expect(because).toBe('bowl');
    expect(lots.map((lot) => lot.lines.find((line) => line.eggs !== undefined)!.eggs)).toEqual([4, 3]);
    expect(lots.reduce((sum, lot) => sum + lot.massG, 0)).toBeCloseTo(big.massG, 9);
    for (const [index, line] of big.lines.entries())
      expect(lots.reduce((sum, lot) => sum + lot.lines[index]!.massG!, 0)).toBeCloseTo(line.massG!, 9);
  });

  it('by the rest window, and by whipped whites that sink in ten minutes (common practice, no source)', () => {
    const window = GRIDDLE_CAKES.rest.latestMin - GRIDDLE_CAKES.rest.bestMin;
    expect(lotsOf(big, GRIDDLE_CAKES, { ...limits, pouringMin: window * 1.2 })).toMatchObject({
      because: 'restWindow',
      wanted: 2,
    });
    const clouds = SHELF.find((body) => body.type === 'whippedWhite')!;
    const whipped = made(clouds, { by: 'eggs', eggs: 6 });
    const { because, lots } = lotsOf(whipped, clouds, { ...limits, pouringMin: 25 });
    expect([because, lots.length]).toEqual(['whites', 3]);
    expect(lots[0]!.lines.filter((line) => line.eggs).map((line) => line.eggs)).toEqual([2, 2]);
  });

  it('never more lots than eggs', () => {
    const { wanted, lots } = lotsOf(made(GRIDDLE_CAKES, { by: 'eggs', eggs: 2 }), GRIDDLE_CAKES, {
      ...limits,
      bowlMl: 300,
    });
    expect([wanted > 2, lots.length]).toEqual([true, 2]);
  });

  it('a stated yield more than a fifth off is told', () => {
    const body = SHELF[0]!;
    const written = made(body, { by: 'factor', factor: 1 });
    expect(yieldCheck(body, written)!.disagrees).toBe(false);
    expect(yieldCheck({ ...body, written: { grainG: 250, pieces: 16 } }, written)!.disagrees).toBe(true);
    expect(yieldCheck({ ...body, written: { grainG: 250 } }, written)).toBeNull();
  });
});

describe('density and schema', () => {
  it('poured densities lie in the bands of batter types (textbook synthesis, from memory)', () => {
    const of = (name: string) =>
      pouredDensityGPerMl(
        ALL.find((body) => body.name === name)!,
        L,
      );
    for (const [name, low, high] of [
      ['Buttermilk cakes', 0.9, 1.05],
      ['Sweet-milk cakes', 0.95, 1.1],
      ['Plain crepes', 1.07, 1.11],
      ['Buckwheat galettes', 1.08, 1.13],
      ['Cloud cakes', 0.25, 0.45],
      ['Maize cakes', 1.0, 1.1],
    ] as const) {
      expect([name, of(name) >= low && of(name) <= high]).toEqual([name, true]);
    }
    expect(gasFreeDensityGPerMl(linesFor(SKERRY_CREPES, 100), L)).toBeCloseTo(1.09, 1);
  });

  it('takes what ships, and names the field of a bad one', () => {
    for (const body of ALL)
      expect([body.name, v.safeParse(FormulaBodySchema, body).success]).toEqual([body.name, true]);
    const bad = (lines: unknown) => {
      const issue = v.safeParse(FormulaBodySchema, { ...GRIDDLE_CAKES, lines }).issues?.[0];
      return issue && v.getDotPath(issue);
    };
    expect(bad([{ ingredientId: 'plainFlour', percent: -5 }, ...GRIDDLE_CAKES.lines.slice(1)])).toBe('lines.0.percent');
    expect(bad([...GRIDDLE_CAKES.lines, { ingredientId: 'salt', percent: 1 }])).toBe('lines');
  });
});
