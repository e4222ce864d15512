import { describe, expect, it } from '@jest/globals';
import { COURSES, foretoldPours, type Course } from '../../bench/pours.ts';
import { secondMorning } from '../../bench/second-morning.ts';
import { honesty } from '../../bench/random-truths.ts';

const rms = (of: readonly number[]) => Math.sqrt(of.reduce((sum, s) => sum + s * s, 0) / of.length);

describe('what is predicted, over kitchens drawn at random', () => {
  it('holds in about nine of ten of 1,000, and is narrow after three pieces', () => {
    const { held, medianHalfWidthS } = honesty(1000);
    expect(held).toBeGreaterThan(0.85);
    expect(held).toBeLessThan(0.95);
    expect(medianHalfWidthS).toBeLessThanOrEqual(12);
  });

  it('of a second morning’s first piece is narrower for what was kept of the batter, no worse, and holds', () => {
    const { kept, afresh } = secondMorning(80);
    expect(kept.medianHalfWidthS).toBeLessThan(0.85 * afresh.medianHalfWidthS);
    expect(kept.rmsS).toBeLessThan(1.05 * afresh.rmsS);
    expect(kept.held).toBeGreaterThan(0.8); // three standard errors below nine in ten
  });

  it.each(COURSES)('beside a mean and a timer through six pours on a %s plate', (course: Course) => {
    const { predicted, mean, timer } = foretoldPours(course, 80);
    if (course === 'steady') {
      expect(rms(predicted)).toBeLessThan(rms(mean) + 1);
      return;
    }
    // all six pours together, the first of which the others know nothing of
    expect(rms(predicted)).toBeLessThan(0.7 * rms(mean));
    expect(rms(predicted)).toBeLessThan(0.7 * rms(timer));
  });
});
