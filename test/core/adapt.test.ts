import { describe, expect, it } from '@jest/globals';
import {
  aged,
  belief,
  cueSdLn,
  flipSpreadS,
  ownLnTime,
  paceOf,
  priorPosterior,
  batterWeights,
  withBatter,
  withCue,
  withNotYet,
  withUnderside,
  withSurface,
  type Posterior,
} from '#core/inference';
import { linesFor } from '#core/formula';
import { SHIPPED_LARDER } from '#core/ingredients';
import { STANDARD_PRESSURE_PA, batterProperties, cueTimeAt, flipBestAt, timelineTable } from '#core/piece';
import { GRIDDLE_CAKES } from '#demo';

const TABLE = timelineTable({
  batter: batterProperties(linesFor(GRIDDLE_CAKES, 100), 'leavened', SHIPPED_LARDER),
  thicknessMm: 8.5,
  batterC: 20,
  plate: { surfaceC: 182, arealHeatCapacityJm2K: 36_000, recoveryWm2K: 300 },
  ambientC: 22,
  pressurePa: STANDARD_PRESSURE_PA,
});
const MODEL_C = 182;
/** A zone that holds: all of its error shows. */
const HOLDS = { modelC: MODEL_C, sensitivity: 1 };
const THERE = { interceptC: 0, slope: 0, sdC: 0 };
const withReading = (prior: Posterior, surfaceC: number, sdC: number) =>
  withSurface(prior, HOLDS, (at) => -0.5 * ((at - surfaceC) / sdC) ** 2, THERE);

describe('readings', () => {
  it('join the prior as two normals do: mean and spread by the conjugate formula (analytic)', () => {
    const known = belief(withReading(priorPosterior(15), 192, 4));
    const weight = 15 ** 2 / (15 ** 2 + 4 ** 2);
    expect(known.errorC).toBeCloseTo(10 * weight, 1);
    expect(known.errorSdC).toBeCloseTo(Math.sqrt(1 / (1 / 15 ** 2 + 1 / 4 ** 2)), 1);
  });

  it('do not care for their order', () => {
    const prior = priorPosterior(15);
    const a = belief(withReading(withReading(prior, 190, 3), 178, 6));
    const b = belief(withReading(withReading(prior, 178, 6), 190, 3));
    expect(a.errorC).toBeCloseTo(b.errorC, 7);
  });

  it('fade: half an hour later the zone is less sure, and its mean has not moved', () => {
    const read = withReading(priorPosterior(15), 190, 2);
    const later = belief(aged(read, 1800));
    expect(later.errorC).toBeCloseTo(belief(read).errorC, 1);
    // a random walk of 6 °C in 20 minutes adds 7.35 °C in 30
    expect(later.errorSdC).toBeCloseTo(Math.hypot(belief(read).errorSdC, 6 * Math.sqrt(1.5)), 0);
    expect(belief(aged(read, 0))).toEqual(belief(read));
  });
});

