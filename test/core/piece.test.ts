import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { linesFor } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import {
  PIECE_PARAMETERS,
  STANDARD_PRESSURE_PA,
  advance,
  batterProperties,
  browningWord,
  cueTimeAt,
  flipBestAt,
  latentHeatJPerKg,
  newColumn,
  simulatePiece,
  timelineAt,
  timelineTable,
  unsetShare,
  type BatterProperties,
  type ColumnSettings,
  type PieceInput,
} from '#core/piece';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const CAKE = batterProperties(linesFor(GRIDDLE_CAKES, 100), 'leavened', SHIPPED_LARDER);
const CREPE = batterProperties(linesFor(SKERRY_CREPES, 100), 'thin', SHIPPED_LARDER);

const cake = (surfaceC: number, more: Partial<PieceInput> = {}): PieceInput => ({
  batter: CAKE,
  thicknessMm: 8.5,
  batterC: 20,
  plate: { surfaceC, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
  ambientC: 22,
  pressurePa: STANDARD_PRESSURE_PA,
  ...more,
});
const crepe = (surfaceC: number): PieceInput => ({
  ...cake(surfaceC),
  batter: CREPE,
  thicknessMm: 1.3,
  plate: { surfaceC, arealHeatCapacityJm2K: 9_400, recoveryWm2K: 230 },
});

describe('heat into a solid, against closed forms', () => {
  // a piece with no pores, no boiling (high pressure) and no losses is a plain conducting solid
  const k = 0.45;
  const alpha = 1.345e-7;
  const solid: BatterProperties = {
    ...CREPE,
    waterFraction: 0.66,
    gasFraction: 0,
    densityKgM3: k / alpha / (0.34 * 1500 + 0.66 * 4179),
  };
  const settings = (contact: number): ColumnSettings => ({
    batter: solid,
    parameters: {
      ...PIECE_PARAMETERS,
      conductivityWmK: k,
      pores: { leavened: 0, thin: 0 },
      contactWetWm2K: contact,
      contactDryWm2K: contact,
      topConvectionWm2K: 0,
    },
    plate: { surfaceC: 180, arealHeatCapacityJm2K: 1e12, recoveryWm2K: 0 },
    ambientC: 20,
    pressurePa: 5e6,
    stepS: 0.05,
  });
  const run = (contact: number, seconds: number) => {
    const column = newColumn(settings(contact), 0.06, 20, 100);
    for (let t = 0; t < seconds - 1e-9; t += 0.05) advance(column, settings(contact), 1);
    return column;
  };

  it('semi-infinite solid with surface convection, h 400, 180 °C, 30 s: surface at 135.14 °C (Carslaw & Jaeger)', () => {
    const column = run(400, 30);
    const flux = (2 * k * (180 - column.tempC[0]!)) / (column.cellM[0]! + (2 * k) / 400);
    const surfaceC = 180 - flux / 400;
    expect(surfaceC).toBeCloseTo(135.14, 0);
  });

  it('semi-infinite solid with a fixed surface, 20 → 100 °C, 30 s: 606.67 kJ/m² taken in (2kΔT√(t/πα))', () => {
    const hot = settings(1e6);
    const fixed = { ...hot, plate: { ...hot.plate, surfaceC: 100 } };
    const column = newColumn(fixed, 0.06, 20, 100);
    for (let t = 0; t < 30 - 1e-9; t += 0.05) advance(column, fixed, 1);
    expect(column.heatInJM2 / 606_670).toBeGreaterThan(0.97);
    expect(column.heatInJM2 / 606_670).toBeLessThan(1.03);
  });
});

describe('what goes in comes out', () => {
  const settings: ColumnSettings = {
    batter: CAKE,
    parameters: PIECE_PARAMETERS,
    plate: { surfaceC: 185, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
    ambientC: 22,
    pressurePa: STANDARD_PRESSURE_PA,
    stepS: 0.25,
  };

  it('water closes to 1e-9', () => {
    const column = newColumn(settings, 0.0085, 20, 16);
    const water = () => column.moisture.reduce((sum, x, i) => sum + x * column.dryKgM2[i]!, 0);
    const before = water();
    for (let i = 0; i < 600; i++) advance(column, settings, 1);
    expect(column.steamLostKgM2).toBeGreaterThan(0);
    expect(Math.abs(before - water() - column.steamLostKgM2) / before).toBeLessThan(1e-9);
  });

  it('energy closes to 1 % with a closed top', () => {
    const closed = { ...settings, parameters: { ...PIECE_PARAMETERS, topConvectionWm2K: 0 } };
    const column = newColumn(closed, 0.0085, 20, 16);
    // sensible heat against 20 °C, water leaving at about 100 °C with its latent heat
    const stored = () =>
      column.tempC.reduce((sum, t, i) => sum + column.dryKgM2[i]! * (1500 + 4179 * column.moisture[i]!) * (t - 20), 0);
    for (let i = 0; i < 480; i++) advance(column, closed, 1);
    const left = column.steamLostKgM2 * (latentHeatJPerKg(100) + 4179 * 80);
    expect(Math.abs(stored() + left - column.heatInJM2) / column.heatInJM2).toBeLessThan(0.01);
  });

  it('nothing boils above what its pressure allows, and wet batter stays near the boiling point', () => {
    const column = newColumn(settings, 0.0085, 20, 16);
    for (let i = 0; i < 400; i++) advance(column, settings, 1);
    const middle = column.tempC[8]!;
    expect(middle).toBeLessThan(101.5);
    expect(unsetShare(column)).toBeLessThan(0.6);
  });
});

describe('first and second side in the ranges of the trade (common practice, no source)', () => {
  it('leavened, ready griddle (175–190 °C): first side 90–120 s, second 30–60 s', () => {
    for (const surfaceC of [175, 182, 190]) {
      const piece = simulatePiece(cake(surfaceC));
      expect(piece.flip.bestS).toBeGreaterThanOrEqual(90);
      expect(piece.flip.bestS).toBeLessThanOrEqual(120);
      expect(piece.lift.bestS).toBeGreaterThanOrEqual(30);
      expect(piece.lift.bestS).toBeLessThanOrEqual(61);
    }
  });

  it('leavened at the cool end, 150 °C: 120–180 s and paler', () => {
    const cool = simulatePiece(cake(150));
    expect(cool.flip.bestS).toBeGreaterThanOrEqual(120);
    expect(cool.flip.bestS).toBeLessThanOrEqual(180);
    expect(cool.brownedAt.golden ?? Infinity).toBeGreaterThan(cool.flip.bestS);
  });

  it('leavened at the hot end, 210 °C: 60–75 s, coloured before it is set', () => {
    const hot = simulatePiece(cake(210));
    expect(hot.flip.bestS).toBeGreaterThanOrEqual(60);
    expect(hot.flip.bestS).toBeLessThanOrEqual(75);
    expect(hot.brownedAt.brown!).toBeLessThanOrEqual(hot.cues.holesStay!);
  });

  it('thin, hot (195–210 °C): 30–60 s, second 10–45 s; gentle (150 °C): 120–180 s', () => {
    for (const surfaceC of [195, 205]) {
      const film = simulatePiece(crepe(surfaceC));
      expect(film.flip.bestS).toBeGreaterThanOrEqual(30);
      expect(film.flip.bestS).toBeLessThanOrEqual(60);
      expect(film.lift.bestS).toBeGreaterThanOrEqual(10);
      expect(film.lift.bestS).toBeLessThanOrEqual(45);
    }
    expect(simulatePiece(crepe(150)).flip.bestS).toBeGreaterThanOrEqual(118);
    expect(simulatePiece(crepe(150)).flip.bestS).toBeLessThanOrEqual(180);
  });

  it('cues come in the order cooks know: rim bubbles, covered face, dry edge, golden below, holes stay', () => {
    const { cues } = simulatePiece(cake(182));
    const order = (['rimBubbles', 'coveredFace', 'dryEdge', 'golden', 'holesStay'] as const).map((cue) => cues[cue]!);
    expect([...order].sort((a, b) => a - b)).toEqual(order);
  });
});

describe('response', () => {
  it('first side falls steadily as the surface rises over 150–210 °C', () => {
    for (const make of [cake, crepe]) {
      const times = [150, 160, 170, 180, 190, 200, 210].map((surfaceC) => simulatePiece(make(surfaceC)).flip.bestS);
      for (let i = 1; i < times.length; i++) expect(times[i]!).toBeLessThan(times[i - 1]!);
      expect(times[0]! / times.at(-1)!).toBeGreaterThan(1.8);
    }
  });

  it('hotter, sweeter, more milk, more alkaline: golden earlier', () => {
    const golden = (input: PieceInput) => simulatePiece(input).brownedAt.golden ?? Infinity;
    fc.assert(
      fc.property(
        fc.integer({ min: 176, max: 205 }),
        fc.constantFrom('heat', 'sugarsPercent', 'milkSolidsPercent', 'ph'),
        (surfaceC, what) => {
          const more =
            what === 'heat'
              ? cake(surfaceC + 6)
              : cake(surfaceC, { batter: { ...CAKE, [what]: CAKE[what as 'ph'] + (what === 'ph' ? 0.5 : 3) } });
          expect(golden(more)).toBeLessThan(golden(cake(surfaceC)));
        },
      ),
      { numRuns: 16 },
    );
  });

  it('colder batter and thicker pieces: done later; lower pressure does not scorch them sooner', () => {
    const best = (more: Partial<PieceInput>) => simulatePiece(cake(180, more)).flip.bestS;
    expect(best({ batterC: 5 })).toBeGreaterThan(best({ batterC: 20 }) + 10);
    expect(best({ batterC: 30 })).toBeLessThan(best({ batterC: 20 }));
    expect(best({ thicknessMm: 10 })).toBeGreaterThan(best({ thicknessMm: 8 }));
    expect(best({ thicknessMm: 6 })).toBeLessThan(best({ thicknessMm: 8 }));
    expect(best({ pressurePa: 79_500 })).toBeGreaterThan(best({}) * 0.9);
  });

  it('a plate that feeds less heat cooks more slowly', () => {
    const plate = (recoveryWm2K: number) => ({ plate: { surfaceC: 182, arealHeatCapacityJm2K: 10_000, recoveryWm2K } });
    expect(simulatePiece(cake(182, plate(80))).flip.bestS).toBeGreaterThan(
      simulatePiece(cake(182, plate(600))).flip.bestS,
    );
  });

  it('windows are in order, and a plate far too hot is called so', () => {
    for (const surfaceC of [140, 175, 190, 205, 230]) {
      const { flip, lift } = simulatePiece(cake(surfaceC));
      for (const window of [flip, lift]) {
        expect(window.earliestS).toBeLessThanOrEqual(window.bestS);
        expect(window.bestS).toBeLessThanOrEqual(window.latestS);
      }
    }
    expect(simulatePiece(cake(230)).tooHot).toBe(true);
    expect(simulatePiece(cake(182)).tooHot).toBe(false);
    expect(simulatePiece(cake(95)).tooCool).toBe(true);
  });
});

describe('the table', () => {
  const table = timelineTable(cake(182));

  it('interpolates the simulation within 3 s or 4 % at surfaces it was not made for', () => {
    for (const surfaceC of [157, 171.5, 183, 196]) {
      const exact = simulatePiece(cake(surfaceC));
      const quick = timelineAt(table, surfaceC);
      const tolerance = Math.max(3, 0.04 * exact.flip.bestS);
      expect(Math.abs(quick.flip.bestS - exact.flip.bestS)).toBeLessThan(tolerance);
      for (const cue of ['rimBubbles', 'coveredFace', 'dryEdge', 'holesStay'] as const) {
        expect(Math.abs(quick.cues[cue]! - exact.cues[cue]!)).toBeLessThan(tolerance);
      }
    }
  });

  it('gives the same answer by either way of asking, holds its ends, and scales by the time factor', () => {
    expect(cueTimeAt(table, 'coveredFace', 181)).toBeCloseTo(timelineAt(table, 181).cues.coveredFace!, 9);
    expect(flipBestAt(table, 181)).toBeCloseTo(timelineAt(table, 181).flip.bestS, 9);
    expect(flipBestAt(table, 400)).toBe(flipBestAt(table, 250));
    expect(timelineAt(table, 181, 1.2).flip.bestS).toBeCloseTo(1.2 * flipBestAt(table, 181), 9);
  });
});

describe('words for browning', () => {
  it('go from raw to burnt as it darkens, each once', () => {
    const words = [82, 78, 70, 60, 50, 40, 30].map(browningWord);
    expect(words).toEqual(['raw', 'pale', 'lightGold', 'golden', 'brown', 'dark', 'burnt']);
  });
});

describe('a batter as the model sees it', () => {
  it('takes water, sugar and gas from what went in', () => {
    expect(CAKE.waterFraction).toBeGreaterThan(0.5);
    expect(CREPE.waterFraction).toBeGreaterThan(CAKE.waterFraction);
    // soda 1.3 g and powder 3.4 g at 12 % CO₂ in about 336 g: 0.0155 + 0.0093 mol
    expect(CAKE.leaveningMolPerKg).toBeCloseTo((1.3 / 84.007 + (3.4 * 0.12) / 44.009) / 0.3359, 3);
    expect(CREPE.leaveningMolPerKg).toBe(0);
  });
});
