import { describe, expect, it } from '@jest/globals';
import { pourRhythm } from '#core/guidance';
import { batterLeft } from '#core/lot';
import { Memo } from '#core/memo';
import { ReplayedKitchen, drawnKitchen } from '#core/rehearsal';
import { fold, type StoredEvent } from '#core/run';
import { runView } from '#core/setup';
import { USUAL_HANDS, dryPan, filmM3, filmShape, handsOf, pouredFilm, swirl, thinBatter } from '#core/swirl';
import { filmMade } from '#core/what-if';
import { BRIEF, CREPES, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const STEEL = 0.0025 * 7850 * 490; // 2.5 mm of it, J/(m² K)
const setup = (paS: number) => ({
  base: { kind: 'round' as const, diameterMm: 240 },
  ...{ batter: thinBatter(paS, 1050), batterC: 20, cells: 40 },
  plate: { surfaceC: 180, arealHeatCapacityJm2K: STEEL, fedWm2: 0 },
});
const run = (of: object, hands = USUAL_HANDS) => {
  const pan = dryPan({ ...setup(0.05), ...of });
  swirl(pan, 60, hands);
  return { shape: filmShape(pan.film), heldMl: filmM3(pan.film) * 1e6 };
};

describe('21 what runs up the wall of a pan', () => {
  const wall = { slopeDeg: 40, wideMm: 12 };

  it('is taken from the base, and nothing is lost', () => {
    const [bare, walled] = [run({}), run({ wall })];
    expect(walled.heldMl).toBeCloseTo(60, 9);
    expect(walled.shape.rimShare).toBeGreaterThan(0.02);
    expect(walled.shape.rimShare).toBeLessThan(0.15);
    expect(walled.shape.meanM).toBeLessThan(bare.shape.meanM);
  });

  it('is more where a hand tilts one way alone, and less the steeper the wall', () => {
    const oneWay = run({ wall }, { ...USUAL_HANDS, turnsPerS: 0 });
    expect(oneWay.shape.rimShare).toBeGreaterThan(run({ wall }).shape.rimShare);
    expect(run({ wall: { ...wall, slopeDeg: 70 } }).shape.rimShare).toBeLessThan(run({ wall }).shape.rimShare);
  });
});

describe('21 a dab', () => {
  it('lies on the largest hole, all of it, and makes it smaller; a film without a hole is left alone', () => {
    const hole = pouredFilm(setup(0.15), 60);
    const dabbed = pouredFilm(setup(0.15), 60, handsOf(), 8);
    const cellM2 = (0.24 / 40) ** 2;
    const ml = ({ depthM }: typeof hole) => depthM.reduce((a, b) => a + b, 0) * cellM2 * 1e6;
    expect(ml(dabbed) - ml(hole)).toBeCloseTo(8, 6);
    expect(dabbed.shape.coverage).toBeGreaterThan(hole.shape.coverage + 0.05);
    expect(pouredFilm(setup(0.02), 60, handsOf(), 8).depthM).toEqual(pouredFilm(setup(0.02), 60).depthM);
  });
});

const T0 = SERVICE_MS - 3_600_000;
const event = writer(T0 - 3_600_000);
const at = (s: number) => ({ simAtMs: T0 + 1000 * s });
const lot = { formulaId: CREPES, lot: 1 };
const ready = [
  event('brief-set', BRIEF, at(-3600)),
  event('lot-mixed', { ...lot, atMs: T0 - 7_200_000, volumeMl: 1000, batterC: 20 }, at(-3500)),
  event('surface-assumed', { stationId: PAN_ONE, zoneId: 'P', surfaceC: 180, sdC: 5 }, at(-10)),
  event('burner-turned', { stationId: PAN_ONE, zoneId: 'P', mark: 3 }, at(-5)),
];
const pour = (n: number, s: number, volumeMl = 60) =>
  event('poured', { pieceId: id(n), formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl }, at(s));
const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: true }, numbered([...events]));
const viewOf = (events: readonly StoredEvent[]) => runView(PINS, stateOf(events), new Memo());

describe('21 the films of a rehearsal are those of its hidden kitchen', () => {
  const truly = (events: readonly StoredEvent[], n: number, seed = 3) =>
    new ReplayedKitchen(PINS, seed).film(stateOf(events), id(n))!;

  it('the same on every device, another with another seed, and not what the desk thinks', () => {
    const events = [...ready, pour(1, 0)];
    expect(truly(events, 1).depthM).toEqual(truly(events, 1).depthM);
    expect(truly(events, 1).depthM).not.toEqual(truly(events, 1, 4).depthM);
    expect(truly(events, 1).depthM).not.toEqual(filmMade(viewOf(events), id(1))!.depthM);
    expect(drawnKitchen(PINS, 3).swirl?.thicker).not.toBe(drawnKitchen(PINS, 4).swirl?.thicker);
  });

  it('a small pour falls short; after a dose of milk the same pour covers more; a dab fills what it can', () => {
    const small = [...ready, pour(1, 0, 38)];
    const short = truly(small, 1).shape.coverage;
    expect(short).toBeLessThan(0.95);
    const dosed = [
      ...ready,
      event('lot-thinned', { ...lot, ingredientId: 'milk', massG: 120 }, at(-2)),
      pour(1, 0, 38),
    ];
    expect(truly(dosed, 1).shape.coverage).toBeGreaterThan(short + 0.02);
    const dabbed = [...small, event('film-dabbed', { pieceId: id(1), volumeMl: 10 }, at(12))];
    expect(truly(dabbed, 1).shape.coverage).toBeGreaterThan(short + 0.02);
  });

  it('what is dabbed is out of the bowl', () => {
    const left = (events: readonly StoredEvent[]) => batterLeft(viewOf(events), CREPES)!.leftMl;
    const poured = [...ready, pour(1, 0)];
    const dabbed = [...poured, event('film-dabbed', { pieceId: id(1), volumeMl: 10 }, at(12))];
    expect(left(poured) - left(dabbed)).toBeCloseTo(10, 6);
  });
});

describe('21 the rhythm of the last pours', () => {
  /** Pans filled again so long after what lay there came off, s. */
  const turns = (gapsS: readonly number[]) => {
    let s = 0;
    return [
      ...ready,
      ...[0, ...gapsS].flatMap((gapS, i) => {
        s += gapS;
        const piece = [
          pour(20 + i, s),
          event('flipped', { pieceId: id(20 + i) }, at(s + 50)),
          event('lifted', { pieceId: id(20 + i) }, at(s + 80)),
        ];
        s += 80;
        return piece;
      }),
    ];
  };

  it('three pours alike tell it, counted from the last lift', () => {
    const state = stateOf(turns([9, 11, 10]));
    const lastOffMs = Math.max(...[...state.pieces.values()].map(({ offAtMs }) => offAtMs!));
    expect(pourRhythm(state, PAN_ONE)).toMatchObject({ afterS: 10, dueMs: lastOffMs + 10_000 });
  });

  it.each([
    ['two pours', [9, 11]],
    ['pours apart', [5, 25, 12]],
    ['a pause', [10, 100, 10]],
  ])('%s tell none', (_what, gapsS) => {
    expect(pourRhythm(stateOf(turns(gapsS)), PAN_ONE)).toBeNull();
  });

  it('nor does a pan on which something lies', () => {
    const all = turns([9, 11, 10]);
    expect(pourRhythm(stateOf(all.slice(0, -1)), PAN_ONE)).toBeNull();
  });
});
