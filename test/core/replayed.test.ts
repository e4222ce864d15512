import { describe, expect, it } from '@jest/globals';
import { ReplayedKitchen, drawnKitchen, obeyTold, toldRun, trulyCooked } from '#core/rehearsal';
import { fold, type RunState, type StoredEvent } from '#core/run';
import { obeyedKitchens } from '../../scripts/lib/rehearsals.ts';
import { BRIEF, CAKES, GRIDDLE_ID, PAN_ONE, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const SEED = 5;
const T0 = SERVICE_MS - 1_200_000;
const event = writer(T0 - 3_600_000);
const at = (s: number) => ({ simAtMs: T0 + 1000 * s });
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
const MIDDLE = { xMm: 150, yMm: 225 };

const lit = [event('brief-set', BRIEF, at(-3000)), event('burner-turned', { ...A, mark: 5 }, at(-600))];
const cooked = [
  ...lit,
  event('burner-turned', { ...A, mark: 2 }, at(-200)),
  event('poured', { pieceId: id(1), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A1', volumeMl: 75 }, at(0)),
  event('poured', { pieceId: id(2), formulaId: CAKES, stationId: GRIDDLE_ID, placeId: 'A2', volumeMl: 75 }, at(5)),
  event('flipped', { pieceId: id(1) }, at(95)),
  event('flipped', { pieceId: id(2) }, at(160)),
  event('lifted', { pieceId: id(1) }, at(170)),
];
const last = event('lifted', { pieceId: id(2) }, at(240));
const stateOf = (events: readonly StoredEvent[]): RunState =>
  fold({ pins: PINS, rehearsal: true }, numbered([...events]));
const probe = (kitchen: ReplayedKitchen, events: readonly StoredEvent[], s: number) =>
  kitchen.probeShows(stateOf(events), GRIDDLE_ID, MIDDLE, T0 + 1000 * s).surfaceC;

describe('the kitchen of a rehearsal', () => {
  it('is drawn from its seed: the same each time, another for another seed, and never as it is written', () => {
    expect(drawnKitchen(PINS, SEED)).toEqual(drawnKitchen(PINS, SEED));
    expect(drawnKitchen(PINS, SEED)).not.toEqual(drawnKitchen(PINS, SEED + 1));
    const gains = drawnKitchen(PINS, SEED).stations.flatMap(({ hidden }) =>
      Object.values(hidden.burners).map(({ gain }) => gain),
    );
    expect(new Set(gains).size).toBe(gains.length);
    expect(gains).not.toContain(1);
  });

  it('keeps a burner’s faults under any pan', () => {
    const moved = { ...PINS.stations[1]!.body.zones[0]!, id: 'A' };
    const pins = { ...PINS, stations: [{ ...PINS.stations[0]!, body: { ...PINS.stations[0]!.body, zones: [moved] } }] };
    expect(drawnKitchen(pins, SEED).stations[0]!.hidden.burners['A']).toEqual(
      drawnKitchen(PINS, SEED).stations[1]!.hidden.burners['P'],
    );
  });
});

describe('a rehearsal replayed from its log', () => {
  it('is as cold as the room until something is lit, and then as hot as the probe reads it on any device', () => {
    expect(Math.abs(probe(new ReplayedKitchen(PINS, SEED), lit.slice(0, 1), -700) - PINS.roomC)).toBeLessThan(12);
    const hot = probe(new ReplayedKitchen(PINS, SEED), lit, -200);
    expect(hot).toBeGreaterThan(100);
    expect(probe(new ReplayedKitchen(PINS, SEED), lit, -200)).toBe(hot);
  });

  it('comes to the same followed tap by tap, looked at on the way, as replayed at once', () => {
    const followed = new ReplayedKitchen(PINS, SEED);
    const all = [...cooked, last];
    for (let n = 2; n <= all.length; n++) {
      const state = stateOf(all.slice(0, n));
      followed.sights(state, all[n - 1]!.simAtMs! + 2500);
    }
    const atOnce = new ReplayedKitchen(PINS, SEED);
    expect(trulyCooked(followed, stateOf(all), CAKES)).toEqual(trulyCooked(atOnce, stateOf(all), CAKES));
    expect(trulyCooked(atOnce, stateOf(all), CAKES)).toHaveLength(2);
  });

  it('what was taken back was never done, and what comes late is done at its own time', () => {
    const followed = new ReplayedKitchen(PINS, SEED);
    const wrong = event('burner-turned', { ...A, mark: 9 }, at(20));
    followed.sights(stateOf([...cooked.slice(0, 5), wrong]), T0 + 60_000);
    const undone = event('undone', { eventIds: [wrong.id] }, at(61));
    const late = event('burner-turned', { ...A, mark: 0 }, at(30));
    const all = [...cooked, wrong, undone, late, last];
    const fresh = new ReplayedKitchen(PINS, SEED);
    const without = [...cooked, late, last];
    expect(trulyCooked(followed, stateOf(all), CAKES)).toEqual(trulyCooked(fresh, stateOf(without), CAKES));
  });

  it('a piece poured, turned and taken off while the clock stands still is raw, and the next lies in its place', () => {
    const kitchen = new ReplayedKitchen(PINS, SEED);
    const pour = (n: number) => ({
      pieceId: id(n),
      formulaId: CAKES,
      stationId: GRIDDLE_ID,
      placeId: 'A1',
      volumeMl: 75,
    });
    const all = [
      ...lit,
      event('poured', pour(7), at(0)),
      event('flipped', { pieceId: id(7) }, at(0)),
      event('lifted', { pieceId: id(7) }, at(0)),
      event('poured', pour(8), at(0)),
    ];
    expect(Object.keys(kitchen.sights(stateOf(all), T0 + 1000))).toEqual([id(8)]);
    expect(trulyCooked(kitchen, stateOf(all), CAKES)[0]!.wrong).toBe('raw');
  });

  it('a piece is seen to darken beneath while it lies, half a minute ahead as long as nobody touches it', () => {
    const kitchen = new ReplayedKitchen(PINS, SEED);
    const sight = kitchen.sights(stateOf(cooked.slice(0, 5)), T0 + 60_000)[id(1)]!;
    const under = sight.looks.map(({ underLStar }) => underLStar);
    expect(under.length).toBeGreaterThan(12);
    expect([...under].sort((a, b) => b - a)).toEqual(under);
    const later = kitchen.sights(stateOf(cooked.slice(0, 5)), T0 + 80_000)[id(1)]!;
    const ahead = (T0 + 80_000 - sight.fromMs) / 1000 / sight.everyS;
    expect(later.looks[0]!.underLStar).toBeCloseTo(under[Math.floor(ahead)]!, 0);
  });

  it('a pan off the heat cools beside its burner and is hot again when it is back', () => {
    const P = { stationId: PAN_ONE, zoneId: 'P' };
    const pan = (events: readonly StoredEvent[], s: number) =>
      new ReplayedKitchen(PINS, SEED).probeShows(stateOf(events), PAN_ONE, { xMm: 120, yMm: 120 }, T0 + 1000 * s)
        .surfaceC;
    const on = event('burner-turned', { ...P, mark: 3 }, at(-400));
    const off = event('burner-turned', { ...P, mark: 3, aside: true }, at(-200));
    const back = event('burner-turned', { ...P, mark: 3 }, at(-80));
    expect(pan([on, off], -80)).toBeLessThan(pan([on], -80) - 30);
    expect(pan([on, off, back], 60)).toBeGreaterThan(pan([on, off], 60) + 30);
  });

  it('is the very kitchen that hands cooked in: every piece comes off as it did', () => {
    const { kitchen, run } = obeyedKitchens().find(({ name }) => name === '11-steel-words-gentle')!;
    const still = {
      ...kitchen,
      stations: kitchen.stations.map(({ body, hidden }) => ({ body, hidden: { ...hidden, wind: 0, burners: {} } })),
    };
    const told = toldRun(still, run);
    const { events, pieces } = obeyTold(told, { kitchen: still, look: 'one', attention: 'full', seed: 1 });
    const state = fold({ pins: told.pins, rehearsal: true }, events);
    expect(state.refused).toEqual([]);
    const replayed = new ReplayedKitchen(told.pins, 1, still);
    expect(pieces.length).toBeGreaterThan(5);
    for (const { pieceId, firstLStar, holdsS, cooked: done } of pieces) {
      const outcome = replayed.outcome(state, pieceId);
      expect(outcome.firstLStar).toBeCloseTo(firstLStar, 1);
      expect([outcome.holdsS === null, outcome.cooked]).toEqual([holdsS === null, done]);
    }
  });
});
