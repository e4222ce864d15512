import type { EggClass, MeasuredAs } from '#core/ingredients';
import { MODIFIERS, NAMES, type NameRow } from './ingredient-names.ts';

export interface ReadIngredient {
  /** Null: it names a thing that the larder does not hold. */
  readonly id: string | null;
  /** What it was read as is not quite what is written. */
  readonly near: boolean;
  /** Where the words that name it end. */
  readonly end: number;
}

/** The ingredient that words name first, or nothing. A kitchen's own names are looked for before the shipped ones. */
export function readIngredient(
  words: string,
  own: readonly { id: string; name: string }[] = [],
): ReadIngredient | null {
  const text = words.toLowerCase();
  const mine = own
    .filter(({ name }) => text.includes(name.toLowerCase()))
    .sort((a, b) => b.name.length - a.name.length)[0];
  if (mine) return { id: mine.id, near: false, end: text.indexOf(mine.name.toLowerCase()) + mine.name.length };
  const found = NAMES.flatMap((row) => matchesOf(row, text)).sort((a, b) => a.from - b.from);
  const first = found[0];
  const head = first && MODIFIERS.has(first.id) && found.find(({ from, id }) => id && from === first.end + 1);
  return head || first || null;
}

interface Match extends ReadIngredient {
  readonly from: number;
}

function matchesOf([pattern, id, sure]: NameRow, text: string): Match[] {
  const found = pattern.exec(text);
  if (!found) return [];
  const looks = typeof sure === 'function';
  return [
    {
      id: looks && !sure(found[1]) ? null : id,
      near: sure === 'near',
      // "hemp milk" begins where "milk" does, so that what names the first word goes before it
      from: found.index + (looks && found[1] ? found[1].length + 1 : 0),
      end: found.index + found[0].length,
    },
  ];
}

/** How the measure was filled, when the words say so. */
export function readMeasuredAs(words: string): MeasuredAs | undefined {
  if (/\bsift/i.test(words)) return 'sifted';
  if (/\bpacked\b/i.test(words)) return 'packed';
  if (/\b(?:dipped|scooped)\b/i.test(words)) return 'dipped';
  if (/\bwhipped\b/i.test(words)) return 'whipped';
  if (/\bloose(?:ly)?\b/i.test(words)) return 'loose';
  return /\b(?:cold|softened|soft|cubed|diced)\b/i.test(words) ? 'solid' : undefined;
}

const EGG_SIZES: readonly (readonly [RegExp, us: EggClass, eu: EggClass])[] = [
  [/\b(?:extra|very)[- ]large\b|\bxl\b/, 'usExtraLarge', 'euXL'],
  [/\bjumbo\b/, 'usJumbo', 'euXL'],
  [/\blarge\b|\bsize l\b/, 'usLarge', 'euL'],
  [/\bmedium\b|\bsize m\b/, 'usMedium', 'euM'],
  [/\bsmall\b|\bsize s\b/, 'usSmall', 'euS'],
];

/** The class of egg that the words name, in the scheme of the kitchen's own; that one when they name none. */
export function eggClassOf(words: string, kitchens: EggClass): EggClass {
  const named = EGG_SIZES.find(([pattern]) => pattern.test(words.toLowerCase()));
  return named ? (kitchens.startsWith('us') ? named[1] : named[2]) : kitchens;
}
