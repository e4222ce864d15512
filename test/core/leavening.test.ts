import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import {
  HYDRATION_BAND,
  SHELF,
  againstBand,
  figuresOf,
  hydration,
  leaveningBalance,
  partsAgainstBands,
  linesFor,
  lastDayOf,
  tinState,
} from '#core/formula';
import { SHIPPED_LARDER as L, type Amount } from '#core/ingredients';
import { pressureAtAltitudePa } from '#core/units';

const SEA_PA = 101325;
const amounts = (grams: Record<string, number | null>): Amount[] =>
  Object.entries(grams).map(([ingredientId, massG]) => ({ ingredientId, massG }));
const balance = (grams: Record<string, number | null>, pressurePa = SEA_PA) =>
  leaveningBalance(amounts(grams), L, pressurePa);

describe('acid against soda', () => {
  it('neutralised soda by stoichiometry (IUPAC weights; acid shares from memory)', () => {
    const takes = (grams: Record<string, number>) => balance({ plainFlour: 100, ...grams }).neutralisableG.value;
    expect(takes({ buttermilk: 240 })).toBeCloseTo((240 * 0.0085 * 84.007) / 90.08, 2); // lactic, one proton: 1.9 g
    expect(takes({ vinegar: 14.79 * 1.01 })).toBeCloseTo((14.79 * 1.01 * 0.05 * 84.007) / 60.05, 2); // acetic: 1.03–1.05 g
    expect(takes({ lemonJuice: 14.79 * 1.03 })).toBeCloseTo((14.79 * 0.048 * 3 * 84.007) / 192.12, 2); // citric, three: 0.93 g
    expect(takes({ creamOfTartar: 100 })).toBeCloseTo((100 * 84.007) / 188.18, 1); // neutralising value 45 (Heidolph 1996)
    expect(takes({ yogurt: 245 })).toBeCloseTo((245 * 0.01 * 84.007) / 90.08, 2); // 2.3 g
  });

  it('says what is left over, and does not call soda without acid balanced', () => {
    const of = (grams: Record<string, number>) => balance({ plainFlour: 100, ...grams }).verdict;
    expect(of({ buttermilk: 170, bakingSoda: 3 })).toBe('alkaline');
    expect(of({ buttermilk: 170, bakingSoda: 1.55 })).toBe('slightlyAlkaline');
    expect(of({ buttermilk: 170, bakingSoda: 1.3 })).toBe('balanced');
    expect(of({ buttermilk: 170, bakingSoda: 0.5 })).toBe('sour');
    expect(of({ milk: 170, bakingSoda: 1 })).toBe('noAcid');
    expect(of({ milk: 170, bakingPowder: 4 })).toBe('powderOnly');
    expect(of({ milk: 170 })).toBe('none');
    expect(balance({ plainFlour: 100, bakingSoda: 1, bakingPowder: 3 }).both).toBe(true);
  });

  it('an unknown amount of something sour is a gap, not zero', () => {
    expect(balance({ plainFlour: 100, bakingSoda: 1, buttermilk: null, salt: null }).gaps).toEqual(['buttermilk']);
  });

  it('needs grain', () => {
    expect(() => balance({ milk: 10 })).toThrow('grain');
  });
});

