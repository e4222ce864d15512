/** A number as it stands in a recipe: a value, or a range of which nobody said which. */
export interface ReadNumber {
  readonly low: number;
  readonly high: number;
  /** Characters of the text that it took. */
  readonly length: number;
  /** "1,000": a thousand or one. */
  readonly thousandOrOne: boolean;
}

const GLYPHS: Readonly<Record<string, number>> = {
  ...{ '½': 1 / 2, '⅓': 1 / 3, '⅔': 2 / 3, '¼': 1 / 4, '¾': 3 / 4, '⅛': 1 / 8, '⅜': 3 / 8, '⅝': 5 / 8, '⅞': 7 / 8 },
  ...{ '⅕': 1 / 5, '⅖': 2 / 5, '⅗': 3 / 5, '⅘': 4 / 5, '⅙': 1 / 6, '⅚': 5 / 6 },
};
const WORDS: Readonly<Record<string, number>> = {
  ...{ a: 1, an: 1, one: 1, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10 },
  ...{ twelve: 12, half: 0.5, quarter: 0.25, third: 1 / 3 },
};
const GLYPH_SET = Object.keys(GLYPHS).join('');

/** One number without a range: "1 1/2", "1½", "1-1/2", "0,5", "two", "half a". Nothing when the text begins otherwise. */
function single(text: string): { value: number; length: number; thousandOrOne: boolean } | null {
  const made = (value: number, length: number, thousandOrOne = false) => ({ value, length, thousandOrOne });
  let found = /^(\d+)(?:\s+|\s*-\s*|\s+and\s+)(\d+)\s*[/⁄]\s*(\d+)/.exec(text);
  if (found && Number(found[3]) > 0 && Number(found[2]) < Number(found[3]))
    return made(Number(found[1]) + Number(found[2]) / Number(found[3]), found[0].length);
  found = /^(\d+)\s*[/⁄]\s*(\d+)/.exec(text);
  if (found && Number(found[2]) > 0) return made(Number(found[1]) / Number(found[2]), found[0].length);
  found = new RegExp(`^(\\d+)?\\s*([${GLYPH_SET}])`).exec(text);
  if (found) return made(Number(found[1] ?? 0) + GLYPHS[found[2]!]!, found[0].length);
  found = /^(\d{1,3}(?:,\d{3})+)(?![\d,])/.exec(text);
  if (found) return made(Number(found[1]!.replaceAll(',', '')), found[0].length, true);
  found = /^(\d*[.,]\d+|\d+)/.exec(text);
  if (found) return made(Number(found[1]!.replace(',', '.')), found[0].length);
  found =
    /^(half|quarter|third|one|two|three|four|five|six|seven|eight|nine|ten|twelve|an?)\b(?:\s+(half|quarter|third)\b)?(?:\s+(?:of\s+)?an?\b)?/i.exec(
      text,
    );
  if (found) {
    const first = WORDS[found[1]!.toLowerCase()]!;
    const second = found[2] ? WORDS[found[2].toLowerCase()]! : 1;
    return made(first * second, found[0].length);
  }
  return null;
}

/** The number at the beginning of a text, or nothing. */
export function readNumber(text: string): ReadNumber | null {
  const first = single(text);
  if (!first) return null;
  const rest = text.slice(first.length);
  const joint = /^\s*(?:–|—|-|to\b|or\b)\s*/i.exec(rest);
  const second = joint ? single(rest.slice(joint[0].length)) : null;
  if (joint && second && second.value > first.value && !/^[a-z]/i.test(rest.slice(joint[0].length))) {
    const length = first.length + joint[0].length + second.length;
    return { low: first.value, high: second.value, length, thousandOrOne: first.thousandOrOne || second.thousandOrOne };
  }
  return { low: first.value, high: first.value, length: first.length, thousandOrOne: first.thousandOrOne };
}
