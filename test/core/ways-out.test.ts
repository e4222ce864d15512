import { describe, expect, it } from '@jest/globals';
import { planRun, waysOut, type WayOut } from '#core/guidance';
import { Memo } from '#core/memo';
import { fold, type RunState, type StoredEvent } from '#core/run';
import { runView, type RunView } from '#core/setup';
import { BRIEF, CAKES, GRIDDLE_ID, PINS, SERVICE_MS, numbered, writer } from './fixtures.ts';

const MIN_MS = 60_000;
const memo = new Memo();
const event = writer(SERVICE_MS - 8 * 3_600_000);
const viewOf = (events: readonly StoredEvent[]): RunView =>
  runView(PINS, fold({ pins: PINS, rehearsal: false }, numbered(events)) satisfies RunState, memo);
const run = viewOf([event('brief-set', BRIEF)]);
const calm = planRun(run, SERVICE_MS - 8 * 3_600_000);
const startedLate = (min: number) => calm.startMs + min * MIN_MS;
const waysAt = (of: RunView, nowMs: number): WayOut[] => {
  const search = waysOut(of, nowMs);
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
  }
};

describe('22 a morning that begins late', () => {
  it('fits with a shorter rest where the shortest allowed lets it, and says which', () => {
    const plan = planRun(run, startedLate(5));
    expect(plan.conflicts).toEqual([]);
    expect(plan.startMs).toBeGreaterThanOrEqual(startedLate(5) - 1);
    expect(plan.cutRests.length).toBeGreaterThan(0);
    for (const { formulaId, restS, bestS } of plan.cutRests) {
      const { earliestMin } = PINS.formulas.find(({ id }) => id === formulaId)!.body.rest;
      expect(restS).toBeGreaterThanOrEqual(earliestMin * 60 - 1);
      expect(restS).toBeLessThan(bestS);
    }
    expect(calm.cutRests).toEqual([]);
  });

  it('is planned as it was once something is mixed', () => {
    const mixed = viewOf([
      event('brief-set', BRIEF),
      event('mixing-begun', { formulaId: CAKES, lot: 1 }, { deviceAtMs: startedLate(4) }),
    ]);
    expect(planRun(mixed, startedLate(5)).cutRests).toEqual([]);
  });

  it('no shortest rest helps when it is far too late: that is said, with ways out', () => {
    const nowMs = startedLate(120);
    const plan = planRun(run, nowMs);
    expect(plan.conflicts.map(({ code }) => code)).toContain('startPassed');
    const ways = waysAt(run, nowMs);
    expect(ways.length).toBeGreaterThan(0);
    expect(ways.length).toBeLessThanOrEqual(3);
    expect(ways.map(({ does }) => does.kind)).toContain('later');
  });
});

describe('22.4 each way out, taken, does what it said', () => {
  it.each([40, 60, 90, 150])('%i min late', (min) => {
    const nowMs = startedLate(min);
    for (const { brief, overMin, startsLaterMin } of waysAt(run, nowMs)) {
      const taken = planRun(viewOf([event('brief-set', brief)]), nowMs);
      expect(taken.conflicts.reduce((sum, { minutes }) => sum + minutes, 0)).toBe(overMin);
      expect(Math.round((taken.startMs - planRun(run, nowMs).startMs) / MIN_MS)).toBe(startsLaterMin);
    }
  });

  it('fewer pieces are whole panfuls, another plate is one of the run that is free', () => {
    const one = viewOf([
      event('brief-set', {
        ...BRIEF,
        items: [{ formulaId: CAKES, pieces: 160, stationIds: [PINS.stations.find(({ id }) => id !== GRIDDLE_ID)!.id] }],
      }),
    ]);
    const ways = waysAt(one, SERVICE_MS - 8 * 3_600_000);
    const plate = ways.find(({ does }) => does.kind === 'plate');
    expect(plate?.brief.items[0]!.stationIds).toContain(GRIDDLE_ID);
  });

  it('a morning that fits has none', () => {
    expect(waysAt(run, SERVICE_MS - 8 * 3_600_000)).toEqual([]);
  });
});