describe('gas', () => {
  it('of a gram of soda: 291 mL by acid, half by heat alone; of a gram of powder 66.7 mL (ideal gas at 25 °C, CODATA R)', () => {
    const gas = (grams: Record<string, number>) => balance({ plainFlour: 100, ...grams }).gasMlPer100g.value;
    expect(gas({ bakingSoda: 1, vinegar: 50 })).toBeCloseTo(291, 0);
    expect(gas({ bakingSoda: 1 })).toBeCloseTo(291 / 2, 0);
    expect(gas({ bakingPowder: 1 })).toBeCloseTo(66.7, 1);
    expect(gas({ bakingPowder: 4.6 })).toBeCloseTo(307, 0);
    // a gram of soda is worth 4.4 g of 12 % powder
    expect(gas({ bakingSoda: 1, vinegar: 50 }) / gas({ bakingPowder: 1 })).toBeCloseTo(4.37, 1);
  });

  it('grows as the air thins, by Boyle: a quarter less powder at 2500 m', () => {
    const at = (m: number) => balance({ plainFlour: 100, bakingPowder: 4 }, pressureAtAltitudePa(m)).gasMlPer100g.value;
    expect(at(0) / at(2500)).toBeCloseTo(0.737, 3);
  });

  it('more soda never gives less gas, more acid never leaves more soda', () => {
    const g = fc.double({ min: 0, max: 8, noNaN: true });
    fc.assert(
      fc.property(g, g, g, (soda, more, tartar) => {
        const of = (bakingSoda: number, creamOfTartar: number) =>
          balance({ plainFlour: 100, bakingSoda, creamOfTartar });
        expect(of(soda + more, tartar).gasMlPer100g.value).toBeGreaterThanOrEqual(
          of(soda, tartar).gasMlPer100g.value - 1e-9,
        );
        expect(of(soda, tartar + more).excessSodaG).toBeLessThanOrEqual(of(soda, tartar).excessSodaG + 1e-9);
      }),
    );
  });

  it.each([
    [0, 101325],
    [500, 95460],
    [1000, 89870],
    [1500, 84560],
    [2000, 79500],
    [3000, 70110],
  ])('pressure at %d m as tabled in the ICAO standard atmosphere (Doc 7488, from memory)', (altitudeM, pressurePa) => {
    expect(Math.abs(pressureAtAltitudePa(altitudeM) - pressurePa)).toBeLessThan(15);
  });

  it('a kitchen on the moon is refused', () => {
    expect(() => pressureAtAltitudePa(9000)).toThrow('6000');
  });
});

describe('a tin', () => {
  it('is good on its last day, past it on the next, and unknown without a date', () => {
    expect(tinState({ useBy: '2026-11-26' }, '2026-11-26')).toBe('good');
    expect(tinState({ useBy: '2026-11-25' }, '2026-11-26')).toBe('past');
    expect(tinState({ useBy: null }, '2026-11-26')).toBe('unknown');
  });

  // USDA FoodKeeper: baking powder and soda, six months once opened (from memory)
  it.each([
    [null, '2026-05-27', '2026-11-27'],
    ['2027-12-31', '2026-08-31', '2027-02-28'],
    ['2026-06-30', '2026-05-28', '2026-06-30'],
    ['2026-06-30', null, '2026-06-30'],
    [null, null, null],
  ])('use by %s, opened on %s: good until %s', (useBy, openedOn, last) => {
    expect(lastDayOf({ useBy, openedOn })).toBe(last);
  });
});

/** Hand arithmetic, per 100 g of grain: water of each line, then soda that acid takes against soda that is there. */
const BY_HAND: Record<string, { water: number; takes: number; soda: number; volumeMl: [number, number] }> = {
  // 170·.901 + 40·.7615 + 15·.16 + 3·.05 + traces = 153.17 + 30.46 + 2.4 + .15; 170·.00793 = 1.348
  'Buttermilk cakes': { water: 186.2, takes: 1.348, soda: 1.2, volumeMl: [320, 340] },
  // 150·.881 + 40·.7615 + 15·.16 + 6·.05 = 132.15 + 30.46 + 2.4 + .3
  'Sweet-milk cakes': { water: 165.3, takes: 0, soda: 0, volumeMl: [300, 320] },
  // 120·.881 + 30·.7615 + 6·.16 + 5·.05 = 105.72 + 22.85 + .96 + .25
  'Drop cakes': { water: 129.8, takes: 0, soda: 0, volumeMl: [255, 272] },
  // 180·.901 + 40·.7615 + 12·.16 + 8·.171 + 3·.05 = 162.18 + 30.46 + 1.92 + 1.37 + .15; 180·.00793 + 8·.0021
  'Half whole-grain cakes': { water: 196.1, takes: 1.444, soda: 1.2, volumeMl: [328, 347] },
  // 180·.881 + 50·.7615 + 10·.16 + 5·.05 + 8·.013 = 158.58 + 38.08 + 1.6 + .25 + .1; 8·.0007
  'Oat cakes from the griddle': { water: 198.6, takes: 0.0056, soda: 0, volumeMl: [332, 351] },
  // 170·.901 + 45·.7615 + 14·.16 + 3.5·.05 = 153.17 + 34.27 + 2.24 + .18; 170·.00793
  'Maize cakes': { water: 189.9, takes: 1.348, soda: 0.9, volumeMl: [316, 335] },
  // 150·.881 + 50·.7615 + 14·.16 + 5·.05 + .8·.1 = 132.15 + 38.08 + 2.24 + .25 + .08
  'Cakes without gluten': { water: 172.8, takes: 0, soda: 0, volumeMl: [309, 328] },
  // 150·.90 + 40·.7615 + 11·.948 + 3.5·.05 = 135 + 30.46 + 10.43 + .18; 11·.06995
  'Cakes without milk': { water: 176.1, takes: 0.769, soda: 0.8, volumeMl: [306, 325] },
  // 190·.901 + 14·.16 + 6·.07 + 4·.05 = 171.19 + 2.24 + .42 + .2; 190·.00793
  'Cakes without egg': { water: 174.1, takes: 1.507, soda: 1, volumeMl: [304, 322] },
  // 165·.8757 + 85·.5231 + 65·.881 + 4·.526 + 3·.923 + 3·.05 + 60·.0002 = 144.49 + 44.46 + 57.27 + 2.1 + 2.77 + .15; 3·.0611
  'Cloud cakes': { water: 251.3, takes: 0.183, soda: 0, volumeMl: [1160, 1240] },
  // 210·.881 + 80·.7615 + 15·.16 = 185.01 + 60.92 + 2.4
  'Plain crepes': { water: 248.3, takes: 0, soda: 0, volumeMl: [360, 381] },
  // 430·.881 + 200·.7615 + 20·.16 = 378.83 + 152.3 + 3.2
  'Spoon crepes, rich in egg': { water: 534.3, takes: 0, soda: 0, volumeMl: [690, 725] },
  // 220·1 + 15·.7615 = 220 + 11.42
  'Buckwheat galettes': { water: 231.4, takes: 0, soda: 0, volumeMl: [298, 314] },
  // 200·1
  'Chickpea rounds': { water: 200.0, takes: 0, soda: 0, volumeMl: [279, 294] },
};

