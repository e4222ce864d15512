import { describe, expect, it } from '@jest/globals';
import { OWN_CHOICE, filmOf, withReasons, type FormulaBody } from '#core/formula';
import { Memo } from '#core/memo';
import { fold } from '#core/run';
import { filmOn, isSwirled, runView } from '#core/setup';
import { filmLaw, pouredFilm, thinBatter, type SwirlSetup } from '#core/swirl';
import { filmAdvice, filmFacts, filmSetup } from '#core/what-if';
import { SKERRY_CREPES } from '#demo';
import { randomPours, wayErrors } from '../../bench/film-law.ts';
import { BRIEF, CREPES, GRIDDLE_ID, PAN_ONE, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const setupOf = (of: { mm?: number; paS?: number; atC?: number; way?: SwirlSetup['way'] }): SwirlSetup => ({
  base: { kind: 'round', diameterMm: of.mm ?? 240 },
  ...{ batter: thinBatter(of.paS ?? 0.06, 1050), batterC: 20, cells: 48 },
  plate: { surfaceC: of.atC ?? 175, arealHeatCapacityJm2K: 9600, fedWm2: 0 },
  ...(of.way && { way: of.way }),
});
const SPREADER = { leavesM: 0.001, inPaSn: 0.06 };
const covers = (of: Parameters<typeof setupOf>[0], ml: number) => pouredFilm(setupOf(of), ml).shape.coverage;

describe('21 a spreader draws a pour out', () => {
  it('nothing is lost, and it lies about as deep as the blade leaves it', () => {
    const film = pouredFilm(setupOf({ way: SPREADER }), 55);
    const cellM = 0.24 / 48;
    const volumeMl = film.depthM.reduce((a, b) => a + b, 0) * cellM * cellM * 1e6;
    expect(volumeMl).toBeCloseTo(55, 6);
    expect(film.shape.coverage).toBeGreaterThan(0.97);
    const middle = film.depthM[24 * 48 + 24]! * 1000;
    expect(middle).toBeGreaterThan(0.8);
    expect(middle).toBeLessThan(1.5);
  });

  it('a pour smaller than what the blade leaves over the plate does not reach the rim', () => {
    expect(covers({ way: SPREADER }, 25)).toBeLessThan(0.65);
  });

  it('a batter too thick for the tilt is drawn out all the same, of enough batter', () => {
    const thick = { paS: 0.5 };
    expect(covers(thick, 90)).toBeLessThan(0.85);
    expect(covers({ ...thick, way: SPREADER }, 110)).toBeGreaterThan(0.95);
  });

  it('a thicker batter lifts the blade with the root of its consistency (plane slider, Reynolds 1886)', () => {
    const least = (paS: number) => {
      const law = filmLaw(setupOf({ paS, way: SPREADER }));
      for (let ml = 1; ; ml++) if (law(ml).coverage >= 1) return ml;
    };
    expect(least(0.12) / least(0.03)).toBeCloseTo(2, 1);
  });
});

describe('21 left to settle, then turned', () => {
  it('covers on a gentle pan, and is too slow for a hot one (common practice, no source)', () => {
    expect(covers({ way: 'settle', atC: 140 }, 60)).toBeGreaterThan(0.97);
    const hot = { atC: 215, mm: 260 };
    expect(covers({ ...hot, way: 'settle' }, 60)).toBeLessThan(covers(hot, 60));
  });
});

it('21.3 the quick laws of both schools on pours they were not fitted to', () => {
  const pours = randomPours(50, 4711, { waits: false });
  for (const [way, ninth] of [
    ['settle', 0.05],
    [SPREADER, 0.08],
  ] as const) {
    const errors = wayErrors(way, pours);
    expect(errors[25]!).toBeLessThan(0.03);
    expect(errors[45]!).toBeLessThan(ninth);
  }
});

describe('21 a formula has its school', () => {
  const pinsWith = (film: FormulaBody['film'], targetC = 180) => ({
    ...READ_PINS,
    formulas: READ_PINS.formulas.map((formula) =>
      formula.id === CREPES
        ? {
            ...formula,
            body: { ...formula.body, heat: { ...formula.body.heat, targetC, highC: 240 }, ...(film && { film }) },
          }
        : formula,
    ),
  });
  const viewOf = (film: FormulaBody['film'], events = [writer()('brief-set', BRIEF)], targetC = 180) => {
    const pins = pinsWith(film, targetC);
    return runView(pins, fold({ pins, rehearsal: false }, numbered(events)), new Memo());
  };
  const reason = 'Ours.';
  const onPan = { formulaId: CREPES, stationId: PAN_ONE };
  const onGriddle = { formulaId: CREPES, stationId: GRIDDLE_ID };
  const drawn: FormulaBody['film'] = { school: 'spreader', heat: 'on', leavesMm: 1.2, reason };

  it('one that says nothing is tilted off the heat; on the heat it sets sooner', () => {
    expect(filmOf(SKERRY_CREPES)).toMatchObject({ school: 'tilt', heat: 'off' });
    expect(filmOn(viewOf(undefined), onPan)).toEqual({ school: 'tilt', inHand: true, lifted: true });
    const off = filmSetup(viewOf(undefined), onPan, SERVICE_MS)!.swirl;
    const on = filmSetup(viewOf({ school: 'tilt', heat: 'on', reason }), onPan, SERVICE_MS)!.swirl;
    expect([off.plate.fedWm2, on.plate.fedWm2 > 5000]).toEqual([0, true]);
    expect(filmLaw(on)(60).setsS).toBeLessThan(filmLaw(off)(60).setsS);
  });

  it('a spreader works on any flat plate, and there a film is as wide as its place', () => {
    expect(isSwirled(viewOf(undefined), onGriddle)).toBe(false);
    const run = viewOf(drawn);
    expect(isSwirled(run, onGriddle)).toBe(true);
    expect(filmOn(run, onPan)).toEqual({ school: 'spreader', inHand: false, lifted: false });
    const { swirl } = filmSetup(run, onGriddle, SERVICE_MS)!;
    expect(swirl).toMatchObject({ base: { kind: 'round', diameterMm: 240 }, way: { leavesM: 0.0012 } });
  });

  it('what a film drawn out bears is told as it is poured, within bounds', () => {
    const event = writer();
    const pour = { pieceId: id(0x710), ...onPan, placeId: 'P1', volumeMl: 60 };
    const [shown] = filmFacts(viewOf(drawn, [event('brief-set', BRIEF), event('poured', pour)]));
    expect(shown!.setsS).toBeLessThanOrEqual(5);
    expect(shown!.shortFromPaS).toBeGreaterThanOrEqual(shown!.holeFromPaS);
  });

  it('of a pan too hot for its batter: how much cooler, and how long off the heat does the same; never of a blade', () => {
    const event = writer();
    const lot = { formulaId: CREPES, lot: 1 };
    const lot20C = event('lot-mixed', { ...lot, atMs: SERVICE_MS - 7_200_000, volumeMl: 1000, batterC: 20 });
    const asCream = { ...lot, reading: { method: 'texture', texture: 'heavyCream' } as const };
    const coolers = (film: FormulaBody['film']) =>
      [60, 64, 68, 72].flatMap((volumeMl) => {
        const set = event('portion-set', { formulaId: CREPES, volumeMl });
        const run = viewOf(film, [event('brief-set', BRIEF), lot20C, event('consistency-read', asCream), set]);
        const { steps } = filmAdvice(run, CREPES, PAN_ONE, SERVICE_MS - 3_000_000)!;
        return steps.flatMap((step) => (step.do === 'cooler' ? [step] : []));
      });
    const told = coolers(undefined);
    expect(told.length).toBeGreaterThan(0);
    for (const { byK, airS } of told) {
      // a bare pan of 2.5 mm steel in the air, by hand: 12 W/(m² K) and what it radiates on 9 kJ/(m² K), two to six seconds a kelvin
      if (byK <= 10) expect(airS).not.toBeNull();
      if (airS !== null) expect(airS / byK).toBeGreaterThan(2);
      if (airS !== null) expect(airS / byK).toBeLessThan(6);
    }
    for (const { airS } of coolers(drawn)) expect(airS).toBeNull();
  });

  it('a changed school with the old reason is the kitchen’s own choice', () => {
    const changed = { ...SKERRY_CREPES, film: { ...filmOf(SKERRY_CREPES), heat: 'on' as const } };
    expect(withReasons(SKERRY_CREPES, changed).film).toMatchObject({ heat: 'on', reason: OWN_CHOICE });
    expect(withReasons(SKERRY_CREPES, SKERRY_CREPES)).toBe(SKERRY_CREPES);
  });
});
