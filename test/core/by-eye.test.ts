import { runView } from '#core/setup';
import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { belief, priorPosterior, withUnpromptedFlip } from '#core/inference';
import { forecast } from '#core/forecast';
import { flipBestAt, timelineTable } from '#core/piece';
import { fold, type StoredEvent } from '#core/run';
import { unpromptedFlips } from '../../src/core/surface/unprompted.ts';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';
import { cake } from './pieces.ts';

const T0 = SERVICE_MS - 1_800_000;
const tables = new Memo();
const event = writer(T0);
const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const poured = (n: number, placeId: string) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(0));
const shown = (n: number) =>
  event(
    'window-shown',
    {
      ...{ pieceId: id(n), side: 1, modelVersion: 'piece-5' },
      window: { earliestMs: T0 + 100_000, bestMs: T0 + 112_000, latestMs: T0 + 124_000 },
    },
    after(1),
  );
const flipped = (n: number, seconds: number, more: Partial<StoredEvent> & { assumed?: boolean } = {}) => {
  const { assumed, ...envelope } = more;
  return event('flipped', { pieceId: id(n), ...(assumed ? { assumed } : {}) }, { ...after(seconds), ...envelope });
};
const begun = [
  event('brief-set', BRIEF),
  event('surface-assumed', { stationId: GRIDDLE_ID, zoneId: 'A', surfaceC: 182, sdC: 8 }),
];
const stateOf = (events: readonly StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const own = (events: readonly StoredEvent[]) => {
  const state = stateOf([...begun, ...events]);
  return [...unpromptedFlips(state, [...state.pieces.values()])];
};
const nextS = (events: readonly StoredEvent[]) =>
  forecast(runView(PINS, stateOf([...begun, ...events]), tables), T0 + 200_000).zones.find(
    ({ zoneId, formulaId }) => zoneId === 'A' && formulaId === CAKES,
  )!.next.flip.bestS;

describe('a turn by eye', () => {
  it('is one before the first good moment that was shown, or after a “not yet”', () => {
    expect(own([poured(1, 'A1'), shown(1), flipped(1, 90)])).toEqual([id(1)]);
    expect(own([poured(1, 'A1'), shown(1), flipped(1, 105)])).toEqual([]);
    expect(own([poured(1, 'A1'), shown(1), flipped(1, 140)])).toEqual([]);
    const notYet = event('cue-seen', { pieceId: id(1), cue: 'notYet' }, after(115));
    expect(own([poured(1, 'A1'), shown(1), notYet, flipped(1, 140)])).toEqual([id(1)]);
    expect(own([poured(1, 'A1'), flipped(1, 60)])).toEqual([]);
  });

  it('is none of a row that was turned at once, nor one that nobody tapped', () => {
    const row = { tapId: id(0x600) };
    expect(
      own([poured(1, 'A1'), poured(2, 'A2'), shown(1), shown(2), flipped(1, 88, row), flipped(2, 90, row)]),
    ).toEqual([]);
    expect(own([poured(1, 'A1'), shown(1), flipped(1, 90, { assumed: true })])).toEqual([]);
  });

  it('moves what is predicted of the next pieces towards it; one that was asked for does not', () => {
    const usual = nextS([poured(1, 'A1'), shown(1)]);
    expect(nextS([poured(1, 'A1'), shown(1), flipped(1, 80)])).toBeLessThan(usual - 2);
    expect(nextS([poured(1, 'A1'), shown(1), flipped(1, 112)])).toBeCloseTo(usual, 6);
    const notYet = event('cue-seen', { pieceId: id(1), cue: 'notYet' }, after(120));
    expect(nextS([poured(1, 'A1'), shown(1), notYet, flipped(1, 150)])).toBeGreaterThan(usual + 2);
  });

  it('counts less each time: eyes with a taste of their own always err to that side', () => {
    const table = timelineTable(cake(182));
    const at = { modelC: 182, sensitivity: 1 };
    const earlyS = 0.8 * flipBestAt(table, 182);
    const spot = { interceptC: 0, slope: 0, sdC: 0 };
    const movedBy = (nth: number) =>
      -belief(withUnpromptedFlip(priorPosterior(6), table, at, earlyS, spot, nth)).lnTime;
    expect(movedBy(1)).toBeGreaterThan(0.02);
    expect(movedBy(8)).toBeLessThan(0.5 * movedBy(1));
  });
});
