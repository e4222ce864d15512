import { Memo } from '#core/memo';
import { beforeAll, describe, expect, it } from '@jest/globals';
import { obey, obeyScore, passedLimit, toldRun, type Obeyed } from '#core/rehearsal';
import { fold } from '#core/run';
import { obeyedKitchens } from '../../scripts/lib/rehearsals.ts';

// Hands that do only what the screens show, in the sixteen kitchens whose plates nobody has read: half of `npm run obey`.
const KINDS = [
  { look: 'one', attention: 'full' },
  { look: 'never', attention: 'lazy' },
] as const;
const kitchens = obeyedKitchens();
const mornings: { readonly name: string; readonly attention: 'full' | 'lazy'; readonly cooked: Obeyed }[] = [];
const share = (of: (typeof mornings)[number][], test: (morning: Obeyed) => boolean) =>
  of.filter(({ cooked }) => test(cooked)).length / of.length;
const watchful = () => mornings.filter(({ attention }) => attention === 'full');
const sum = (of: readonly { readonly cooked: Obeyed }[], what: 'right' | 'burnt' | 'pieces') =>
  of.reduce((total, { cooked }) => total + obeyScore(cooked)[what], 0);

describe('obeyed mornings', () => {
  beforeAll(() => {
    for (const [n, { name, kitchen, run }] of kitchens.entries()) {
      const memo = new Memo();
      // what lazy hands come to is spread so wide that every other kitchen tells as much
      for (const kind of KINDS.slice(0, n % 2 === 0 ? 2 : 1))
        mornings.push({ name, attention: kind.attention, cooked: obey({ kitchen, run, ...kind, seed: 1, memo }) });
    }
  }, 1_500_000);

  it('come to their end: all that was asked for is served, and nothing is refused', () => {
    for (const { name, cooked } of mornings) {
      const { kitchen, run } = kitchens.find((each) => each.name === name)!;
      const state = fold({ pins: toldRun(kitchen, run).pins, rehearsal: true }, cooked.events);
      expect([name, state.refused]).toEqual([name, []]);
      expect([name, state.onPlate.size]).toEqual([name, 0]);
      expect([name, cooked.pieces.length]).toEqual([name, run.items.reduce((total, { pieces }) => total + pieces, 0)]);
    }
  });

  it('keep coatings and fats in four of five mornings, and burn hardly a piece of watchful hands', () => {
    expect(share(mornings, ({ plates }) => !plates.some(({ face }) => passedLimit(face)))).toBeGreaterThanOrEqual(
      7 / 8,
    );
    expect(sum(watchful(), 'burnt') / sum(watchful(), 'pieces')).toBeLessThan(0.08);
    expect(sum(watchful(), 'right') / sum(watchful(), 'pieces')).toBeGreaterThan(0.4);
  });

  // What is asked and not reached yet; the day one is reached its line must go, and the gate stand above.
  it.failing('no plate passes its coating or fat for more than 15 s', () => {
    expect(share(mornings, ({ plates }) => !plates.some(({ face }) => passedLimit(face)))).toBe(1);
  });
  it.failing('no piece is burnt on an instruction', () => {
    expect(sum(mornings, 'burnt')).toBe(0);
  });
  it.failing('the batter’s limit is passed in no more than one morning of twenty', () => {
    expect(share(mornings, ({ plates }) => plates.some(({ batter }) => passedLimit(batter)))).toBeLessThanOrEqual(0.05);
  });
  it.failing('no plate is turned more than six times an hour', () => {
    expect(share(mornings, (morning) => obeyScore(morning).turns <= 6)).toBe(1);
  });
  it.failing('no more than two prompts come with a panful', () => {
    expect(share(mornings, (morning) => obeyScore(morning).prompts <= 2)).toBe(1);
  });
});
