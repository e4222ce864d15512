import { describe, expect, it } from '@jest/globals';
import { PIECE_PARAMETERS } from '#core/piece';
import { cookThrough, hiddenKitchen, normal, seedFrom, seeded, simulatedProbe, trueSurface } from '#core/rehearsal';
import { reviewRun } from '#core/review';
import { fold } from '#core/run';
import { BRIEF, GRIDDLE_ID, READ_PINS as PINS, SERVICE_MS, id, numbered, writer } from './fixtures.ts';

describe('chance', () => {
  it('is the same for a seed and differs between seeds', () => {
    const draw = (seed: number) => Array.from({ length: 3 }, seeded(seed));
    expect(draw(7)).toEqual(draw(7));
    expect(draw(7)).not.toEqual(draw(8));
    expect(seedFrom('a', 1)).not.toBe(seedFrom('b', 1));
  });

  it('normal deviates have mean 0 and spread 1', () => {
    const random = seeded(3);
    const values = Array.from({ length: 4000 }, () => normal(random));
    const mean = values.reduce((sum, x) => sum + x, 0) / values.length;
    const sd = Math.sqrt(values.reduce((sum, x) => sum + (x - mean) ** 2, 0) / values.length);
    expect(Math.abs(mean)).toBeLessThan(0.06); // about four standard errors
    expect(Math.abs(sd - 1)).toBeLessThan(0.05);
  });
});

describe('the hidden kitchen', () => {
  it('is the same on every device and not the model the desk uses', () => {
    const one = hiddenKitchen(42);
    expect(one.parameters).toEqual(hiddenKitchen(42).parameters);
    expect(one.parameters.browning.ratePerS).not.toBe(PIECE_PARAMETERS.browning.ratePerS);
    expect(one.powerFactor('x/A')).toBe(hiddenKitchen(42).powerFactor('x/A'));
    expect(one.powerFactor('x/A')).not.toBe(one.powerFactor('x/B'));
  });

  it('gives a stronger burner a hotter plate, and the probe reads it within its noise', () => {
    const event = writer(0);
    const state = fold(
      { pins: PINS, rehearsal: true },
      numbered([event('burner-turned', { stationId: GRIDDLE_ID, zoneId: 'A', mark: 7 }, { simAtMs: 0 })]),
    );
    const strong = { ...hiddenKitchen(1), powerFactor: () => 1.1 };
    const honest = { ...hiddenKitchen(1), powerFactor: () => 1 };
    const surface = (kitchen: typeof strong) => trueSurface(kitchen, PINS, state, GRIDDLE_ID, 'A', 240_000)(240_000);
    expect(surface(strong)).toBeGreaterThan(surface(honest) + 8);
    const read = simulatedProbe(honest, `${GRIDDLE_ID}/A`, 182, 240_000);
    expect(Math.abs(read - 182)).toBeLessThan(10);
    expect(simulatedProbe(honest, `${GRIDDLE_ID}/A`, 182, 240_000)).toBe(read);
  });
});

describe('simulated hands', () => {
  const begun = [writer(SERVICE_MS - 7_200_000)('brief-set', BRIEF)];
  const cook = (seed: number, attention = 0.6) =>
    cookThrough({
      pins: PINS,
      begun,
      rehearsal: false,
      seed,
      latenessS: { mean: 1, sd: 1 },
      attention,
      makeId: (n) => id(0x100000 + n),
      deviceId: id(0xd),
    });

  const morning = cook(5);

  it('cook a morning to its end as the board says: every piece served, nothing refused, nothing twice', () => {
    const events = [...begun, ...morning];
    const state = fold({ pins: PINS, rehearsal: false }, numbered(events));
    const review = reviewRun(state);
    expect(state.refused).toEqual([]);
    expect(review).toMatchObject({ served: 16, failed: 0, stillOn: 0 });
    expect(state.finishedAtMs).not.toBeNull();
    expect(new Set(events.map((event) => event.id)).size).toBe(events.length);
    expect(review.readyBeforeServiceS!).toBeGreaterThan(0);
    // hands are a second late: that, not more, is the error against what was shown at the flip
    expect(review.flips.count).toBe(16);
    expect(review.flips.rmsS!).toBeLessThan(6);
  });

  it('are the same for the same seed', () => {
    expect(cook(5).map((event) => [event.kind, event.deviceAtMs])).toEqual(
      morning.map((event) => [event.kind, event.deviceAtMs]),
    );
  });
});
