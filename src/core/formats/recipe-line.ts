import { given } from '#core/given';
import {
  eggPartG,
  ingredientOf,
  massOfMeasure,
  measuredDensity,
  type EggClass,
  type IngredientRole,
  type Larder,
} from '#core/ingredients';
import { G_PER, type MeasureSystem } from '#core/units';
import { eggClassOf, readIngredient, readMeasuredAs, type ReadIngredient } from './read-ingredient.ts';
import { readNumber, isUneven, readUnit, type ReadUnit } from '#core/written';

/** Why a line is not sure. Each has its sentence in the message catalogue. */
export type Doubt =
  | ('noAmount' | 'toTaste' | 'pinch' | 'range' | 'unknownUnit' | 'unknownIngredient' | 'ounceOfLiquid')
  | ('thousandOrOne' | 'spooned' | 'uneven' | 'piece' | 'or' | 'optional' | 'separated' | 'noDensity' | 'strange')
  | ('plusMore' | 'minutesForSeconds' | 'near' | 'two' | 'disagree' | 'loose' | 'minus')
  | ('eggSize' | 'usualMeasure');

interface PastedAmount {
  readonly g: number;
  readonly lowG: number;
  readonly highG: number;
}

export interface PastedLine {
  readonly text: string;
  /** Null: no ingredient was found in it. */
  readonly ingredientId: string | null;
  /** Null: how much is unknown. */
  readonly amount: PastedAmount | null;
  readonly doubts: readonly Doubt[];
  /** For the pan, not for the bowl. */
  readonly forPlate: boolean;
}

export interface ReadOptions {
  /** Whose cups and spoons. */
  readonly system: MeasureSystem;
  readonly eggClass: EggClass;
  readonly larder: Larder;
  /** Dashes mark the lines of this list: one before a number is no minus. */
  readonly dashed?: boolean;
}

/** No recipe has so much of a thing in whatever unit: it is a slip, and no amount. Numerical. */
const MOST = 100_000;
const MINUS = /^(?:[-–—−](?=[\d.,½⅓⅔¼¾⅛])|minus\b)/i;

const BULLET = /^\s*(?:[-–—*•·▢□☐]|\d+[.)]\s+(?=\D))\s*/;
const TO_TASTE = /\b(?:to taste|as needed|as required|some|a little|a bit of|optional amount|q\.?s\.?)\b/i;
const FOR_PLATE =
  /\bfor (?:the )?(?:pan|griddle|girdle|plate|frying|cooking|greasing|brushing|skillet|tin)\b|\bspray\b|\bto (?:grease|fry|cook)\b/i;
const PLUS_MORE = /\bplus (?:a (?:little|bit) )?(?:more|extra)\b|\b(?:or )?more as needed\b/i;
/** Fruit that is laid on a piece once it is poured. */
const FOR_TOPS = /\b(?:for the tops?|on top|laid on)\b/i;
const FOR_SERVING = /\b(?:to serve|for serving|for topping|to garnish|for dusting|to top)\b/i;

/** What goes on top of a finished piece is no part of the batter. */
export function isForServing(text: string): boolean {
  return FOR_SERVING.test(text);
}

/** Reads one line of a list of ingredients. What it does not know it says; it guesses nothing without a mark. */
export function readLine(line: string, options: ReadOptions): PastedLine {
  const text = line.trim();
  const clean = text.replace(BULLET, '').replaceAll(' ', ' ').trim();
  const doubts = new Set<Doubt>();
  if (MINUS.test(text) && !options.dashed) doubts.add('minus');
  const { words, measures, second } = takeMeasures(clean, options.system, doubts);
  const own = [...options.larder.values()].flatMap(({ id, name }) => (name ? [{ id, name }] : []));
  const named = readIngredient(words, own);
  const ingredientId = named?.id ?? null;
  if (named?.near) doubts.add('near');
  if (namesTwo(words, named, own)) doubts.add('two');
  if (!ingredientId) doubts.add('unknownIngredient');
  if (/\bor\b/i.test(words)) doubts.add('or');
  if (/\boptional\b/i.test(clean)) doubts.add('optional');
  if (/\bseparated\b/i.test(clean)) doubts.add('separated');
  if (PLUS_MORE.test(clean)) doubts.add('plusMore');
  if (isUneven(clean)) doubts.add('uneven');
  if (ingredientId === 'egg' && eggClassOf(words, options.eggClass) !== options.eggClass) doubts.add('eggSize');
  const amount = doubts.has('minus')
    ? null
    : ingredientId
      ? weigh(ingredientId, measures, clean, options, doubts)
      : massOf(measures);
  const other = ingredientId && second ? weigh(ingredientId, second, clean, options, new Set()) : null;
  if (amount && other && disagree(amount, other)) doubts.add('disagree');
  if (!amount && (measures.length === 0 || doubts.size === 0))
    doubts.add(TO_TASTE.test(clean) ? 'toTaste' : 'noAmount');
  const onTop =
    ingredientId !== null && ingredientOf(options.larder, ingredientId).role === 'fruit' && FOR_TOPS.test(clean);
  const forPlate = onTop || (FOR_PLATE.test(clean) && !PLUS_MORE.test(clean));
  return { text, ingredientId, amount, doubts: [...doubts], forPlate };
}

