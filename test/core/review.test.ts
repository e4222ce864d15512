import { describe, expect, it } from '@jest/globals';
import { reviewRun } from '#core/review';
import { fold } from '#core/run';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

const T = SERVICE_MS - 600_000;

function run(flips: readonly (number | null)[]) {
  const event = writer(T);
  const events = [event('brief-set', BRIEF)];
  flips.forEach((lateS, n) => {
    const pieceId = id(0xa0 + n);
    const at = (seconds: number) => ({ deviceAtMs: T + seconds * 1000 });
    events.push(
      event('poured', { pieceId, formulaId: CAKES, stationId: GRIDDLE_ID, placeId: `A${n + 1}`, volumeMl: 75 }, at(0)),
    );
    events.push(
      event(
        'window-shown',
        {
          pieceId,
          side: 1,
          window: { earliestMs: T + 90_000, bestMs: T + 100_000, latestMs: T + 110_000 },
          modelVersion: 'm',
        },
        at(1),
      ),
    );
    if (lateS === null) return;
    events.push(event('flipped', { pieceId }, at(100 + lateS)));
    events.push(
      event(
        'window-shown',
        {
          pieceId,
          side: 2,
          window: { earliestMs: T + 130_000, bestMs: T + 140_000, latestMs: T + 150_000 },
          modelVersion: 'm',
        },
        at(101 + lateS),
      ),
    );
    events.push(event('lifted', { pieceId }, at(143)));
  });
  return reviewRun(fold({ pins: PINS, rehearsal: false }, numbered(events)));
}

describe('review', () => {
  it('measures flips against what was shown, by hand: errors 0, +6, −12', () => {
    const review = run([0, 6, -12]);
    expect(review.records.map((record) => record.flipErrorS)).toEqual([0, 6, -12]);
    expect(review.flips.meanS).toBeCloseTo(-2, 9);
    expect(review.flips.rmsS).toBeCloseTo(Math.sqrt((0 + 36 + 144) / 3), 9);
    expect(review.flips.insideShare).toBeCloseTo(2 / 3, 9);
    expect(review.lifts.meanS).toBeCloseTo(3, 9);
    expect(review.records[0]).toMatchObject({ firstSideS: 100, secondSideS: 43, predictedFirstS: 100 });
    expect(review.readyBeforeServiceS).toBe(600 - 143);
  });

  it('counts what still lies on the plate, and leaves unknown what is unknown', () => {
    const review = run([null]);
    expect(review).toMatchObject({ served: 0, stillOn: 1, readyBeforeServiceS: null });
    expect(review.records[0]).toMatchObject({ firstSideS: null, flipErrorS: null, flippedInWindow: null });
    expect(review.flips).toEqual({ count: 0, meanS: null, rmsS: null, insideShare: null });
  });

  it('of an empty run is empty', () => {
    expect(reviewRun(fold({ pins: PINS, rehearsal: false }, []))).toMatchObject({ records: [], served: 0 });
  });
});
