import { fahrenheitToCelsius } from '#core/units';
import { ABOUT } from './contexts.ts';
import type { Sentence } from './sentences.ts';
import { type DialWord, type FigureDoubt, type FigureRange, type Told, type ToldHeat, type ToldHold } from './told.ts';

/** A degree, its unit, and whether the writer said which. */
interface SaidDegrees {
  readonly c: FigureRange;
  readonly unitSaid: boolean;
  readonly at: number;
}

const DEGREES = /(\d{2,3})(?:\s*(?:-|–|to)\s*(\d{2,3}))?\s*(?:°|º|degrees?)?\s*([cf])?(?![\p{L}\d])/gu;
/** Above this a plate's figure without a unit is Fahrenheit. Common practice: no plate is set above 260 °C. */
const WARMEST_C = 260;
const LIKELY_F = { from: 275, to: 475 };
const LIKELY_C = { from: 120, to: 250 };

function degreesIn(words: string): SaidDegrees[] {
  return [...words.matchAll(DEGREES)].flatMap((found): SaidDegrees[] => {
    const low = Number(found[1]);
    const high = Number(found[2] ?? found[1]);
    const marked = /°|º|degree/.test(found[0]);
    const unit = found[3];
    if (!unit && !marked) {
      const after = words.slice(found.index + found[0].length);
      if (/^\s*(?:g|ml|cl|l|cm|mm|s|sec|min|seconds|minutes|hours?|h|pieces|strokes)\b/.test(after)) return [];
      if (!/\b(?:griddle|girdle|pan|plate|skillet|heat|hot|right|surface)\b/.test(words)) return [];
    }
    const isF = unit ? unit === 'f' : high > WARMEST_C || (!marked && high >= LIKELY_F.from);
    const range = isF ? LIKELY_F : LIKELY_C;
    if (!unit && !marked && (low < range.from || high > range.to)) return [];
    const inC = (value: number) => (isF ? fahrenheitToCelsius(value) : value);
    return [{ c: { low: inC(low), high: inC(high) }, unitSaid: unit !== undefined, at: found.index }];
  });
}

/** Surfaces on which batter is cooked, °C; boiling water and warm ovens are below. Common practice, no source. */
const PLATE_C = { low: 100, high: 260 };
/** Ovens in which a piece waits, °C. Common practice, no source. */
const HOLDING_C = { low: 40, high: 130 };

const OF_MARKS =
  /\b(?:mark |level |setting |at )?(\d{1,2}(?:[.,]\d)?)\s*(?:of|out of|\/)\s*(\d{1,2})\b(?!\s*(?:cups?|tsp|tbsp|inch|cm|litre|l\b|ml|s\b|sec|min|hour|pint|oz|a\b|of\b))/;
const SHARE =
  /\b(?:at |to |about )*(two[- ]thirds?|three[- ]quarters?|half|1\/3|2\/3|3\/4|⅔|¾)(?= (?:heat|power|dial|of the dial|flame)|[;.,]|$)/;
/** Definition. */
const SHARES: Readonly<Record<string, readonly [number, number]>> = {
  'two-thirds': [2, 3],
  'two-third': [2, 3],
  '2/3': [2, 3],
  '⅔': [2, 3],
  'three-quarters': [3, 4],
  'three-quarter': [3, 4],
  '3/4': [3, 4],
  '¾': [3, 4],
  half: [1, 2],
  '1/3': [1, 3],
};

