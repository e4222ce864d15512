import { describe, expect, it } from '@jest/globals';
import { forecast, tableFor } from '#core/forecast';
import { Memo } from '#core/memo';
import { onStation, fold, type StoredEvent } from '#core/run';
import { discInRun, discOfPiece, placesIn, runView, spotOfPiece } from '#core/setup';
import { plateMap } from '#core/surface';
import { BRIEF, CAKES, GRIDDLE_ID, READ_PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T0 = SERVICE_MS - 3_600_000;
const event = writer(T0);
const at = (seconds: number) => ({ deviceAtMs: T0 + seconds * 1000 });
const A = { stationId: GRIDDLE_ID, zoneId: 'A' };
const pour = (n: number, placeId: string, seconds: number) =>
  event('poured', { pieceId: id(n), formulaId: CAKES, stationId: GRIDDLE_ID, placeId, volumeMl: 75 }, at(seconds));
const memo = new Memo();
const runOf = (events: readonly StoredEvent[]) =>
  runView(READ_PINS, fold({ pins: READ_PINS, rehearsal: false }, numbered(events)), memo);

const cooking = [
  event('brief-set', BRIEF, at(0)),
  event('burner-turned', { ...A, mark: 5 }, at(1)),
  event('reading-taken', { ...A, method: 'probe', surfaceC: 184, sdC: 2.5 }, at(700)),
  pour(1, 'A1', 710),
  pour(2, 'A2', 716),
];
const nowMs = T0 + 760_000;

describe('19.3 a piece keeps what it was poured as', () => {
  const before = runOf(cooking);
  const moments = (events: readonly StoredEvent[]) =>
    Object.values(forecast(runOf(events), nowMs).pieces).map(({ flip, lift }) => [flip, lift]);

  it.each([
    ['a larger portion', event('portion-set', { formulaId: CAKES, volumeMl: 120 }, at(740))],
    ['a smaller one, in rings', event('portion-set', { formulaId: CAKES, volumeMl: 40, mouldMm: 90 }, at(740))],
    [
      'places laid anew',
      event(
        'places-set',
        { formulaId: CAKES, stationId: GRIDDLE_ID, places: [{ id: 'A1', xMm: 200, yMm: 300 }] },
        at(740),
      ),
    ],
  ])('%s for what comes next moves no flip of what lies there', (_name, changed) => {
    const after = runOf([...cooking, changed]);
    expect(moments([...cooking, changed])).toEqual(moments(cooking));
    for (const n of [1, 2]) {
      expect(discOfPiece(after, after.piece(id(n)))).toEqual(discOfPiece(before, before.piece(id(n))));
      expect(spotOfPiece(after, after.piece(id(n)))).toEqual(spotOfPiece(before, before.piece(id(n))));
    }
    // the next one is another
    const next = (run: typeof before) => [placesIn(run, CAKES, GRIDDLE_ID), discInRun(run, CAKES, GRIDDLE_ID)];
    expect(next(after)).not.toEqual(next(before));
    const map = (run: typeof before) =>
      plateMap(run, GRIDDLE_ID, nowMs, (formulaId) => tableFor(run, { formulaId, ...A }, nowMs)).tempC;
    expect(map(after)).toEqual(map(before));
  });

  it('one poured where places were laid lies there, whatever is laid later', () => {
    const laid = (xMm: number, seconds: number) =>
      event(
        'places-set',
        { formulaId: CAKES, stationId: GRIDDLE_ID, places: [{ id: 'A1', xMm, yMm: 200 }] },
        at(seconds),
      );
    const run = runOf([cooking[0]!, cooking[1]!, laid(110, 5), pour(1, 'A1', 10), laid(220, 20), pour(2, 'A1', 900)]);
    expect(spotOfPiece(run, run.piece(id(1)))).toMatchObject({ xMm: 110, yMm: 200 });
    expect(run.state.places.get(onStation(CAKES, GRIDDLE_ID))).toMatchObject([{ xMm: 220 }]);
  });
});