describe('every formula that ships, by hand arithmetic', () => {
  it('there are at least twelve, each worked out here', () => {
    expect(SHELF.length).toBeGreaterThanOrEqual(12);
    expect(SHELF.map((body) => body.name).sort()).toEqual(Object.keys(BY_HAND).sort());
  });

  it.each(SHELF.map((body) => [body.name, body] as const))('%s: water, balance, volume, bands', (name, body) => {
    const hand = BY_HAND[name]!;
    const lines = linesFor(body, 100);
    const water = hydration(lines, L);
    expect(water.withEggG).toBeCloseTo(hand.water, 0);
    const leavening = leaveningBalance(lines, L, SEA_PA);
    expect(leavening.neutralisableG.value).toBeCloseTo(hand.takes, 2);
    expect(leavening.sodaG).toBe(hand.soda);
    expect(['none', 'powderOnly', 'balanced', 'sour', 'slightlyAlkaline']).toContain(leavening.verdict);
    // each 100 g by its parts: water 1.003, carbohydrate .628, protein .758, fat 1.09 mL/g (Choi & Okos), gas on top
    const [low, high] = hand.volumeMl;
    const totalG = lines.reduce((sum, line) => sum + line.massG!, 0);
    const volumeMl = totalG / pouredDensity(body);
    expect([name, volumeMl >= low && volumeMl <= high]).toEqual([name, true]);
    const figures = figuresOf(body, L, SEA_PA);
    expect(figures.gaps).toEqual([]);
    expect([name, againstBand(figures.hydration, HYDRATION_BAND[body.type])]).toEqual([name, 'within']);
    for (const { part, percent, stands } of partsAgainstBands(lines, body.type, L))
      if (percent > 0) expect([name, part, stands]).toEqual([name, part, 'within']);
  });
});

/** The batter's density worked out again from its parts, apart from the code under test. */
function pouredDensity(body: (typeof SHELF)[number]): number {
  const gas = { leavened: 0.1, coarseMeal: 0.08, whippedWhite: 0.05, thin: 0, eggRichThin: 0, yeast: 0.3, other: 0.05 }[
    body.type
  ];
  let massG = 0;
  let volumeMl = 0;
  for (const line of body.lines) {
    const c = L.get(line.ingredientId)!.composition!;
    const ash = Math.max(0, 100 - c.waterG - c.proteinG - c.fatG - c.carbohydrateG);
    massG += line.percent!;
    volumeMl +=
      (line.percent! / 100) *
      (c.waterG / 0.997 + c.proteinG / 1.32 + c.fatG / 0.917 + c.carbohydrateG / 1.593 + ash / 2.418);
  }
  // six times their weight of air in whipped whites, of which folding leaves four fifths
  const whites = body.lines.find(({ ingredientId }) => ingredientId === 'eggWhite')?.percent ?? 0;
  return massG / (volumeMl / (1 - gas) + (body.type === 'whippedWhite' ? 4.8 * whites : 0));
}