/** What is weighed of a thing that nobody knows. */
function massOf(measures: readonly Measure[]): PastedAmount | null {
  const sum = { g: 0, lowG: 0, highG: 0 };
  for (const { low, high, unit } of measures) {
    if (unit?.kind !== 'mass') return null;
    sum.g += (unit.g * (low + high)) / 2;
    sum.lowG += unit.g * low;
    sum.highG += unit.g * high;
  }
  return sum.g > 0 && sum.highG <= MAX_G ? sum : null;
}

/** A second thing with a name of its own after "plus", "and", "mixed with"; one *or* the other is another doubt. */
function namesTwo(words: string, named: ReadIngredient | null, own: readonly { id: string; name: string }[]): boolean {
  if (!named) return false;
  const after = /(?:\+|&|,|\b(?:plus|and|with|in)\b)\s*(.*)$/i.exec(words.slice(named.end));
  const second = after && !/\bor\b/i.test(words) && readIngredient(after[1]!, own);
  return Boolean(second && second.id !== named.id);
}

/** Two amounts of one line that are the same thing stay this near to each other, rounding of old recipes included. Numerical. */
const AGREE_WITHIN = 1.15;

function disagree(one: PastedAmount, other: PastedAmount): boolean {
  return one.lowG > other.highG * AGREE_WITHIN || other.lowG > one.highG * AGREE_WITHIN;
}

interface Measure {
  readonly low: number;
  readonly high: number;
  readonly unit: ReadUnit | null;
}

/** Takes numbers and units out of a line: those before the name, those after it, those in brackets, and "plus" ones. */
function takeMeasures(
  clean: string,
  system: MeasureSystem,
  doubts: Set<Doubt>,
): { words: string; measures: readonly Measure[]; second?: readonly Measure[] } {
  const bracketed = [...clean.matchAll(/\(([^)]*)\)/g)].flatMap(([, inner = '']) => {
    const found = measureAt(inner.replace(/^(?:about|approx\.?|ca\.?|c\.|or|~|≈)\s*/i, ''), system, doubts);
    return found?.measure.unit && found.measure.unit.kind !== 'unknown' ? [found.measure] : [];
  });
  let rest = clean
    .replaceAll(/\([^)]*\)/g, ' ')
    .replaceAll(/\s+/g, ' ')
    .trim();
  const plain: Measure[] = [];
  const lead = measureAt(rest.replace(/^(?:about|approx\.?|approximately|ca\.?|~)\s+/i, ''), system, doubts);
  if (lead) {
    rest = rest.replace(/^(?:about|approx\.?|approximately|ca\.?|~)\s+/i, '').slice(lead.length);
    plain.push(lead.measure);
    // "2 cups / 250 g", "8 oz (227 g)", "1 cup + 2 tbsp"
    for (;;) {
      const joint = /^\s*(?:\/|\||,?\s*plus|\+|&|and)\s*(?=[\d½⅓⅔¼¾⅛a])/i.exec(rest);
      const more = joint && measureAt(rest.slice(joint[0].length), system, doubts);
      if (!joint || !more?.measure.unit) break;
      rest = rest.slice(joint[0].length + more.length);
      const same = /\/|\|/.test(joint[0]);
      if (same) bracketed.push(more.measure);
      else plain.push(more.measure);
    }
  } else {
    const tail = /^(.*?[a-z)%])[\s:,–—-]+(?:about\s+)?((?:\d|[½⅓⅔¼¾⅛⅜⅝⅞]|pinch|a pinch).*)$/i.exec(rest);
    const found = tail && measureAt(tail[2]!, system, doubts);
    if (tail && found) {
      plain.push(found.measure);
      rest = `${tail[1]} ${tail[2]!.slice(found.length)}`;
    } else if (/^(?:pinch|dash|knob|handful|splash)/i.test(rest)) {
      plain.push({ low: 1, high: 1, unit: { kind: 'pinch' } });
    }
  }
  // a weight in brackets is what the writer weighed
  const weighed =
    bracketed.find((measure) => measure.unit?.kind === 'mass') ??
    bracketed.find((measure) => measure.unit?.kind === 'volume');
  const leadKind = plain[0]?.unit?.kind;
  if (weighed && leadKind !== 'mass') {
    const words = rest.replace(/^\s*of\s+/i, '');
    // "2 cans (400 g) ...": each of them
    const each = leadKind === 'unknown' && plain[0] ? plain[0].low : 1;
    const taken = [{ ...weighed, low: weighed.low * each, high: weighed.high * each }];
    return { words, measures: taken, ...(leadKind && leadKind !== 'unknown' ? { second: plain } : {}) };
  }
  return { words: rest.replace(/^\s*of\s+/i, ''), measures: plain, ...(weighed ? { second: [weighed] } : {}) };
}

