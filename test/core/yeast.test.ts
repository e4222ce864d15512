import { describe, expect, it } from '@jest/globals';
import { riseWindow, timesRisen, yeastGrowth, type Rising } from '#core/rest';

const MIN = 60_000;
const rest = { earliestMin: 50, bestMin: 75, latestMin: 130 };
const at = (tempC: number | ((atMs: number) => number), seen: Rising['seen'] = []): Rising => ({
  ...{ rest, mixedMs: 0, seen },
  tempC: typeof tempC === 'number' ? () => tempC : tempC,
});
const bestMin = (rising: Rising, nowMs = 0) => riseWindow(rising, nowMs).bestMs / MIN;

describe('20 a batter raised by yeast', () => {
  it('grows as the cardinal temperature model has it (Rosso, Lobry & Flandrois 1993): nothing at both ends, most at 32.3', () => {
    expect([yeastGrowth(2.8), yeastGrowth(45.4), yeastGrowth(-5), yeastGrowth(60)]).toEqual([0, 0, 0, 0]);
    expect(yeastGrowth(32.3)).toBeCloseTo(1, 9);
    const hills = Array.from({ length: 420 }, (_none, i) => yeastGrowth(3 + i / 10));
    expect(Math.max(...hills)).toBeLessThanOrEqual(1 + 1e-9);
    // one hill: up to the best, down from it
    const top = hills.indexOf(Math.max(...hills));
    expect(hills.every((share, i) => i === 0 || (i <= top ? share >= hills[i - 1]! : share <= hills[i - 1]!))).toBe(
      true,
    );
  });

  it('ten degrees between 15 and 25 °C double or triple it: the order for growth (Ratkowsky et al. 1982; from memory)', () => {
    const q10 = yeastGrowth(25) / yeastGrowth(15);
    expect(q10).toBeGreaterThan(2);
    expect(q10).toBeLessThan(3.2);
  });

  it('rises in its formula’s own minutes at 22 °C, sooner in the warm, far later in the cold', () => {
    expect(bestMin(at(22))).toBeCloseTo(75, -1);
    expect(bestMin(at(28))).toBeLessThan(60);
    expect(bestMin(at(18))).toBeGreaterThan(95);
    expect(timesRisen(at(22), 75 * MIN)).toBeCloseTo(2, 1);
  });

  it('overnight in the fridge it rises while it cools, then waits: common practice, no source', () => {
    // a litre comes two thirds of the way to 4 °C in two hours and a quarter
    const cooling = at((atMs) => 4 + 18 * Math.exp(-atMs / (134 * MIN)));
    const night = timesRisen(cooling, 10 * 60 * MIN);
    expect(night).toBeGreaterThan(1.6);
    expect(night).toBeLessThan(2.6);
    expect(timesRisen(cooling, 14 * 60 * MIN) - night).toBeLessThan(0.1);
  });

  it('what was seen of it overrules the clock: one that lags is ready later, one that floats is ready', () => {
    const lags = at(22, [{ atMs: 40 * MIN, times: 1.2 }]);
    expect(timesRisen(lags, 40 * MIN)).toBeCloseTo(1.2, 6);
    expect(bestMin(lags, 40 * MIN)).toBeGreaterThan(110);
    const floats = at(22, [{ atMs: 40 * MIN, times: 2 }]);
    expect(bestMin(floats, 40 * MIN)).toBeLessThanOrEqual(40);
    // what is told for later is not known yet
    expect(bestMin(at(22, [{ atMs: 400 * MIN, times: 2 }]), 0)).toBeCloseTo(75, -1);
  });

  it('too cold to rise at all, it says so by the longest rest there is', () => {
    expect(bestMin(at(1))).toBe(2880);
  });
});
