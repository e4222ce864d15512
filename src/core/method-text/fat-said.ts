import { familyOf, type BatterType } from '#core/formula';
import type { Sentence } from './sentences.ts';
import type { FigureDoubt, Told, ToldFat, ToldFatKind, ToldFatRule } from './told.ts';

const NONE =
  /\b(?:no|without(?: any)?|zero) (?:oil|fat|butter|grease|greasing)\b|\b(?:ungreased|dry)\b[^.;,]{0,16}\b(?:pan|griddle|girdle|skillet|plate|iron)\b|\bfat[- ]free\b/;
const KINDS: readonly (readonly [RegExp, ToldFatKind])[] = [
  [/\bspray(?:ed|s)?\b/, 'spray'],
  [/\b(?:clarified butter|ghee)\b/, 'clarifiedButter'],
  [/\bbutter(?:ed)?\b(?!\s*milk)/, 'butter'],
  [/\b(?:lard|drippings?|bacon(?: fat| grease)?|suet)\b/, 'lard'],
  [/\boil(?:ed|s)?\b/, 'oil'],
];
const ON_PLATE =
  /\b(?:pan|griddle|girdle|skillet|plate|hotplate|greas\w*|brush\w*|rub\w*|wip\w*|fry|frying|cook|cooking|each time|every time|between|oiled|buttered|sprayed?|hot|with a little|knob|nut of|drops?)\b/;
const RULES: readonly (readonly [RegExp, ToldFatRule])[] = [
  [/\bbetween (?:batches|rounds|panfuls)\b|\b(?:each|every|before each|for each) (?:batch|round|panful)\b/, 'panful'],
  [
    /\b(?:each|every) time\b|\b(?:before|for|between|after|with)\b[^.;]{0,12}\b(?:each|every)\b|\b(?:each|every) (?:\w+ )?(?:pan|hot)?(?:cake|crepe|crêpe|pour|one|piece)\b|\bper (?:pan|hot)?(?:cake|crepe|piece)\b|\ba (?:new|fresh) (?:nut|knob)\b/,
    'each',
  ],
  [/\bonce\b|\bonly the first\b|\bfirst (?:one|pancake|crepe) only\b/, 'once'],
  [/\bwip(?:e|ed|ing)\b|\bpaper\b/, 'wiped'],
];

interface PlateLine {
  readonly text: string;
  readonly words: string;
}

/** What greases the plate, and how often. `list`: lines of the list that are for the plate, or "plus more for the pan". */
export function fatSaid(
  sentences: readonly Sentence[],
  list: readonly PlateLine[],
  type: BatterType,
): Told<ToldFat> | null {
  const none = sentences.find(({ words }) => NONE.test(words) && !/\bor\b/.test(words));
  if (none) return { value: { kind: 'none', rule: 'never' }, text: none.text, doubts: [] };
  const kindIn = (words: string) => KINDS.find(([pattern]) => pattern.test(words))?.[1] ?? null;
  const said = sentences.find(({ words }) => kindIn(words) !== null && ON_PLATE.test(words) && !isBowl(words));
  const listed = list.find(({ words }) => kindIn(words) !== null);
  const from = said ?? listed;
  if (!from) return null;
  const kind = (said && kindIn(said.words)) ?? (listed && kindIn(listed.words));
  if (!kind) return null;
  const ruled = (said && RULES.find(([pattern]) => pattern.test(said.words))) ?? undefined;
  const rule =
    ruled?.[1] ??
    sentences.flatMap(({ words }) =>
      /\bgreas|\boil|\bbrush|\bwip/.test(words) && !isBowl(words)
        ? (RULES.find(([pattern]) => pattern.test(words))?.[1] ?? [])
        : [],
    )[0];
  if (rule) return { value: { kind, rule }, text: from.text, doubts: [] };
  const more = !said && listed && /\bplus\b/.test(listed.words);
  const custom: ToldFatRule = more ? 'once' : familyOf(type) === 'thin' ? 'each' : 'panful';
  const doubts: FigureDoubt[] = ['custom'];
  return { value: { kind, rule: custom }, text: from.text, doubts };
}

/** Fat that goes into the bowl. */
function isBowl(words: string): boolean {
  return (
    /\b(?:stir|whisk|beat|mix|blend|fold|add|combine|melt)\b/.test(words) &&
    !/\b(?:pan|griddle|girdle|skillet|plate|grease|brush|fry)\b/.test(words)
  );
}
