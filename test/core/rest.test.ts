import { describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { DateTime } from 'luxon';
import {
  FRIDGE_C,
  LOOKS,
  ageingRate,
  counterAgeMin,
  gasLeft,
  lotTemperatureC,
  restPhase,
  restWindow,
  warmingMin,
  type Stay,
} from '#core/rest';
import { RULE_SETS, exposureOf, outLimitMin, type Stretch } from '#core/safety';
import { SCHOOL } from '#core/formula';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const MIN = 60_000;
const KITCHEN = { roomC: 22, fridgeC: FRIDGE_C };
const on = (where: Stay['where'], fromMs = 0): Stay => ({ fromMs, where });
const OVERNIGHT = {
  ...SKERRY_CREPES.rest,
  earliestMin: 120,
  bestMin: 480,
  latestMin: 1080,
  where: 'fridge' as const,
};

describe('the window of a rest', () => {
  it('runs from the wall clock of mixing through its phases', () => {
    const window = restWindow(GRIDDLE_CAKES.rest, [on('counter')], KITCHEN);
    const phases = [0, 5, 12, 55, 56].map((minute) => restPhase(window, minute * MIN));
    expect(phases).toEqual(['tooEarly', 'ready', 'best', 'best', 'pastBest']);
  });

  // real minutes, whatever the wall does: mixed at, on the day the clocks change or not, eight hours are best
  it.each([
    ['a plain night', 'Europe/London', '2026-06-10T22:30', '11 06:30'],
    ['the clocks go forward', 'Europe/London', '2026-03-28T22:30', '29 07:30'],
    ['the clocks go back', 'Europe/London', '2026-10-24T22:30', '25 05:30'],
    ['forward, at the other end of the world', 'Australia/Sydney', '2026-10-03T22:30', '04 07:30'],
    ['back by half an hour', 'Australia/Lord_Howe', '2026-04-04T22:30', '05 06:00'],
    ['no change', 'Asia/Kolkata', '2026-03-28T22:30', '29 06:30'],
    ['over New Year', 'America/New_York', '2026-12-31T23:00', '01 07:00'],
    ['mixed on midnight', 'Europe/London', '2026-06-11T00:00', '11 08:00'],
  ])('%s: %s, mixed %s, best from %s', (_name, zone, mixed, best) => {
    const mixedMs = DateTime.fromISO(mixed, { zone }).toMillis();
    const window = restWindow(OVERNIGHT, [on('fridge', mixedMs)], KITCHEN);
    expect(DateTime.fromMillis(window.bestMs, { zone }).toFormat('dd HH:mm')).toBe(best);
    expect(window.latestMs - mixedMs).toBe(1080 * MIN);
  });

  it('goes slower in the cold and faster in a hot room: twice with ten degrees (assumed)', () => {
    expect(ageingRate('counter', { roomC: 32, fridgeC: 4 })).toBeCloseTo(2, 9);
    expect(ageingRate('fridge', { roomC: 22, fridgeC: 2 })).toBeCloseTo(0.25, 9);
    const hot = restWindow(GRIDDLE_CAKES.rest, [on('counter')], { roomC: 32, fridgeC: 4 });
    expect(hot.bestMs).toBe(6 * MIN);
    // 12 minutes are best: 6 out, and the other 6 take 3.48 times as long in the fridge
    const moved = restWindow(GRIDDLE_CAKES.rest, [on('counter'), on('fridge', 6 * MIN)], KITCHEN);
    expect(moved.bestMs / MIN).toBeCloseTo(6 + 6 * 2 ** 1.8, 2);
    // what had passed before it was moved does not change
    expect(moved.earliestMs).toBe(5 * MIN);
  });

  it('is kept in order by whatever moves', () => {
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.integer({ min: 1, max: 300 }), fc.boolean()), { maxLength: 6 }), (moves) => {
        let at = 0;
        const stays = [
          on('counter'),
          ...moves.map(([minutes, cold]) => on(cold ? 'fridge' : 'counter', (at += minutes) * MIN)),
        ];
        const { earliestMs, bestMs, latestMs } = restWindow(GRIDDLE_CAKES.rest, stays, KITCHEN);
        expect(earliestMs <= bestMs && bestMs <= latestMs).toBe(true);
        expect(counterAgeMin(stays, KITCHEN, bestMs)).toBeCloseTo(12, 3);
      }),
    );
  });

  it('shipped rests lie in the trade ranges (common practice, no source): leavened 0–20 min best, thin 20 min to 2 h', () => {
    expect(GRIDDLE_CAKES.rest.bestMin).toBeLessThanOrEqual(20);
    expect(SKERRY_CREPES.rest.bestMin).toBeGreaterThanOrEqual(20);
    expect(SKERRY_CREPES.rest.latestMin).toBeLessThanOrEqual(120);
    expect(SCHOOL.whippedWhite.rest.latestMin).toBeLessThanOrEqual(10);
    expect(LOOKS.leavened).toContain('bubblesCome');
    expect(LOOKS.thin).toContain('bubblesGo');
  });
});

