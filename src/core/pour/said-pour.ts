import type { MeasureSystem } from '#core/units';
import { readNumber, saidVolumeMl } from '#core/written';

/** Something to pour with, by its name. */
export interface NamedTool {
  readonly name: string;
  readonly volumeMl: number;
}

/** Definition. */
const WORDED: readonly (readonly [RegExp, number])[] = [
  [/^(?:one|1) and (?:a )?half\b/i, 1.5],
  [/^two[- ]thirds?\b/i, 2 / 3],
  [/^(?:a|one)[- ]third\b/i, 1 / 3],
  [/^three[- ]quarters?\b/i, 3 / 4],
  [/^(?:a )?half\b/i, 1 / 2],
];

/**
 * How much a cook means by a pour, mL: a volume ("60", "1/3 cup"), or a share of a tool by its name or a word of it ("one
 * and a half of the copper one", "2/3 of the no. 10"). Null for what is neither, and for a word that two tools share.
 */
export function saidPourMl(text: string, system: MeasureSystem, tools: readonly NamedTool[]): number | null {
  const volumeMl = saidVolumeMl(text, system);
  if (volumeMl !== null) return volumeMl;
  const clean = text.trim();
  if (/^[-–−]/.test(clean)) return null;
  const worded = WORDED.map(([pattern, share]) => ({ found: pattern.exec(clean), share })).find(({ found }) => found);
  const number = worded?.found ? { share: worded.share, length: worded.found[0].length } : sharedNumber(clean);
  const named = clean
    .slice(number.length)
    .replace(/^\s*(?:×|x\b|times\b)?\s*(?:of\s+)?(?:the|my|a|an|our)?\s*/i, '')
    .replace(/\s+(?:one|ladle|scoop)s?$/i, '')
    .trim()
    .toLowerCase();
  if (named === '') return null;
  const fitting = tools.filter(({ name }) => wordsOf(name).includes(` ${wordsOf(named).trim()} `));
  const exact = fitting.find(({ name }) => wordsOf(name) === wordsOf(named));
  const tool = exact ?? (fitting.length === 1 ? fitting[0] : undefined);
  return tool ? number.share * tool.volumeMl : null;
}

/** Words of a name between blanks, without marks. */
const wordsOf = (name: string) =>
  ` ${name
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim()} `;

function sharedNumber(text: string): { share: number; length: number } {
  const read = readNumber(text);
  return read && read.low === read.high ? { share: read.low, length: read.length } : { share: 1, length: 0 };
}
