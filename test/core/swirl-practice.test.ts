import { describe, expect, it } from '@jest/globals';
import { fittingLevel, withRound } from '#core/rehearsal';
import {
  LEVEL_HELD,
  SWIRL_LEVELS,
  SwirlPractice,
  bareTowards,
  bestCourse,
  filmM3,
  levelPour,
  levelSetup,
  swirlResult,
  type Held,
  type SwirlLevel,
} from '#core/swirl';

const CELLS = 40;
function practised(level: SwirlLevel, held: (atS: number) => Held) {
  const practice = new SwirlPractice(levelSetup(level, CELLS), levelPour(level));
  while (!practice.over) practice.advance(1 / 30, held(practice.pan.atS));
  return practice;
}
const still = () => LEVEL_HELD;

describe('21 the swirl trainer', () => {
  it.each(SWIRL_LEVELS)('%s: a computed hand covers the pan, and earns more than one that holds still', (level) => {
    const best = bestCourse(level, CELLS);
    const by = swirlResult(best, best.moments);
    expect(by.shape.coverage).toBeGreaterThan(0.96);
    expect(by.wrongAtS).toBeNull();
    const left = swirlResult(practised(level, still), best.moments);
    if (level === 'forgiving') expect(left.shape.coverage).toBeGreaterThan(0.9);
    else {
      expect(left.score).toBeLessThan(by.score - 10);
      expect(left.wrongAtS).not.toBeNull();
    }
  });

  it('batter runs to where the pan is tilted, and all of the pour is on it', () => {
    const right = practised('usual', () => ({ rightDeg: 18, frontDeg: 0 }));
    expect(bareTowards(right.pan).right).toBeLessThan(-0.2);
    expect(filmM3(right.pan.film) * 1e6).toBeCloseTo(levelPour('usual').volumeMl, 6);
    expect(swirlResult(right, []).shape.rimShare).toBeGreaterThan(0.15);
  });

  it('an askew pan leans by itself; a hand that holds against it covers more', () => {
    expect(bareTowards(practised('askew', still).pan).right).toBeLessThan(0);
    const against = practised('askew', () => ({ rightDeg: -4, frontDeg: 0 }));
    expect(Math.abs(bareTowards(against.pan).right)).toBeLessThan(0.15);
  });

  it('the same tilts give the same film: a replay is what was', () => {
    const course = (atS: number): Held => ({ rightDeg: 15 * Math.cos(3 * atS), frontDeg: 15 * Math.sin(3 * atS) });
    const [a, b] = [practised('usual', course), practised('usual', course)];
    expect([...a.pan.film.mobile]).toEqual([...b.pan.film.mobile]);
  });
});

describe('21 skill', () => {
  it('keeps the best and the last three, and goes on once a level is had', () => {
    const skill = [90, 70, 85, 88].reduce(withRound, undefined as ReturnType<typeof withRound> | undefined)!;
    expect(skill).toEqual({ best: 90, rounds: 4, last: [70, 85, 88] });
    expect(fittingLevel(SWIRL_LEVELS, {})).toBe('forgiving');
    expect(fittingLevel(SWIRL_LEVELS, { forgiving: skill })).toBe('usual');
    expect(fittingLevel(SWIRL_LEVELS, { forgiving: { ...skill, last: [90, 90] } })).toBe('forgiving');
    expect(fittingLevel(['a'], { a: skill })).toBe('a');
  });
});
