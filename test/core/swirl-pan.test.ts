import { describe, expect, it } from '@jest/globals';
import { Memo } from '#core/memo';
import { fold, type StoredEvent } from '#core/run';
import { runView } from '#core/setup';
import {
  USUAL_HANDS,
  dryPan,
  filmLaw,
  filmM3,
  filmOutlook,
  filmShape,
  pourOn,
  setDepthAt,
  setDepths,
  swirl,
  thinBatter,
  type SwirlHands,
} from '#core/swirl';
import { filmSetup } from '#core/what-if';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PAN_ONE, READ_PINS, SERVICE_MS, numbered, writer } from './fixtures.ts';

/** 2.5 mm of steel: what a crepe pan stores. */
const STEEL = 0.0025 * 7850 * 490;
const plateAt = (surfaceC: number) => ({ surfaceC, arealHeatCapacityJm2K: STEEL, fedWm2: 0 });
function swirled(of: { mm?: number; ml?: number; paS?: number; atC?: number; cells?: number } & Partial<SwirlHands>) {
  const { mm = 240, ml = 60, paS = 0.05, atC = 180, cells = 48, ...hands } = of;
  const pan = dryPan({
    base: { kind: 'round', diameterMm: mm },
    ...{ batter: thinBatter(paS, 1050), batterC: 20, plate: plateAt(atC), cells },
  });
  swirl(pan, ml, { ...USUAL_HANDS, ...hands });
  return { pan, shape: filmShape(pan.film) };
}
const covers = (of: Parameters<typeof swirled>[0]) => swirled(of).shape.coverage;

describe('21.2 what a film covers (common practice, no source)', () => {
  it.each([
    ['60 mL on 24 cm, as thin as single cream', { paS: 0.015 }],
    ['60 mL on 24 cm, as thick as heavy cream', { paS: 0.06 }],
    ['80 mL on 28 cm', { mm: 280, ml: 80 }],
    ['60 mL on 18 cm', { mm: 180 }],
    ['60 mL on 23 cm', { mm: 230 }],
  ])('%s', (_name, of) => {
    expect(covers(of)).toBeGreaterThanOrEqual(0.97);
  });

  it('a batter as thick as for cakes does not cover, nor does half the batter', () => {
    expect(covers({ paS: 1 })).toBeLessThan(0.7);
    expect(covers({ ml: 30, paS: 0.09 })).toBeLessThan(0.7);
  });

  it('the hotter the pan the sooner it must be tilted; off the heat there are some seconds more', () => {
    const late = (atC: number) => covers({ atC, waitS: 5 });
    expect(late(140)).toBeGreaterThan(0.97);
    expect(late(200)).toBeLessThan(0.96);
    expect(late(140)).toBeGreaterThan(late(200));
    const held = (fedWm2: number) => {
      const depths = setDepths({ ...plateAt(180), fedWm2 }, 20);
      return [1, 3, 6].map((s) => setDepthAt(depths, s));
    };
    const [off, on] = [held(0), held(20_000)];
    for (const [i, depthM] of off.entries()) expect(depthM).toBeLessThanOrEqual(on[i]!);
  });

  it('what sets on a plate of 180 °C is as thin as a hair after a second and a third of a film after three', () => {
    // the prototype's conduction: 0.04, 0.29, 0.47, 0.79 mm at 1, 3, 5, 10 s
    const depths = setDepths(plateAt(180), 20);
    for (const [s, mm] of [
      [1, 0.04],
      [3, 0.29],
      [5, 0.47],
      [10, 0.79],
    ] as const)
      expect(Math.abs(setDepthAt(depths, s) * 1000 - mm)).toBeLessThan(0.03);
  });

  it('the quick law says what the grid does, within three points where a pour nearly covers', () => {
    const worst = [
      ...([0.03, 0.05, 0.09, 0.15, 0.25] as const).map((paS) => ({ paS })),
      { mm: 280, ml: 80 },
      { mm: 200, ml: 45, atC: 200 },
      { paS: 0.08, atC: 150, ml: 70, waitS: 2 },
    ].map((of) => {
      const { mm = 240, ml = 60, paS = 0.05, atC = 180, waitS = 0 } = of as Parameters<typeof swirled>[0];
      const law = filmLaw({
        base: { kind: 'round', diameterMm: mm },
        ...{ batter: thinBatter(paS, 1050), batterC: 20, plate: plateAt(atC), cells: 64 },
      });
      return Math.abs(law(ml, 1, waitS).coverage - covers({ ...of, cells: 64 }));
    });
    expect(Math.max(...worst)).toBeLessThan(0.03);
  });

  it('a finer grid says the same within three points, and all that was poured is there', () => {
    const each = [64, 96].map((cells) => swirled({ paS: 0.09, cells }));
    console.log(
      `Grid 64², 96²: ${each.map(({ shape }) => `${(100 * shape.coverage).toFixed(1)} %`).join(', ')} covered`,
    );
    expect(Math.abs(each[0]!.shape.coverage - each[1]!.shape.coverage)).toBeLessThan(0.03);
    for (const { pan } of each) expect(filmM3(pan.film)).toBeCloseTo(60e-6, 12);
  });
});

