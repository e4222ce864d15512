import { readNumber } from '#core/written';

/** A length of time in a sentence, s. */
export interface SaidLength {
  readonly low: number;
  readonly high: number;
  /** Where it begins and ends in the text. */
  readonly at: number;
  readonly end: number;
}

/** Definition. */
const SECONDS: readonly (readonly [unit: RegExp, seconds: number])[] = [
  [/^(?:seconds?|secs?|sek|s)\b\.?/, 1],
  [/^(?:minutes?|mins?|m|['’′])(?![\p{L}\d])\.?/u, 60],
  [/^(?:hours?|hrs?|h)\b\.?/, 3600],
  [/^days?\b/, 86_400],
];
const START =
  /(?<![\p{L}\d.,:½⅓⅔¼¾-]|\d\/)(?:\d|[½⅓⅔¼¾⅛]|(?:an?|half|one|two|three|four|five|six|seven|eight|nine|ten|twelve)\b)/gu;
/** After a length with its unit: "then 20 more", "1½ on the other". */
const CARRIED = /^\s*(?:more\b|on the (?:other|second|back)|on the$|$|[.;]$)/;

/** Every length of time that a sentence of small letters names, in order. */
export function lengthsIn(words: string): SaidLength[] {
  const found: SaidLength[] = [];
  let unit = 0;
  for (const { index } of words.matchAll(START)) {
    if (index < (found.at(-1)?.end ?? 0)) continue;
    const clock = /^(\d{1,2}):(\d{2})(?!\d)/.exec(words.slice(index));
    if (clock) {
      const s = Number(clock[1]) * 60 + Number(clock[2]);
      found.push({ low: s, high: s, at: index, end: index + clock[0].length });
      continue;
    }
    const number = readNumber(words.slice(index));
    if (!number) continue;
    let end = index + number.length;
    const between = /^\s*(?:-\s*)?(?:(?:more|full|good|short|further)\s+)?/.exec(words.slice(end))?.[0] ?? '';
    const after = words.slice(end + between.length);
    const own = SECONDS.map(([pattern, seconds]) => ({ read: pattern.exec(after), seconds })).find(({ read }) => read);
    if (own?.read) {
      unit = own.seconds;
      end += between.length + own.read[0].length;
      const extra = unit === 60 && number.low === number.high ? secondsAfter(words.slice(end)) : NONE;
      end += extra.length;
      found.push({ low: number.low * unit + extra.s, high: number.high * unit + extra.s, at: index, end });
    } else if (unit > 0 && unit < 3600 && found.length > 0 && CARRIED.test(words.slice(end)))
      found.push({ low: number.low * unit, high: number.high * unit, at: index, end });
  }
  return found;
}

const NONE = { s: 0, length: 0 }; // Definition.

/** "1 min 30", "1 minute and 30 seconds": what stands after whole minutes. */
function secondsAfter(words: string): { readonly s: number; readonly length: number } {
  const tail = /^\s*(?:and\s+)?(\d{1,2})\b(?:\s*(?:seconds?|secs?|s)\b)?(?!\s*(?:minutes?|mins?|m\b|\/|:|cm))/.exec(
    words,
  );
  if (!tail) return NONE;
  const s = Number(tail[1]);
  return s < 60 && (tail[0].includes('s') || s >= 10) ? { s, length: tail[0].length } : NONE;
}
