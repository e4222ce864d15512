import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import type { FormulaFault } from '#core/formula';
import {
  DIETS,
  SHELF,
  SUBSTITUTIONS,
  compareFormulas,
  figuresOf,
  forDiet,
  leaveningBalance,
  linesFor,
  standInsFor,
  substitute,
  substituteAll,
  tasteOf,
  withTaste,
  type FormulaBody,
} from '#core/formula';
import { INGREDIENTS, SHIPPED_LARDER as L, allergensOf, mixtureComposition } from '#core/ingredients';
import { GRIDDLE_CAKES } from '#demo';

const SEA_PA = 101325;
const byId = (id: string) => SUBSTITUTIONS.find((each) => each.id === id)!;
const percent = (body: FormulaBody, id: string) => body.lines.find((line) => line.ingredientId === id)?.percent;
const massOf = (body: FormulaBody) => body.lines.reduce((sum, line) => sum + (line.percent ?? 0), 0);
const change = (body: FormulaBody, id: string) => compareFormulas(body, substitute(body, byId(id)), L, SEA_PA);

describe('a substitution', () => {
  it('changes mass by what it says, and nothing else', () => {
    for (const body of SHELF) {
      for (const each of body.lines.flatMap((line) => standInsFor(line.ingredientId))) {
        const perG = each.to.reduce((sum, to) => sum + to.perG, 0);
        const expected = massOf(body) + percent(body, each.from)! * each.share * (perG - 1);
        expect([each.id, Math.abs(massOf(substitute(body, each)) / expected - 1) < 1e-9]).toEqual([each.id, true]);
      }
    }
  });

  it('names only ingredients that ship', () => {
    for (const { from, to } of SUBSTITUTIONS)
      for (const id of [from, ...to.map((each) => each.ingredientId)])
        expect(Object.hasOwn(INGREDIENTS, id)).toBe(true);
  });

  it('oil for butter keeps fat and water: 14 g butter are 11.35 g oil and 2.24 g water', () => {
    const oiled = substitute(GRIDDLE_CAKES, byId('butterOil'));
    expect(percent(oiled, 'oil')).toBeCloseTo(11.35, 2);
    expect(percent(oiled, 'water')).toBeCloseTo(2.24, 2);
    const { before, after } = change(GRIDDLE_CAKES, 'butterOil');
    expect(after.hydration).toBeCloseTo(before.hydration, 6);
    expect(after.fat).toBeCloseTo(before.fat, 6);
  });

  it('soda and tartar for powder give the same gas and leave nothing over (IUPAC weights)', () => {
    const milk = SHELF.find((body) => body.name === 'Sweet-milk cakes')!;
    const { before, after } = change(milk, 'powderTartar');
    expect(after.gasMl).toBeCloseTo(before.gasMl, 0);
    expect(after.excessSodaG).toBeLessThan(0.02);
    // half a spoon of tartar to a quarter of soda, by the spoon, takes about 59 % of it (FDC masses: 1.5 g and 1.15 g)
    const spoons = leaveningBalance(
      [
        { ingredientId: 'plainFlour', massG: 100 },
        { ingredientId: 'bakingSoda', massG: 1.15 },
        { ingredientId: 'creamOfTartar', massG: 1.5 },
      ],
      L,
      SEA_PA,
    );
    expect(spoons.neutralisableG.value / 1.15).toBeCloseTo(0.58, 1);
  });

  it('sour milk by vinegar carries about half of buttermilk’s acid by the spoon of a cup, so soda is left over', () => {
    const soured = change(GRIDDLE_CAKES, 'buttermilkVinegar');
    expect(soured.after.excessSodaG).toBeGreaterThan(soured.before.excessSodaG + 0.3);
    expect(change(GRIDDLE_CAKES, 'buttermilkOat').allergensGone).toEqual([]); // the butter is still there
  });

  it('what is unknown stays unknown', () => {
    const lines = GRIDDLE_CAKES.lines.map((line) =>
      line.ingredientId === 'butter' ? { ...line, percent: null } : line,
    );
    const oiled = substitute({ ...GRIDDLE_CAKES, lines }, byId('butterOil'));
    expect(percent(oiled, 'oil')).toBeNull();
    expect(figuresOf(oiled, L, SEA_PA).gaps).toEqual(['oil', 'water']);
  });

  it('what is held back is held back of what came instead', () => {
    const swapped = substitute(GRIDDLE_CAKES, byId('buttermilkYogurt'));
    expect(swapped.lines.find((line) => line.ingredientId === 'yogurt')!.heldBack).toBe(0.33);
    expect(swapped.lines.find((line) => line.ingredientId === 'milk')!.heldBack).toBeUndefined();
  });

  it('a part stays when a part is replaced', () => {
    const whole = substitute(GRIDDLE_CAKES, byId('flourQuarterWhole'));
    expect([percent(whole, 'plainFlour'), percent(whole, 'wholeWheatFlour')]).toEqual([75, 25]);
  });

  it('in a circle is refused, and so is what is not there', () => {
    const code = (work: () => unknown) => {
      try {
        work();
      } catch (error) {
        return (error as FormulaFault).code;
      }
      return null;
    };
    expect(
      code(() =>
        substituteAll(GRIDDLE_CAKES, [
          byId('buttermilkKefir'),
          { ...byId('buttermilkKefir'), from: 'kefir', to: [{ ingredientId: 'buttermilk', perG: 1 }] },
        ]),
      ),
    ).toBe('circular');
    expect(
      code(() => substitute(GRIDDLE_CAKES, { from: 'milk', share: 1, to: [{ ingredientId: 'water', perG: 1 }] })),
    ).toBe('nothingToReplace');
    expect(
      code(() => substitute(GRIDDLE_CAKES, { from: 'salt', share: 1, to: [{ ingredientId: 'salt', perG: 1 }] })),
    ).toBe('circular');
  });
});

