import { describe, expect, it } from '@jest/globals';
import { DateTime } from 'luxon';
import { restPhase, restWindow } from '#core/rest';
import { counterLimitMin } from '#core/safety';
import { GRIDDLE_CAKES, SKERRY_CREPES } from '#demo';

const MIN = 60_000;

describe('rest', () => {
  it('runs from the wall clock of mixing through its phases', () => {
    const window = restWindow(GRIDDLE_CAKES.rest, 0, 22);
    const phases = [0, 5, 12, 55, 56, 119, 120].map((minute) => restPhase(window, minute * MIN));
    expect(phases).toEqual(['tooEarly', 'ready', 'best', 'best', 'pastBest', 'pastBest', 'discard']);
  });

  it('counts real minutes across a night and a clock change', () => {
    // the night the clocks go forward in London: 23:30 to 01:40 wall time is 130 minutes less nothing, 02:40 is 130 real
    const mixed = DateTime.fromISO('2026-03-28T23:30', { zone: 'Europe/London' });
    const window = restWindow({ ...SKERRY_CREPES.rest, where: 'fridge' }, mixed.toMillis(), 22);
    expect(window.discardMs).toBeNull();
    const best = DateTime.fromMillis(window.bestMs, { zone: 'Europe/London' });
    expect(best.toFormat('dd HH:mm')).toBe('29 00:10');
    const latest = DateTime.fromMillis(window.latestMs, { zone: 'Europe/London' });
    expect(latest.diff(mixed, 'minutes').minutes).toBe(115);
    expect(latest.toFormat('HH:mm')).toBe('02:25'); // an hour was skipped at one o'clock
  });

  it('keeps egg batter out two hours, one when it is hot (USDA FSIS, from memory)', () => {
    expect(counterLimitMin(22)).toBe(120);
    expect(counterLimitMin(33)).toBe(60);
    expect(restWindow(SKERRY_CREPES.rest, 0, 35).discardMs).toBe(60 * MIN);
  });

  it('shipped rests lie in the trade ranges (common practice, no source): leavened 0–20 min best, thin 20 min to 2 h', () => {
    expect(GRIDDLE_CAKES.rest.bestMin).toBeLessThanOrEqual(20);
    expect(SKERRY_CREPES.rest.bestMin).toBeGreaterThanOrEqual(20);
    expect(SKERRY_CREPES.rest.latestMin).toBeLessThanOrEqual(120);
  });
});
