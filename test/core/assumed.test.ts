import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { withInferred, inferredActions, nextActions, rhythmS } from '#core/guidance';
import { forecast } from '#core/forecast';
import { reviewRun } from '#core/review';
import { fold, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 1_800_000;
const tables = new Memo();
const event = writer(T0);
const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const poured = (n: number, placeId: string, seconds: number) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(seconds));
const begun = [
  event('brief-set', BRIEF),
  event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC: 182, sdC: 6 }),
];
const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const at = (events: readonly StoredEvent[], seconds: number) => {
  const state = stateOf(events);
  const nowMs = T0 + seconds * 1000;
  const predicted = forecast(runView(PINS, state, tables), nowMs);
  return { state, nowMs, predicted, actions: inferredActions(state, predicted, nowMs) };
};

describe('hands that do not tap', () => {
  const events = [...begun, poured(1, 'A1', 0)];
  const { flip, lift } = at(events, 10).predicted.pieces[id(1)]!;
  const s = (ms: number) => (ms - T0) / 1000;

  it('keep their prompt while they are only late', () => {
    expect(at(events, s(flip.latestMs) + 30).actions).toEqual([]);
  });

  it('are taken to have turned, and later lifted, a piece far past its time: each at its best moment', () => {
    const turned = at(events, s(flip.latestMs) + 50);
    expect(turned.actions).toEqual([
      { pieceId: id(1), verb: 'flip', atMs: turned.predicted.pieces[id(1)]!.flip.bestMs },
    ]);
    const off = at(events, s(lift.latestMs) + 60);
    expect(off.actions.map(({ verb }) => verb)).toEqual(['flip', 'lift']);
    // one whose turn was tapped is only taken to be off
    const tapped = [...events, event('flipped', { pieceId: id(1) }, after(s(flip.bestMs)))];
    expect(at(tapped, s(lift.latestMs) + 60).actions.map(({ verb }) => verb)).toEqual(['lift']);
  });

  it('are asked for the next thing by what is taken to be so, and the log stays as it was tapped', () => {
    const { state, actions, predicted, nowMs } = at(events, s(flip.latestMs) + 50);
    const taken = withInferred(runView(PINS, state), actions).state;
    const handOf = (of: typeof state) =>
      nextActions(runView(PINS, of), predicted, null, nowMs).find(({ placeId }) => placeId === 'A1');
    expect(handOf(state)!.verb).toBe('flip');
    expect(handOf(taken)!.verb).toBe('lift');
    expect(state.pieces.get(id(1))!.flippedAtMs).toBeNull();
    const off = at(events, s(lift.latestMs) + 60);
    expect(withInferred(runView(PINS, off.state), off.actions).state.onPlate.size).toBe(0);
    expect(off.state.onPlate.size).toBe(1);
    const run = runView(PINS, state);
    expect(withInferred(run, [])).toBe(run);
  });

  it('written down by one tap, it is marked: no error is told of what nobody timed, and Undo takes it back whole', () => {
    const tap = { tapId: id(0x777) };
    const written = [
      event('flipped', { pieceId: id(1), assumed: true }, { ...after(s(flip.bestMs)), ...tap }),
      event('lifted', { pieceId: id(1), assumed: true }, { ...after(s(lift.bestMs)), ...tap }),
    ];
    const shown = event('window-shown', { pieceId: id(1), side: 1, window: flip, modelVersion: 'piece-5' });
    const state = stateOf([...events, shown, ...written]);
    expect(state.pieces.get(id(1))).toMatchObject({ fate: 'lifted', assumed: { first: true, second: true } });
    const review = reviewRun(state);
    expect(review.served).toBe(1);
    expect(review.flips.count).toBe(0);
    expect(review.records[0]).toMatchObject({ firstSideS: null, secondSideS: null, flippedInWindow: null });
    expect(state.taps.at(-1)!.eventIds).toEqual(written.map((each) => each.id));
    const timed = [...events, shown, event('flipped', { pieceId: id(1) }, after(s(flip.bestMs)))];
    expect(reviewRun(stateOf(timed)).flips.count).toBe(1);
  });
});

describe('a verdict on a turn that nobody timed', () => {
  it('moves no belief; on one that was tapped it does', () => {
    const judged = (assumed: boolean) => {
      const log = [
        ...begun,
        poured(1, 'A1', 0),
        event('flipped', { pieceId: id(1), ...(assumed ? { assumed } : {}) }, after(120)),
        event('turn-judged', { pieceId: id(1), turn: 'early' }, after(130)),
      ];
      return at(log, 140).predicted.zones.find(({ zoneId, formulaId }) => zoneId === 'A' && formulaId === CAKES)!.next;
    };
    const [plain] = at([...begun, poured(1, 'A1', 0)], 140).predicted.zones;
    expect(judged(true).flip.bestS).toBeCloseTo(plain!.next.flip.bestS, 6);
    expect(judged(false).flip.bestS).toBeGreaterThan(plain!.next.flip.bestS + 1);
  });
});

describe('the rhythm of hands', () => {
  const usual = PINS.formulas[0]!.body.hands.pourS;
  const single = (n: number, seconds: number) => poured(n, `A${n}`, seconds);
  const rhythm = (events: readonly StoredEvent[]) =>
    rhythmS(runView(PINS, stateOf([...begun, ...events])), CAKES, 'pour');

  it('begins with the formula’s and moves to what single taps show', () => {
    expect(rhythm([])).toBe(usual);
    const quick = [1, 2, 3, 4, 5, 6].map((n) => single(n, n * usual * 0.5));
    expect(rhythm(quick)).toBeCloseTo((3 * usual + 5 * usual * 0.5) / 8, 9);
  });

  it('is not told by a row tapped at once, by a pause or by another zone', () => {
    const row = [1, 2, 3].map((n) => ({ ...single(n, n), tapId: id(0x500) }));
    expect(rhythm(row)).toBe(usual);
    expect(rhythm([single(1, 0), single(2, 60)])).toBe(usual);
    expect(rhythm([single(1, 0), poured(2, 'B1', 1)])).toBe(usual);
  });
});
