import { MEASURE_ML, type MeasureSystem } from '#core/units';
import { readNumber, readUnit } from '#core/written';
import { ABOUT } from './contexts.ts';
import type { Sentence } from './sentences.ts';
import { isAbout } from './times-said.ts';
import type { FigureDoubt, FigureRange, Told } from './told.ts';

const START = /(?<![\p{L}\d.,:/½⅓⅔¼¾])(?:\d|[½⅓⅔¼¾⅛]|(?:an?|half|one|two|three|four)\b)/gu;
/** A spoon named without a number, or a spoon that drops it. */
const SPOONFULS = /\b(tablespoon|teaspoon|dessertspoon)(?:s|ful|fuls|sful)?\b|\b(tbsp|tsp)\b/;
const LADLE = /\b(?:ladle(?:ful)?|scoop|dipper)s?\b/;
/** A pour is between a coin and a giant, mL. Common practice, no source. */
const POUR_ML = { low: 3, high: 1000 };

/** How much each pour is, mL. `names`: whether words name a thing of the list. */
export function pourSaid(
  sentences: readonly Sentence[],
  system: MeasureSystem,
  names: (words: string) => boolean,
): Told<FigureRange> | null {
  for (const { words, text } of sentences) {
    const poured = volumesIn(words, system).filter(({ after }) => !names(after) && isPour(words));
    const first = poured[0];
    if (first) {
      const ladle = LADLE.test(words);
      const doubts: FigureDoubt[] = [
        ...(isAbout(words.slice(Math.max(0, first.at - 16), first.end + 8)) ? ['about' as const] : []),
        ...(ladle ? ['ownMeasure' as const] : []),
      ];
      return { value: { low: first.low, high: first.high }, text, doubts };
    }
  }
  for (const { words, text } of sentences) {
    const spoon = SPOONFULS.exec(words);
    if (
      !spoon ||
      !isPour(words) ||
      names(words.slice(spoon.index + spoon[0].length, spoon.index + spoon[0].length + 24))
    )
      continue;
    const measures = MEASURE_ML[system];
    const word = spoon[1] ?? (spoon[2] === 'tbsp' ? 'tablespoon' : 'teaspoon');
    const ml =
      word === 'tablespoon' ? measures.tablespoon : word === 'teaspoon' ? measures.teaspoon : 2 * measures.teaspoon;
    return { value: { low: ml, high: ml }, text, doubts: ['ownMeasure'] };
  }
  return null;
}

const POURED =
  /\b(?:pour\w*|ladle\w*|ladling|scoop\w*|spoon\w*|drop\w*|dollop\w*|portion\w*|batter|each|per|every|apiece|swirl|tablespoon\w*|dessertspoon\w*|tbsp|a (?:pan|hot)?cake|a crepe)\b/;

/** A sentence that speaks of a piece on a plate rather than of the bowl. */
function isPour(words: string): boolean {
  if (ABOUT.oven.test(words)) return false;
  const onPlate =
    POURED.test(words) ||
    ABOUT.plate.test(words) ||
    /\binch\b|\bcm\b/.test(words) ||
    /^\W*[\d½⅓⅔¼¾–-]+ ?(?:ml|cl)\W*$/.test(words);
  return (
    onPlate &&
    !(/\b(?:whisk|beat|stir|add|blend|melt|knead)\b/.test(words) && !/\b(?:each|per|batter|pour|ladle)\b/.test(words))
  );
}

function volumesIn(words: string, system: MeasureSystem) {
  const found: { low: number; high: number; at: number; end: number; after: string }[] = [];
  for (const { index } of words.matchAll(START)) {
    if (index < (found.at(-1)?.end ?? 0)) continue;
    const number = readNumber(words.slice(index));
    if (!number) continue;
    let at = index + number.length;
    at += /^(?:-(?=[a-z])|\s*)/.exec(words.slice(at))?.[0].length ?? 0;
    const read = readUnit(words.slice(at), system);
    if (read?.unit.kind !== 'volume') continue;
    const end = at + read.length;
    const low = number.low * read.unit.ml;
    const high = number.high * read.unit.ml;
    if (low < POUR_ML.low || high > POUR_ML.high) continue;
    found.push({ low, high, at: index, end, after: words.slice(end, end + 24).split(/[,;.(]/)[0]! });
  }
  return found;
}