function measureAt(
  text: string,
  system: MeasureSystem,
  doubts: Set<Doubt>,
): { measure: Measure; length: number } | null {
  const number = readNumber(text);
  if (!number) return null;
  // "a" is a number only before a unit or a thing that is counted
  if (number.thousandOrOne) doubts.add('thousandOrOne');
  let length = number.length;
  const space = given(/^(?:-(?=[a-z])|\s*)/i.exec(text.slice(length)), 'it fits nothing at all too')[0].length;
  const unit = readUnit(text.slice(length + space), system);
  if (unit) length += space + unit.length;
  if (number.high > number.low) doubts.add('range');
  if (number.high > MOST) doubts.add('strange');
  return { measure: { low: number.low, high: number.high, unit: unit?.unit ?? null }, length };
}

/** How the figures of the larder are measured, so that there is nothing to doubt. */
const SPOONED = /\bspooned\b|\bleveled\b|\blevelled\b/i;

/** A heap stands on a spoon, not on a cup; on flour it is as much again, on what is finer less. Common practice, no source. */
const HEAPED = /\bheap(?:ed|ing)\b/i;
const MAX_SPOON_ML = 20; // Definition: the largest tablespoon.
const heap = (role: IngredientRole) => (role === 'grain' ? 1.9 : 1.3);

/** Flakes and husks of which a spoon can weigh half as much again are weighed, or marked. Assumed. */
const LOOSE = 1.5;

/** Grams of an ingredient from its measures; adds to the doubts what it had to assume. */
function weigh(
  id: string,
  measures: readonly Measure[],
  words: string,
  { eggClass, larder }: ReadOptions,
  doubts: Set<Doubt>,
): PastedAmount | null {
  const food = ingredientOf(larder, id);
  const sum = { g: 0, lowG: 0, highG: 0 };
  for (const { low, high, unit } of measures) {
    const middle = (low + high) / 2;
    let one: PastedAmount | null = null;
    if (unit === null) {
      const egg = eggPartG(id, eggClassOf(words, eggClass));
      if (egg !== null) one = of(egg, egg, egg);
      else if (food.pieceG) {
        doubts.add('piece');
        one = of(food.pieceG.value, food.pieceG.low, food.pieceG.high);
      } else doubts.add('unknownUnit');
    } else if (unit.kind === 'mass') {
      if (unit.usual) doubts.add('usualMeasure');
      if (unit.g === G_PER.ounce && food.role === 'liquid') doubts.add('ounceOfLiquid');
      one = of(unit.g, unit.g, unit.g);
    } else if (unit.kind === 'volume') {
      if (unit.usual) doubts.add('usualMeasure');
      const as = readMeasuredAs(words);
      const range = massOfMeasure(food, unit.ml, as);
      if (!range) doubts.add('noDensity');
      else {
        const density = given(measuredDensity(food, as), 'what has a mass by measure has a density');
        // flour by the cup is a range of hands; a liquid is not
        const spread = density.high / density.low;
        if (spread > LOOSE) doubts.add('loose');
        else if (spread > 1.08 && unit.ml > 30 && !(as && food.measuredAs?.[as]) && !SPOONED.test(words))
          doubts.add('spooned');
        const times = HEAPED.test(words) && unit.ml <= MAX_SPOON_ML ? heap(food.role) : 1;
        one = of(range.massG * times, range.lowG, range.highG * times);
      }
    } else if (unit.kind === 'stick') {
      if (food.role === 'fat') one = of(G_PER.pound / 4, G_PER.pound / 4, G_PER.pound / 4);
      else doubts.add('unknownUnit');
    } else doubts.add(unit.kind === 'pinch' ? 'pinch' : 'unknownUnit');
    if (!one) return null;
    sum.g += one.g * middle;
    sum.lowG += one.lowG * low;
    sum.highG += one.highG * high;
  }
  return sum.g > 0 && sum.highG <= MAX_G ? sum : null;
}

/** A batter of a ton is none. Numerical. */
const MAX_G = 1_000_000;

function of(g: number, lowG: number, highG: number): PastedAmount {
  return { g, lowG, highG };
}
