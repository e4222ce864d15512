import { ABOUT, LONGEST_SIDE_S } from './contexts.ts';
import { lengthsIn, type SaidLength } from './durations.ts';
import type { Sentence } from './sentences.ts';
import type { FigureDoubt, FigureRange, Told, ToldRest, ToldSoak } from './told.ts';

const ABOUT_WORDS = /\b(?:about|approx\w*|around|roughly|or so|some|ish|nearly|more or less|circa|ca)\b/;
const EACH_SIDE =
  /\b(?:per|a|each|every|both|either|on each|on both|from each|from both|from either|from every) sides?\b/;
const SECOND_SIDE =
  /\b(?:(?:second|other|side two|2nd) side|side two|second (?:face|cook)|(?:on |for )?the (?:other|second|back)\b|on two\b)/;
const FIRST_SIDE = /\b(?:first|one|1st) (?:side|face)\b|\bside one\b|\bthe first\b/;

export const isAbout = (words: string): boolean => ABOUT_WORDS.test(words);

export interface SaidTimes {
  readonly rest: Told<ToldRest> | null;
  readonly soak: Told<ToldSoak> | null;
  readonly first: Told<FigureRange> | null;
  readonly second: Told<FigureRange> | null;
}

type Kind = 'rest' | 'soak' | 'side' | 'other';

/** What a length of a sentence is the length of. */
function kindOf(sentence: Sentence, length: SaidLength, hasSoaker: boolean, before: Kind): Kind {
  const { words } = sentence;
  if (ABOUT.oven.test(words) || length.high >= 86_400) return 'other';
  if (ABOUT.soak.test(words)) return 'soak';
  const long = length.high > LONGEST_SIDE_S;
  if (hasSoaker && long && ABOUT.soak.test(sentence.step)) return 'soak';
  if (ABOUT.kept.test(words) && !ABOUT.rest.test(words)) return 'other';
  const onPlate = ABOUT.plate.test(words);
  if (ABOUT.rest.test(words) && (long || !onPlate)) return 'rest';
  if (long) return onPlate ? 'side' : 'rest';
  if (onPlate) return 'side';
  if (ABOUT.mixing.test(words)) return 'other';
  return before === 'side' || ABOUT.plate.test(sentence.step) || SIDES_ALONE.test(words) ? 'side' : 'other';
}
/** A sentence that is two lengths and little else. */
const SIDES_ALONE = /\b(?:then|and|more|other|second|again)\b|\/|\+/;

/** Rests, soaks and sides. `soakers`: names in the text of what the list has to soak, and their ids. */
export function timesSaid(sentences: readonly Sentence[], soakerOf: (words: string) => string | null): SaidTimes {
  let rest: Told<ToldRest> | null = null;
  let soak: Told<ToldSoak> | null = null;
  const sides: { at: 'first' | 'second' | null; both: boolean; told: Told<FigureRange> }[] = [];
  let before: Kind = 'other';
  for (const sentence of sentences) {
    const { words, text, step } = sentence;
    const soaker = soakerOf(words) ?? soakerOf(step);
    const lengths = lengthsIn(words);
    const doubts: FigureDoubt[] = isAbout(words) ? ['about'] : [];
    if (ABOUT.overnight.test(words) && !/\bkeeps\b/.test(words.slice(0, words.search(ABOUT.overnight)))) {
      const either = lengths.length > 0;
      if (ABOUT.soak.test(words) && soaker) soak = { value: { ingredientId: soaker, lengthS: null }, text, doubts };
      else if (!/\bnight before\b/.test(words))
        rest = {
          value: { lengthS: null, where: whereOf(words) },
          text,
          doubts: either ? [...doubts, 'either'] : doubts,
        };
      before = 'rest';
      continue;
    }
    for (const length of lengths) {
      const kind = kindOf(sentence, length, soaker !== null, before);
      before = kind;
      const value = { low: length.low, high: length.high };
      if (kind === 'rest') rest = { value: { lengthS: value, where: whereOf(words) }, text, doubts };
      else if (kind === 'soak') soak = { value: { ingredientId: soaker, lengthS: value }, text, doubts };
      else if (kind === 'side')
        sides.push({
          ...sideOf(words, length, lengths),
          told: { value, text, doubts: [...aboutThis(words, length), ...tooLong(length)] },
        });
    }
  }
  const each = sides.find(({ both }) => both);
  if (each) return { rest, soak, first: each.told, second: each.told };
  const second = sides.find(({ at }) => at === 'second');
  const first = sides.find((side) => side !== second && side.at !== 'second');
  const next = second ?? sides.filter((side) => side !== first)[0];
  return { rest, soak, first: first?.told ?? null, second: next?.told ?? null };
}

function whereOf(words: string): ToldRest['where'] {
  if (ABOUT.cold.test(words)) return 'fridge';
  return ABOUT.counter.test(words) ? 'counter' : null;
}

/** "about" counts for the length that it stands beside. */
function aboutThis(words: string, { at, end }: SaidLength): FigureDoubt[] {
  return isAbout(words.slice(Math.max(0, at - 24), Math.min(words.length, end + 12))) ? ['about'] : [];
}

const tooLong = ({ high }: SaidLength): FigureDoubt[] => (high > LONGEST_SIDE_S ? ['tooLong'] : []);

/** Which side a length is of: by the words next to it within its clause. */
function sideOf(
  words: string,
  length: SaidLength,
  all: readonly SaidLength[],
): { at: 'first' | 'second' | null; both: boolean } {
  const index = all.indexOf(length);
  const from = index > 0 ? all[index - 1]!.end : 0;
  const to = all[index + 1]?.at ?? words.length;
  const behind = words.slice(length.end, to).split(/[,;.]/)[0]!;
  const ahead = words.slice(from, length.at);
  if (EACH_SIDE.test(words) && all.length === 1) return { at: null, both: true };
  if (EACH_SIDE.test(behind)) return { at: null, both: true };
  if (SECOND_SIDE.test(behind) || (SECOND_SIDE.test(ahead) && !FIRST_SIDE.test(behind)))
    return { at: 'second', both: false };
  if (FIRST_SIDE.test(behind) || FIRST_SIDE.test(ahead)) return { at: 'first', both: false };
  return { at: null, both: false };
}
