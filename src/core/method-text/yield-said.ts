import type { FigureDoubt, FigureRange, Told } from './told.ts';
import { isAbout } from './times-said.ts';

const COUNT = '(\\d+)(?:\\s*(?:-|–|to|or)\\s*(\\d+))?(\\s+(?:or so|dozen))?';
const DOZENS: readonly (readonly [RegExp, string])[] = [
  [/\b(?:a|one) dozen\b/g, '12'],
  [/\bhalf a dozen\b/g, '6'],
  [/\btwo dozen\b/g, '24'],
  [/\bthree dozen\b/g, '36'],
];
const PIECE_WORD =
  '(?:pieces?|(?:pan|hot|flap|griddle |drop )?cakes?|cr[eêè]pes?|pikelets?|(?:drop )?scones?|blinis?|coins?|galettes?|bannocks?|rounds?|tortitas?|fritters?)';
const MAKES = new RegExp(
  `\\b(?:makes?|yields?|gives|enough for)\\s*:?\\s*(?:about|approx\\.?|approximately|around|some|roughly|~)?\\s*${COUNT}(?!\\s*(?:minutes|mins|seconds|g\\b|ml\\b|people|servings?|persons|batch|lot))`,
);
const COUNTED = new RegExp(
  `(?:^|[(,]|\\bfor)\\s*(?:about|approx\\.?|around|~)?\\s*${COUNT}\\s+(?:[a-z]+ )?${PIECE_WORD}\\b`,
);
/** As many as a run takes. Numerical. */
const MAX_PIECES = 2000;

/** How many pieces a line of small letters says that it makes. */
export function piecesSaid(line: string, text: string): Told<FigureRange> | null {
  const words = DOZENS.reduce((all, [pattern, number]) => all.replace(pattern, number), line);
  const found = MAKES.exec(words) ?? COUNTED.exec(words);
  if (!found) return null;
  const dozen = found[3]?.includes('dozen') ? 12 : 1;
  const low = Number(found[1]) * dozen;
  const high = Number(found[2] ?? found[1]) * dozen;
  if (!(low > 0 && high >= low && high <= MAX_PIECES)) return null;
  const doubts: FigureDoubt[] = [];
  if (isAbout(words) || dozen > 1) doubts.push('about');
  if (high > low) doubts.push('range');
  if (/,?\s+or\s+\d+/.test(words.slice(found.index + found[0].length))) doubts.push('either');
  return { value: { low, high }, text, doubts };
}