describe('for a diet', () => {
  it('nothing of it is left, or what is left is named; the plate’s butter is told and not changed', () => {
    const unfit = { dairyFree: ['milk'], eggFree: ['egg'], glutenFree: ['wheat', 'rye', 'barley', 'oats'] };
    for (const body of SHELF) {
      for (const diet of DIETS) {
        const { body: changed, left, plateFat } = forDiet(body, diet, L);
        const holds = changed.lines.filter((line) =>
          L.get(line.ingredientId)!.allergens.some((each) => unfit[diet].includes(each)),
        );
        expect([body.name, diet, holds.map((line) => line.ingredientId)]).toEqual([body.name, diet, [...left]]);
        expect(plateFat).toBe(diet === 'dairyFree' && body.fat.kind === 'butter');
        expect(changed.fat).toEqual(body.fat);
      }
    }
  });

  it('without milk: buttermilk is soured oat drink, butter is oil, and oats come as a new allergen', () => {
    const { body, applied } = forDiet(GRIDDLE_CAKES, 'dairyFree', L);
    expect(applied.map((each) => each.id)).toEqual(['buttermilkOat', 'butterOil']);
    const { allergensAdded, after } = compareFormulas(GRIDDLE_CAKES, body, L, SEA_PA);
    expect(allergensAdded).toEqual(['oats']);
    expect(after.allergens).not.toContain('milk');
    expect(after.plateAllergens).toEqual(['milk']);
  });
});

describe('sweet or savoury', () => {
  it('there and back: sugar and salt change, flour and liquid do not', () => {
    fc.assert(
      fc.property(fc.constantFrom(...SHELF), (body) => {
        const savoury = withTaste(body, 'savoury', L);
        expect(tasteOf(savoury, L)).toBe('savoury');
        expect(tasteOf(withTaste(savoury, 'sweet', L), L)).toBe('sweet');
        for (const line of body.lines.filter((each) =>
          ['grain', 'liquid', 'fat'].includes(L.get(each.ingredientId)!.role),
        ))
          expect(percent(savoury, line.ingredientId)).toBe(line.percent);
      }),
    );
  });

  it('less sugar browns later', () => {
    expect(compareFormulas(GRIDDLE_CAKES, withTaste(GRIDDLE_CAKES, 'savoury', L), L, SEA_PA).browning).toBe('later');
  });
});

describe('two versions beside each other', () => {
  it('every line of both, what was not there told from what is unknown', () => {
    const next = {
      ...GRIDDLE_CAKES,
      lines: [...GRIDDLE_CAKES.lines.slice(0, -1), { ingredientId: 'vanilla', percent: null }],
    };
    const { lines, browning } = compareFormulas(GRIDDLE_CAKES, next, L, SEA_PA);
    expect(lines.find((line) => line.ingredientId === 'butter')).toEqual({
      ingredientId: 'butter',
      before: 14,
      after: undefined,
    });
    expect(lines.find((line) => line.ingredientId === 'vanilla')).toEqual({
      ingredientId: 'vanilla',
      before: undefined,
      after: null,
    });
    expect(browning).toBe('same');
  });

  it('figures by hand: fat of griddle cakes is 1 + 172·.009 + 35·.0951 + 14·.811', () => {
    expect(figuresOf(GRIDDLE_CAKES, L, SEA_PA).fat).toBeCloseTo(1 + 172 * 0.009 + 35 * 0.0951 + 14 * 0.811, 6);
    expect(allergensOf(['butter', 'plainFlour'], L)).toEqual(['wheat', 'milk']);
    expect(mixtureComposition(linesFor(GRIDDLE_CAKES, 100), L).massG).toBeCloseTo(massOf(GRIDDLE_CAKES), 9);
  });
});
