import { ABOUT } from './contexts.ts';
import { lengthsIn } from './durations.ts';
import type { Sentence } from './sentences.ts';
import type { Told, ToldKeep } from './told.ts';

const KEEPS = /\b(?:keeps?|kept|lasts?|stor(?:e|ed|ing)|good for)\b/;

/** How long what is left over, or the batter, keeps. */
export function keepSaid(sentences: readonly Sentence[]): Told<ToldKeep>[] {
  return sentences.flatMap(({ words, text }): Told<ToldKeep>[] => {
    const said: Told<ToldKeep>[] = [];
    if (/\bfreez(?:e|es|er|ing)\b/.test(words)) said.push({ value: { kind: 'freezer' }, text, doubts: [] });
    const at = words.search(KEEPS);
    if (at < 0 || ABOUT.oven.test(words)) return said;
    const length = lengthsIn(words).filter(({ end }) => end > at)[0];
    if (!length) return said;
    const batter = /\b(?:batter|dough|it)\b/.test(words.slice(0, at + 8));
    if (batter) said.push({ value: { kind: 'batter', lengthS: length.high }, text, doubts: [] });
    else if (ABOUT.cold.test(words)) said.push({ value: { kind: 'fridge', lengthS: length.high }, text, doubts: [] });
    return said;
  });
}

/** A lid over what cooks. */
export function lidSaid(sentences: readonly Sentence[]): Told<true> | null {
  const found = sentences.find(
    ({ words }) =>
      /\blid\b|\bcovered?\b/.test(words) && !/\b(?:without|no) (?:a )?lid\b/.test(words) && !isBatterCovered(words),
  );
  return found ? { value: true, text: found.text, doubts: [] } : null;
}

/** A bowl that is covered while it rests, a face that bubbles cover. */
function isBatterCovered(words: string): boolean {
  if (/\blid\b/.test(words)) return false;
  return (
    ABOUT.overnight.test(words) ||
    /\bbubbles?\b/.test(words) ||
    /\b(?:towel|cloth|film|wrap)\b/.test(words) ||
    (ABOUT.rest.test(words) && !ABOUT.plate.test(words)) ||
    !/\b(?:cook|heat|pan|griddle|skillet|min|minutes?|side|sides|fry)\b/.test(words)
  );
}
