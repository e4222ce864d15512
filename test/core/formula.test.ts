import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import * as v from 'valibot';
import {
  FormulaBodySchema,
  HYDRATION_BAND,
  hydration,
  leaveningBalance,
  linesFor,
  pouredDensityGPerMl,
  scaleToVolume,
} from '#core/formula';
import { edibleEggG } from '#core/ingredients';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const volumes = fc.double({ min: 150, max: 30_000, noNaN: true });
const formulas = fc.constantFrom(GRIDDLE_CAKES, SKERRY_CREPES);

describe('scaling', () => {
  it('gives at least the volume asked, with whole eggs, and nearly no more than an egg over', () => {
    fc.assert(
      fc.property(formulas, volumes, (body, volumeMl) => {
        const batch = scaleToVolume(body, volumeMl, body.portion.volumeMl, 'usLarge');
        const eggs = batch.lines.find((line) => line.ingredientId === 'egg')!;
        expect(batch.volumeMl).toBeGreaterThanOrEqual(volumeMl - 1e-6);
        expect(Number.isInteger(eggs.eggs)).toBe(true);
        expect(eggs.massG).toBeCloseTo(eggs.eggs! * edibleEggG('usLarge'), 9);
        if (volumeMl > 1000) expect(batch.volumeMl).toBeLessThan(volumeMl + 60);
      }),
    );
  });

  it('keeps the water when eggs are rounded: hydration stays within 3 % of the formula', () => {
    fc.assert(
      fc.property(formulas, fc.double({ min: 800, max: 30_000, noNaN: true }), (body, volumeMl) => {
        const exact = hydration(linesFor(body, 100)).withEggG;
        const scaled = hydration(scaleToVolume(body, volumeMl, 60, 'usLarge').lines).withEggG;
        expect(Math.abs(scaled / exact - 1)).toBeLessThan(0.03);
      }),
    );
  });

  it('is linear but for eggs: ten times the volume is ten times the flour', () => {
    const one = scaleToVolume(GRIDDLE_CAKES, 4000, 75, 'usLarge');
    const ten = scaleToVolume(GRIDDLE_CAKES, 40_000, 75, 'usLarge');
    const flour = (batch: typeof one) => batch.lines[0]!.massG;
    expect(flour(ten) / flour(one)).toBeGreaterThan(9.9);
    expect(flour(ten) / flour(one)).toBeLessThan(10.1);
  });

  it('mass, volume and density agree, and pours are volume over portion', () => {
    const batch = scaleToVolume(SKERRY_CREPES, 1200, 60, 'euL');
    expect(batch.lines.reduce((sum, line) => sum + line.massG, 0)).toBeCloseTo(batch.massG, 9);
    expect(batch.massG / batch.volumeMl).toBeCloseTo(batch.densityGPerMl, 9);
    expect(batch.pours).toBeCloseTo(batch.volumeMl / 60, 9);
  });

  it('holds back the share the formula says', () => {
    const buttermilk = scaleToVolume(GRIDDLE_CAKES, 4000, 75, 'usLarge').lines.find(
      (line) => line.ingredientId === 'buttermilk',
    )!;
    expect(buttermilk.heldBackG / buttermilk.massG).toBeCloseTo(0.33, 9);
  });

  it('refuses to make nothing', () => {
    expect(() => scaleToVolume(GRIDDLE_CAKES, 0, 75, 'usLarge')).toThrow('volume');
    expect(() => scaleToVolume(GRIDDLE_CAKES, 100, 0, 'usLarge')).toThrow('portion');
  });

  it('poured densities fall in the bands of batter types (textbook synthesis): buttermilk 0.90–1.05, crepe 1.07–1.11', () => {
    expect(pouredDensityGPerMl(GRIDDLE_CAKES)).toBeGreaterThan(0.9);
    expect(pouredDensityGPerMl(GRIDDLE_CAKES)).toBeLessThan(1.05);
    expect(pouredDensityGPerMl(SKERRY_CREPES)).toBeGreaterThan(1.07);
    expect(pouredDensityGPerMl(SKERRY_CREPES)).toBeLessThan(1.115);
  });
});

describe('hydration and balance', () => {
  it('hydration by hand: cakes 172·0.901 + 14·0.16 without egg, and 35·0.7615 more with it', () => {
    const water = hydration(linesFor(GRIDDLE_CAKES, 100));
    // powder's 5 % and the traces of soda, salt and sugar count too
    const traces = 3.4 * 0.05 + 1.3 * 0.002 + 1.2 * 0.002 + 9 * 0.0002;
    expect(water.withoutEggG).toBeCloseTo(172 * 0.901 + 14 * 0.16 + traces, 6);
    expect(water.withEggG - water.withoutEggG).toBeCloseTo(35 * 0.7615, 6);
  });

  it('shipped formulas lie in the bands of their types', () => {
    for (const body of [GRIDDLE_CAKES, SKERRY_CREPES]) {
      const { withEggG } = hydration(linesFor(body, 100));
      expect(withEggG).toBeGreaterThan(HYDRATION_BAND[body.type].low);
      expect(withEggG).toBeLessThan(HYDRATION_BAND[body.type].high);
    }
  });

  it('a cup of buttermilk takes about 1.9 g soda: 0.85 % lactic acid by stoichiometry (IUPAC weights; acid share from memory)', () => {
    const balance = leaveningBalance([
      { ingredientId: 'plainFlour', massG: 125 },
      { ingredientId: 'buttermilk', massG: 240 },
      { ingredientId: 'bakingSoda', massG: 1.9 },
    ]);
    expect(balance.neutralisableG.value).toBeCloseTo((240 * 0.0085 * 84.007) / 90.08, 6);
    expect(balance.verdict).toBe('balanced');
  });

  it('says what is left over', () => {
    const with_ = (sodaG: number, powderG = 0) =>
      leaveningBalance(
        [
          { ingredientId: 'plainFlour' as const, massG: 100 },
          { ingredientId: 'buttermilk' as const, massG: 170 },
          { ingredientId: 'bakingSoda' as const, massG: sodaG },
          { ingredientId: 'bakingPowder' as const, massG: powderG },
        ].filter((line) => line.massG > 0),
      ).verdict;
    expect(with_(3)).toBe('alkaline');
    expect(with_(0.5)).toBe('sour');
    expect(with_(0, 4)).toBe('powderOnly');
    expect(with_(0)).toBe('none');
  });

  it('needs grain', () => {
    expect(() => hydration([{ ingredientId: 'milk', massG: 10 }])).toThrow('grain');
  });
});

describe('the formula schema', () => {
  it('takes the shipped formulas and names the field of a bad one', () => {
    expect(v.safeParse(FormulaBodySchema, GRIDDLE_CAKES).success).toBe(true);
    const bad = v.safeParse(FormulaBodySchema, {
      ...GRIDDLE_CAKES,
      lines: [{ ingredientId: 'plainFlour', percent: -5 }, ...GRIDDLE_CAKES.lines],
    });
    expect(bad.success).toBe(false);
    expect(v.getDotPath(bad.issues![0])).toBe('lines.0.percent');
  });
});