describe('cues', () => {
  const prior = priorPosterior(15);

  it('seen early say hotter or quicker: the flip comes sooner and is better known', () => {
    const due = cueTimeAt(TABLE, 'golden', MODEL_C)!;
    const known = belief(withCue(prior, TABLE, HOLDS, 'golden', 0.85 * due));
    const before = belief(prior);
    expect(known.errorC).toBeGreaterThan(2);
    const flip = flipBestAt(TABLE, MODEL_C + known.errorC, paceOf(known));
    expect(flip).toBeLessThan(flipBestAt(TABLE, MODEL_C) - 5);
    expect(flipSpreadS(known, TABLE, HOLDS)).toBeLessThan(0.7 * flipSpreadS(before, TABLE, HOLDS));
  });

  it('seen late say cooler or slower', () => {
    const due = cueTimeAt(TABLE, 'coveredFace', MODEL_C)!;
    const known = belief(withCue(prior, TABLE, HOLDS, 'coveredFace', 1.25 * due));
    expect(known.errorC).toBeLessThan(-2);
    expect(known.lnTime).toBeGreaterThan(0);
  });

  it('after a sure reading move the batter, not the plate', () => {
    const due = cueTimeAt(TABLE, 'coveredFace', MODEL_C)!;
    const sure = withReading(prior, MODEL_C, 1.5); // read at what the model says
    const known = belief(withCue(sure, TABLE, HOLDS, 'coveredFace', 1.3 * due));
    expect(Math.abs(known.errorC)).toBeLessThan(3);
    expect(known.lnTime).toBeGreaterThan(0.05);
  });

  it('"not yet" after the predicted flip pushes it later, before it says nearly nothing', () => {
    const due = flipBestAt(TABLE, MODEL_C);
    const late = belief(withNotYet(prior, TABLE, HOLDS, due + 15));
    const early = belief(withNotYet(prior, TABLE, HOLDS, due - 50));
    const flip = (known: typeof late) => flipBestAt(TABLE, MODEL_C + known.errorC, paceOf(known));
    expect(flip(late)).toBeGreaterThan(due + 5);
    expect(Math.abs(flip(early) - due)).toBeLessThan(4);
  });

  it('that the assumed heat would never show are taken as a sign of another heat', () => {
    const golden = belief(withCue(prior, TABLE, { modelC: 140, sensitivity: 1 }, 'golden', 150));
    expect(golden.errorC).toBeGreaterThan(5);
  });

  it('many together find a hidden error of 12 °C', () => {
    let posterior = prior;
    for (const cue of ['rimBubbles', 'coveredFace', 'dryEdge', 'golden', 'lightGold'] as const) {
      posterior = withCue(posterior, TABLE, HOLDS, cue, cueTimeAt(TABLE, cue, MODEL_C + 12)!);
    }
    const known = belief(posterior);
    const flip = flipBestAt(TABLE, MODEL_C + known.errorC, paceOf(known));
    expect(Math.abs(flip - flipBestAt(TABLE, MODEL_C + 12))).toBeLessThan(5);
  });

  it('of one kind share their stray: the tenth of them tells little of the batter that the first did not (analytic)', () => {
    const precision = (n: number) =>
      Array.from({ length: n }, (_, i) => 1 / cueSdLn('rimBubbles', 30, i + 1) ** 2).reduce((a, b) => a + b, 0);
    // σ² = stray² + noise²/n: however many, never surer than the stray
    const noise2 = 0.06 ** 2 + (2 / 30) ** 2;
    for (const n of [1, 3, 10]) expect(1 / precision(n)).toBeCloseTo(0.15 ** 2 + noise2 / n, 9);
  });
});

describe('a batter', () => {
  const sure = withReading(priorPosterior(15), MODEL_C, 2);

  it('that is dark early browns fast: its flip comes by its colour, sooner', () => {
    const known = belief(withUnderside(sure, TABLE, HOLDS, 75, 'dark'));
    expect(known.lnBrowning).toBeGreaterThan(0.15);
    expect(Math.abs(known.lnTime)).toBeLessThan(0.02);
    expect(flipBestAt(TABLE, MODEL_C + known.errorC, paceOf(known))).toBeLessThan(flipBestAt(TABLE, MODEL_C) - 8);
  });

  it('seen on one plate is known on the next: times and browning, not that plate’s heat', () => {
    const due = cueTimeAt(TABLE, 'holesStay', MODEL_C)!;
    const there = withCue(withUnderside(sure, TABLE, HOLDS, 75, 'dark'), TABLE, HOLDS, 'holesStay', 1.2 * due);
    const here = priorPosterior(15);
    const told = belief(withBatter(here, [batterWeights(there)]));
    expect(told.lnTime).toBeGreaterThan(0.05);
    expect(told.lnBrowning).toBeGreaterThan(0.05);
    expect(told.errorC).toBeCloseTo(belief(here).errorC, 6);
    expect(told.errorSdC).toBeCloseTo(belief(here).errorSdC, 6);
    expect(belief(withBatter(here, [])).lnTime).toBeCloseTo(0, 9);
  });
});

describe('a piece of its own', () => {
  const cue = (afterS: number, dueS = 80) => ({ cue: 'popping' as const, afterS, dueS });

  it('follows its own cues, in part', () => {
    const own = ownLnTime([cue(92)]);
    expect(own).toBeGreaterThan(0.02);
    expect(own).toBeLessThan(Math.log(92 / 80));
    expect(ownLnTime([])).toBe(0);
  });

  it('a slip of the finger does not run away with it', () => {
    expect(ownLnTime([cue(400)])).toBeLessThan(0.25);
  });
});
