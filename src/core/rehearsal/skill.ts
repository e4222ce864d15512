import { given } from '#core/given';

/** What a person's rounds of one level came to. */
export interface LevelSkill {
  readonly best: number;
  readonly rounds: number;
  /** The last scores, the newest last. */
  readonly last: readonly number[];
}

/** So many of the last rounds count, and a level is had when they come to so many points on average. Invented. */
export const LAST_ROUNDS = 3;
const HAD = 80; // Invented.

export function withRound(skill: LevelSkill | undefined, score: number): LevelSkill {
  const { best = 0, rounds = 0, last = [] } = skill ?? {};
  return { best: Math.max(best, score), rounds: rounds + 1, last: [...last, score].slice(-LAST_ROUNDS) };
}

/** The first level that is not had yet: difficulty follows skill; the hardest once all are. */
export function fittingLevel<Level extends string>(
  levels: readonly Level[],
  skills: Readonly<Partial<Record<string, LevelSkill>>>,
): Level {
  const isHad = (level: Level) => {
    const last = skills[level]?.last ?? [];
    return last.length === LAST_ROUNDS && last.reduce((a, b) => a + b, 0) / last.length >= HAD;
  };
  return levels.find((level) => !isHad(level)) ?? given(levels.at(-1), 'a trainer has levels');
}