const LOW = '(?:low|gentle|soft|weak|small|lowest)';
const MEDIUM = '(?:medium|moderate|middle|mid)';
const HIGH = '(?:high|strong|fierce|brisk|full|lively)';
const HEAT = '(?:heat|flame|fire|griddle|girdle|pan|skillet|plate|hob|setting)';
/** The longer before those that it holds. */
const WORDS: readonly (readonly [RegExp, DialWord])[] = [
  [
    new RegExp(
      `\\b(?:${MEDIUM}(?:[- ]to)?[- ]?${LOW}|${LOW}(?: to |[- ])${MEDIUM}|(?:slightly |just |a little )?below ${MEDIUM})\\b`,
    ),
    'medium-low',
  ],
  [
    new RegExp(
      `\\b(?:${MEDIUM}(?:[- ]to)?[- ]?${HIGH}|${HIGH}(?: to |[- ])${MEDIUM}|(?:slightly |just |a little )?above ${MEDIUM})\\b`,
    ),
    'medium-high',
  ],
  [new RegExp(`\\b${MEDIUM}\\b(?! (?:eggs?|bowl|size|ladle))`), 'medium'],
  [new RegExp(`\\b${LOW}(?:[- ]${HEAT})\\b|\\b${HEAT} (?:on |is |at |to )?${LOW}\\b|\\bover ${LOW}\\b`), 'low'],
  [
    new RegExp(
      `\\b${HIGH}(?:[- ]${HEAT})\\b|\\b${HEAT} (?:on |is |at |to )?${HIGH}\\b|\\bover ${HIGH}\\b|\\b${HEAT}(?: \\w+)? strongly\\b|\\bstrongly ${HEAT}\\b`,
    ),
    'high',
  ],
];
/** A pan that is hot: how hot, nobody says. */
const VAGUE =
  /\b(?:smoking|very|really|well|piping|good and)[- ](?:hot|heated)\b(?! (?:fat|oil|butter|water|milk))|\bhot(?:,? (?:dry|greased|oiled|buttered|cast[- ]iron|non-?stick))? (?:griddle|girdle|pan|plate|skillet)\b|\b(?:pan|griddle|girdle|skillet|plate) (?:is )?(?:very |well )?hot\b|\bheated (?:pan|griddle)\b/;

/** How hot the plate is to be. */
export function heatSaid(sentences: readonly Sentence[]): Told<ToldHeat> | null {
  let vague: Told<ToldHeat> | null = null;
  let word: Told<ToldHeat> | null = null;
  for (const { words, text } of sentences) {
    const kept = ABOUT.oven.test(words);
    const degrees = kept ? [] : degreesIn(words).filter(({ c }) => c.low >= PLATE_C.low && c.high <= PLATE_C.high);
    const right = degrees.filter(({ at }) => !/^\D*\d+\s*°?\s*[cf]?\s*(?:is|would be|was) too/.test(words.slice(at)));
    const first = right[0];
    if (first) {
      const doubts: FigureDoubt[] = [
        ...(first.unitSaid ? [] : ['noUnit' as const]),
        ...(degrees.length > 1 ? ['several' as const] : []),
      ];
      return { value: { kind: 'surfaceC', c: first.c }, text, doubts };
    }
    if (kept) continue;
    const mark = OF_MARKS.exec(words);
    const at = mark && Number(mark[1]!.replace(',', '.'));
    if (
      mark &&
      at !== null &&
      at > 0 &&
      at <= Number(mark[2]) &&
      Number(mark[2]) >= 3 &&
      !/\bpieces?\b|\bserves\b/.test(words)
    )
      return { value: { kind: 'mark', mark: at, of: Number(mark[2]) }, text, doubts: [] };
    const share = ABOUT.plate.test(words) ? SHARE.exec(words) : null;
    const parts = share && SHARES[share[1]!.replace(' ', '-')];
    if (parts) return { value: { kind: 'mark', mark: parts[0], of: parts[1] }, text, doubts: [] };
    const row = WORDS.find(([pattern]) => pattern.test(words));
    if (row && !word) word = { value: { kind: 'word', word: row[1] }, text, doubts: [] };
    else if (!vague && VAGUE.test(words)) vague = { value: { kind: 'word', word: 'high' }, text, doubts: ['vague'] };
  }
  return word ?? vague;
}

/** Where pieces wait for the table. */
export function holdSaid(sentences: readonly Sentence[]): Told<ToldHold> | null {
  for (const { words, text } of sentences) {
    const degrees =
      ABOUT.oven.test(words) && degreesIn(words).find(({ c }) => c.low >= HOLDING_C.low && c.high <= HOLDING_C.high);
    if (degrees)
      return {
        value: { kind: 'oven', c: (degrees.c.low + degrees.c.high) / 2 },
        text,
        doubts: degrees.unitSaid ? [] : ['noUnit'],
      };
    if (
      /\b(?:tea|kitchen|clean|folded|warm)?[- ]?(?:towel|cloth|napkin)\b/.test(words) &&
      /\b(?:wrap|keep|kept|hold|cover|stack|fold\w*|under|in)\b/.test(words)
    )
      return { value: { kind: 'cloth' }, text, doubts: [] };
  }
  return null;
}