describe('21 holes and where to dab', () => {
  it('a hole is told with its place and a dab, and the dab mends it', () => {
    const { pan, shape } = swirled({ ml: 50, paS: 0.09 });
    const hole = shape.holes[0]!;
    expect(hole.dabMl).toBeGreaterThan(1);
    expect(hole.dabMl).toBeLessThan(20);
    pourOn(pan, hole.dabMl * 1e-6, hole, Math.sqrt(hole.areaM2 / Math.PI));
    const mended = filmShape(pan.film);
    expect(mended.holes.reduce((sum, { areaM2 }) => sum + areaM2, 0)).toBeLessThan(
      shape.holes.reduce((sum, { areaM2 }) => sum + areaM2, 0),
    );
    expect(mended.coverage).toBeGreaterThan(shape.coverage);
  });

  it('an even film varies less than one that is tilted one way alone, which runs up the rim there', () => {
    const even = swirled({});
    const oneWay = swirled({ turnsPerS: 0 });
    expect(oneWay.shape.unevenness).toBeGreaterThan(2 * even.shape.unevenness);
    expect(oneWay.shape.rimShare).toBeGreaterThan(even.shape.rimShare);
  });

  it('a rectangle is filled to its corners', () => {
    const pan = dryPan({
      base: { kind: 'rectangle', widthMm: 180, depthMm: 140 },
      ...{ batter: thinBatter(0.03, 1050), batterC: 20, plate: plateAt(180), cells: 48 },
    });
    swirl(pan, 50, USUAL_HANDS);
    expect(filmShape(pan.film).coverage).toBeGreaterThan(0.97);
  });
});

describe('21 what a pour covers, before it is poured', () => {
  const outlookOf = (paS: number, ml: number, spread = 0.3) => {
    const told = filmOutlook(
      {
        base: { kind: 'round', diameterMm: 240 },
        ...{ batter: thinBatter(paS, 1050), batterC: 20, plate: plateAt(185), cells: 32 },
      },
      ml,
      spread,
    );
    for (;;) {
      const { done, value } = told.next();
      if (done) return value;
    }
  };

  it('sizes side by side, the least that covers, the latest tilt, and how sure that is', () => {
    const { films, coverage, leastMl, latestS } = outlookOf(0.05, 60);
    expect(films.map(({ volumeMl }) => volumeMl)).toEqual([45, 60, 75]);
    const shares = films.map(({ shape }) => shape.coverage);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(leastMl!).toBeGreaterThan(35);
    expect(leastMl!).toBeLessThan(60);
    expect(latestS!).toBeGreaterThan(1);
    expect(latestS!).toBeLessThan(9);
    expect(coverage.low).toBeLessThanOrEqual(shares[1]!);
    expect(coverage.high).toBeGreaterThanOrEqual(shares[1]!);
  });

  it('a batter too thick for its pan: no pour near it covers, and no moment is soon enough', () => {
    const { films, leastMl, latestS } = outlookOf(1.2, 60);
    expect([leastMl, latestS]).toEqual([null, null]);
    expect(films[1]!.shape.holes.length).toBeGreaterThan(0);
  });

  it('a batter that still runs when nobody waits any longer has no latest moment', () => {
    expect(outlookOf(0.02, 110).latestS).toBe(Infinity);
  });

  it('goes by the lot in use where there is one, and only for batters that run over a pan', () => {
    const event = writer(SERVICE_MS - 3_600_000);
    const runOf = (events: readonly StoredEvent[]) =>
      runView(READ_PINS, fold({ pins: READ_PINS, rehearsal: false }, numbered(events)), new Memo());
    const brief = event('brief-set', BRIEF);
    const promised = filmSetup(runOf([brief]), { formulaId: CREPES, stationId: PAN_ONE }, SERVICE_MS)!;
    expect(promised).toMatchObject({ ofLot: false });
    expect(filmSetup(runOf([brief]), { formulaId: CAKES, stationId: GRIDDLE_ID }, SERVICE_MS)).toBeNull();
    const lot = { formulaId: CREPES, lot: 1 };
    const mixed = event('lot-mixed', { ...lot, atMs: SERVICE_MS - 3_598_000, volumeMl: 1000, batterC: 18 });
    const thick = event('consistency-read', {
      ...lot,
      reading: { method: 'texture', texture: 'custard' },
    });
    const own = filmSetup(runOf([brief, mixed, thick]), { formulaId: CREPES, stationId: PAN_ONE }, SERVICE_MS)!;
    expect(own.ofLot).toBe(true);
    expect(own.viscosityPaS).toBeGreaterThan(promised.viscosityPaS);
  });
});
