import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { cookStrip, nextFirstSide, portionSteps, pourEffects, pourMoment } from '#core/what-if';
import { forecast } from '#core/forecast';
import { lotConsistency } from '#core/lot';
import { runView, placesIn, portionMl } from '#core/setup';
import { fold, lotInUse, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, CREPES, GRIDDLE_ID, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 3_600_000;
const tables = new Memo();
const event = writer(T0);
const MIN = 60_000;
const at = (minutes: number) => ({ deviceAtMs: T0 + minutes * MIN });
const stateOf = (events: StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
const P = { stationId: PAN_ONE, zoneId: 'P' };
const turned = (zone: typeof A | typeof P, mark: number, minutes: number) =>
  event('burner-turned', { ...zone, mark }, at(minutes));
const mixed = event('lot-mixed', { formulaId: CAKES, atMs: T0 - 20 * MIN, volumeMl: 3000, batterC: 20 });
const heated = [
  event('brief-set', BRIEF),
  mixed,
  event('lot-mixed', { formulaId: CREPES, atMs: T0 - 60 * MIN, volumeMl: 1500, batterC: 20 }),
  turned(A, 5, 0),
  turned(P, 3, 0),
];
const now = (minutes: number) => ({ pourMs: T0 + minutes * MIN, nowMs: T0 + minutes * MIN });

describe('the first side of the next piece', () => {
  it.each([
    ['cakes on a griddle', CAKES, A],
    ['crepes on a thin pan', CREPES, P],
  ])('of %s is told before the pour as it is after it', (_name, formulaId, zone) => {
    const before = nextFirstSide(runView(PINS, stateOf(heated), tables), { formulaId, ...zone }, now(30))!;
    expect(before.asItIs).toBe(true);
    const placeId = placesIn(runView(PINS, stateOf(heated)), formulaId, zone.stationId).find(
      ({ zoneId }) => zoneId === zone.zoneId,
    )!.id;
    const volumeMl = portionMl(runView(PINS, stateOf(heated)), formulaId);
    const pour = event('poured', { pieceId: id(1), formulaId, stationId: zone.stationId, placeId, volumeMl }, at(30));
    const { flip } = forecast(runView(PINS, stateOf([...heated, pour]), tables), T0 + 30 * MIN).pieces[id(1)]!;
    expect(before.bestS).toBeCloseTo((flip.bestMs - (T0 + 30 * MIN)) / 1000, 0);
  });

  it('is one figure on all stages: rest, sizes, strip and hands', () => {
    const cakes = { formulaId: CAKES, ...A };
    for (const moment of [now(30), { pourMs: T0 + 40 * MIN, nowMs: T0 - 5 * MIN }]) {
      const state = stateOf(moment.nowMs < T0 ? heated.slice(0, 3) : heated);
      const { bestS, surfaceC } = nextFirstSide(runView(PINS, state, tables), cakes, moment)!;
      const strip = cookStrip(runView(PINS, state, tables), CAKES, moment)!;
      expect([strip.flipS, strip.surfaceC]).toEqual([bestS, surfaceC]);
      const [size] = portionSteps(runView(PINS, state, tables), CAKES, [{ volumeMl: 75 }], moment);
      expect(size!.firstSideS).toBeCloseTo(bestS, 6);
      const lot = lotInUse(state, CAKES)!;
      const runs = lotConsistency(runView(PINS, state), lot, moment.pourMs);
      expect(pourEffects(runView(PINS, state, tables), lot, runs, moment)!.asIs.firstSideS).toBeCloseTo(bestS, 6);
    }
  });

  it('before its plate is there it is that of the surface wanted, and of the batter as it will be', () => {
    const state = stateOf(heated.slice(0, 3));
    const told = nextFirstSide(
      runView(PINS, state, tables),
      { formulaId: CAKES, ...A },
      { pourMs: T0 + 40 * MIN, nowMs: T0 },
    )!;
    const { targetC } = forecast(runView(PINS, state, tables), T0).zones[0]!;
    expect(told.asItIs).toBe(false);
    expect(told.surfaceC).toBe(targetC);
    expect(nextFirstSide(runView(PINS, state, tables), { formulaId: CAKES, ...P }, now(0))).toBeNull();
  });

  it('of a plate that stands off its heat counts that it is put back under food', () => {
    const off = [...heated, turned(P, 0, 30)];
    const pour = event(
      'poured',
      { pieceId: id(2), formulaId: CREPES, stationId: PAN_ONE, placeId: 'P1', volumeMl: 60 },
      at(31),
    );
    const state = (events: StoredEvent[]) => stateOf([...off, pour, ...events]);
    const flipS = (events: StoredEvent[], seconds: number) => {
      const nowMs = T0 + 31 * MIN + 1000 * seconds;
      return (forecast(runView(PINS, state(events), tables), nowMs).pieces[id(2)]!.flip.bestMs - T0 - 31 * MIN) / 1000;
    };
    const relit = event('burner-turned', { ...P, mark: 3 }, { deviceAtMs: T0 + 31 * MIN + 15_000 });
    // told at the pour, before anybody lit it, and once it was lit
    expect(flipS([], 0)).toBeCloseTo(flipS([relit], 20), 0);
  });

  it('is asked of the plan until something of it is poured', () => {
    const state = stateOf(heated);
    const plan = { panfuls: [{ formulaId: CAKES, pourMs: T0 + 50 * MIN }] } as never;
    expect(pourMoment(state, plan, CAKES, T0)).toEqual({ pourMs: T0 + 50 * MIN, nowMs: T0 });
    expect(pourMoment(state, plan, CREPES, T0).pourMs).toBe(T0);
    const pour = event('poured', { pieceId: id(1), formulaId: CAKES, ...A, placeId: 'A1', volumeMl: 75 }, at(0));
    expect(pourMoment(stateOf([...heated, pour]), plan, CAKES, T0).pourMs).toBe(T0);
  });
});