describe('how warm a bowl is', () => {
  it('comes to the air around it as a lump does: 63 % in one time constant', () => {
    const tau = warmingMin(1000);
    // 1 L: ρcV = 3900 J/K over h·A = 10 W/m²K · 4.84 · 0.01 m² (by hand)
    expect(tau).toBeCloseTo(3900 / (10 * 0.0484) / 60, 6);
    const at = (minutes: number) => lotTemperatureC([on('fridge')], 20, 1000, KITCHEN, minutes * MIN);
    expect(at(tau)).toBeCloseTo(4 + 16 / Math.E, 9);
    expect(at(0)).toBe(20);
    expect(at(1e6)).toBeCloseTo(4, 6);
  });

  it('a small bowl is quicker, and one taken out warms again', () => {
    expect(warmingMin(250)).toBeLessThan(warmingMin(4000));
    const stays = [on('fridge'), on('counter', 600 * MIN)];
    const at = (minutes: number) => lotTemperatureC(stays, 20, 1000, KITCHEN, minutes * MIN);
    expect(at(630)).toBeGreaterThan(at(600) + 2);
    expect(at(630)).toBeLessThan(22);
  });
});

describe('rise that fades', () => {
  it('meets the holding times of the trade at seven tenths (common practice, no source): soda 10–15, powder 30–60, whites 10', () => {
    const left = (gas: Parameters<typeof gasLeft>[0], minutes: number) => gasLeft(gas, minutes).all;
    expect(left({ soda: 1 }, 12.25).left).toBeCloseTo(0.7, 2);
    expect(left({ soda: 1 }, 10).low).toBeCloseTo(0.7, 9);
    expect(left({ soda: 1 }, 15).high).toBeCloseTo(0.7, 9);
    expect(left({ powder: 1 }, 30).low).toBeCloseTo(0.7, 9);
    expect(left({ powder: 1 }, 60).high).toBeCloseTo(0.7, 9);
    expect(left({ whites: 1 }, 10).high).toBeCloseTo(0.7, 9);
  });

  it('is the sum of its agents by their share, and never rises', () => {
    const { all, by } = gasLeft({ soda: 1, powder: 3 }, 20);
    expect(by.map(({ agent, share }) => [agent, share])).toEqual([
      ['soda', 0.25],
      ['powder', 0.75],
    ]);
    expect(all.left).toBeCloseTo(0.25 * by[0]!.left + 0.75 * by[1]!.left, 12);
    expect(by[0]!.left).toBeLessThan(by[1]!.left); // soda in buttermilk is spent first
    expect(gasLeft({ soda: 1, powder: 3 }, 30).all.left).toBeLessThan(all.left);
    expect(gasLeft({ powder: 1 }, 0).all).toEqual({ left: 1, low: 1, high: 1 });
  });
});

describe('the safety clock', () => {
  const warm = () => 21;
  const clock = (
    stretches: Stretch[],
    nowMin: number,
    tempC: (atMs: number) => number = warm,
    roomC = 22,
    rules = RULE_SETS.us as (typeof RULE_SETS)['us' | 'uk'],
  ) => exposureOf(stretches, tempC, rules, roomC, nowMin * MIN);

  it('two hours out, one in a hot room (USDA FSIS); four by the English rule (Regs 2013, Sch. 4), from memory', () => {
    expect(clock([on('counter')], 30)).toMatchObject({
      outMin: 30,
      limitMin: 120,
      discardMs: 120 * MIN,
      warnMs: 90 * MIN,
      phase: 'good',
      by: 'out',
    });
    expect(clock([on('counter')], 95).phase).toBe('warn');
    expect(clock([on('counter')], 120).phase).toBe('discard');
    expect(outLimitMin(RULE_SETS.us, 33)).toBe(60);
    expect(clock([on('counter')], 0, warm, 33).discardMs).toBe(60 * MIN);
    expect(clock([on('counter')], 0, warm, 22, RULE_SETS.uk).discardMs).toBe(240 * MIN);
  });

  it('adds up over counter, fridge and hold; hot and cold do not count', () => {
    // 50 minutes out, ten hours cold, 40 out, then held at 75 °C in the oven: 90 of 120
    const stretches: Stretch[] = [
      on('counter'),
      on('fridge', 50 * MIN),
      on('counter', 650 * MIN),
      { fromMs: 690 * MIN, where: 'hold' },
    ];
    const held = (atMs: number) => (atMs >= 690 * MIN ? 75 : 21);
    expect(clock(stretches, 800, held)).toMatchObject({ outMin: 90, phase: 'warn' });
    // held lukewarm it counts on, and is over half an hour later
    const lukewarm = (atMs: number) => (atMs >= 690 * MIN ? 45 : 21);
    expect(clock(stretches, 700, lukewarm)).toMatchObject({ outMin: 100, discardMs: 720 * MIN });
  });

  it('a bowl just out of the fridge begins to count when it has warmed past the cold limit', () => {
    const stays = [on('fridge'), on('counter', 600 * MIN)];
    const tempC = (atMs: number) => lotTemperatureC(stays, 4, 1000, KITCHEN, atMs);
    const at = (minutes: number, rules: (typeof RULE_SETS)['us' | 'uk']) =>
      clock(stays, minutes, tempC, 22, rules).outMin;
    // from 4 to 5 °C in a room of 22: τ ln(18/17) = 134 × 0.057 = 7.7 min; to 8 °C 33.7 min (by hand)
    expect(at(630, RULE_SETS.us)).toBeCloseTo(30 - 7.7, -0.5);
    expect(at(630, RULE_SETS.uk)).toBe(0);
    expect(at(700, RULE_SETS.uk)).toBeCloseTo(100 - 33.7, -0.5);
  });

  it('in the fridge only its age runs: two days (common practice, no source)', () => {
    const cold = clock([on('fridge')], 60, () => 4);
    expect(cold).toMatchObject({ outMin: 0, discardMs: 48 * 60 * MIN, by: 'kept' });
    expect(clock([on('fridge')], 47 * 60, () => 4).phase).toBe('warn');
  });
});
