import type { LineMoment } from '#core/formula';
import type { Sentence } from './sentences.ts';

const ON_PIECE =
  /\b(?:scatter|sprinkle|dot|lay|press|place|drop|strew|top|distribute|arrange)\b[^.;]*\b(?:on(?:to)?|over|each|top|in)\b|\bon each\b/;
const LAST = /\b(?:fold|last|just before|at the end|right before|gently stir)\b/;

/** When a thing of the list goes in, if a sentence that names it says other than at mixing. */
export function momentSaid(
  sentences: readonly Sentence[],
  isNamed: (words: string) => boolean,
  isFruit: boolean,
): LineMoment | null {
  for (const { words } of sentences) {
    if (!isNamed(words)) continue;
    if (isFruit && ON_PIECE.test(words)) return 'onPiece';
    if (LAST.test(words) && /\b(?:whites?|fold)\b/.test(words)) return 'justBefore';
  }
  return null;
}
