import { Memo } from '#core/memo';
import { describe, expect, it } from '@jest/globals';
import { forecast } from '#core/forecast';
import { looksBeneath } from '#core/guidance';
import { runView, placesIn } from '#core/setup';
import { fold, type StoredEvent } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 1_800_000;
const tables = new Memo();
const event = writer(T0);
const after = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const stateOf = (events: StoredEvent[]) => fold({ pins: PINS, rehearsal: false }, numbered(events));
const hot = (zoneId: string) => event('surface-assumed', { stationId: GRIDDLE_ID, zoneId, surfaceC: 225, sdC: 10 });
const pour = (n: number, placeId: string, seconds = 0) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, after(seconds));
const begun = [event('brief-set', BRIEF), hot('A'), hot('B'), pour(1, 'A1'), pour(2, 'A2', 8), pour(3, 'B1', 10)];
const spot = (placeId: string) => {
  const { xMm, yMm } = placesIn(runView(PINS, stateOf(begun)), CAKES, GRIDDLE_ID).find(
    (place) => place.id === placeId,
  )!;
  return { xMm, yMm };
};
const seen = (underside: 'pale' | 'golden' | 'dark', placeId: string, afterS: number, seconds: number) =>
  event(
    'reading-taken',
    {
      ...{ stationId: GRIDDLE_ID, zoneId: placeId[0]!, method: 'piece', formulaId: CAKES },
      ...{ spot: spot(placeId), afterS, underside },
    },
    after(seconds),
  );
const told = (events: StoredEvent[], n: number, seconds: number) => {
  const piece = forecast(runView(PINS, stateOf([...begun, ...events]), tables), T0 + 1000 * seconds).pieces[id(n)]!;
  const inS = (ms: number | null) => (ms === null ? Infinity : (ms - T0) / 1000);
  return { mayBurnS: inS(piece.mayBurnMs), flipS: inS(piece.flip.bestMs), darkFromS: inS(piece.darkFromMs) };
};

describe('what was seen beneath a piece', () => {
  it('keeps it from being called burning: pale after a minute on a plate believed far too hot is not dark soon', () => {
    const unseen = told([], 1, 60);
    expect(unseen.mayBurnS).toBeLessThan(90);
    const pale = told([seen('pale', 'A1', 60, 60)], 1, 61);
    expect(pale.mayBurnS).toBeGreaterThan(100);
    expect(pale.flipS).toBeGreaterThan(unseen.flipS + 10);
  });

  it('speaks for its panful, a little less, and not for one that is on its way to dark', () => {
    const neighbour = told([seen('pale', 'A1', 60, 60)], 2, 61);
    const own = told([seen('pale', 'A1', 60, 60)], 1, 61);
    expect(neighbour.mayBurnS).toBeGreaterThan(told([], 2, 61).mayBurnS);
    expect(neighbour.mayBurnS - 8).toBeLessThan(own.mayBurnS);
    expect(told([seen('dark', 'A1', 60, 60)], 1, 61).mayBurnS).toBeLessThanOrEqual(told([], 1, 61).mayBurnS + 1);
  });

  it('a look at one zone leaves the look at another asked for', () => {
    const looks = (events: StoredEvent[]) => {
      const state = stateOf([...begun, ...events]);
      const predicted = forecast(runView(PINS, state, tables), T0 + 30_000);
      // where a look is due well before the flip
      const pieces = Object.fromEntries(
        Object.entries(predicted.pieces).map(([key, piece]) => [
          key,
          { ...piece, darkFromMs: T0 + 30_000, flip: { ...piece.flip, bestMs: T0 + 90_000 } },
        ]),
      );
      return looksBeneath(state, { ...predicted, pieces }).map(({ pieceId }) => pieceId);
    };
    expect(looks([])).toEqual([id(1), id(3)]);
    expect(looks([seen('golden', 'A1', 20, 20)])).toEqual([id(3)]);
  });
});
