import { given } from '#core/given';
import { SOAKERS, type LineMoment } from '#core/formula';
import { eggPartG, ingredientOf } from '#core/ingredients';
import { batterTypeOf, type GuessedType } from './batter-type.ts';
import { languageOf, readNumber } from '#core/written';
import { figuresSaid, momentSaid, piecesSaid, sentencesOf, type MethodFigures, type Sentence } from '#core/method-text';
import { readIngredient } from './read-ingredient.ts';
import { isDashed, tidyLines } from './tidy-text.ts';
import { isForServing, readLine, type Doubt, type PastedLine, type ReadOptions } from './recipe-line.ts';

interface PastedStep {
  readonly text: string;
  readonly doubts: readonly Doubt[];
}

/** A recipe as it was read. Every line of the text is in it somewhere. */
export interface PastedRecipe {
  readonly name: string;
  readonly lines: readonly PastedLine[];
  /** What greases the plate, when the text says so. */
  readonly plate: readonly PastedLine[];
  readonly steps: readonly PastedStep[];
  /** Every figure that its method gives. */
  readonly figures: MethodFigures;
  /** What of the list goes in later than at mixing, by its id. */
  readonly moments: ReadonlyMap<string, LineMoment>;
  /** What kind of batter it is, and by what that was guessed. */
  readonly type: GuessedType;
  /** Lines that are neither: toppings, remarks. */
  readonly rest: readonly string[];
  /** There was more of it than is read. */
  readonly cut: boolean;
}

const INGREDIENTS_HEAD =
  /^(?:ingredients?|you(?:'ll| will)? need|for the (?:batter|pancakes|crepes|cakes)|batter|dry(?: ingredients)?|wet(?: ingredients)?)\s*:?\s*$/i;
const METHOD_HEAD =
  /^(?:method|directions?|instructions?|preparation|steps?|how to(?: make)?(?: it| them)?|to make|procedure)\s*:?\s*$/i;
const TOPPING_HEAD = /^(?:to serve|for serving|toppings?|for the topping|notes?|tips?)\s*:?\s*$/i;
const SERVES = /^\s*(?:serves|servings?|portions?)\b/i;
const STEP_VERB =
  /^(?:\d+[.)]\s*)?(?:whisk|mix|stir|beat|add|combine|fold|pour|cook|heat|melt|let|rest|leave|flip|turn|serve|sift|make|put|place|in a|blend|whip|separate|preheat|bake|brown|drop|do not|don't|stand|soak|strain|scrape|rub|dissolve|warm|cover|cool|store|swirl|tilt|sieve|measure|gently|meanwhile|brush|grease|ladle|spoon|repeat|keep|when|once|then|cover|set aside|using|fry)\b/i;

/** Reads a recipe from plain text. */
export function readRecipe(text: string, options: ReadOptions): PastedRecipe {
  const found = {
    lines: [] as PastedLine[],
    plate: [] as PastedLine[],
    steps: [] as PastedStep[],
    rest: [] as string[],
  };
  const sentences: Sentence[] = [];
  let name = '';
  let pieces: MethodFigures['pieces'] = null;
  let part: 'top' | 'list' | 'method' | 'topping' = 'top';
  const { lines: given, cut } = tidyLines(text);
  const language = languageOf(text);
  const inEnglish = (words: string) => language?.inEnglish(words) ?? words;
  const own: ReadOptions = { ...options, dashed: isDashed(given) };
  for (const original of given) {
    const line = inEnglish(original);
    // the list has begun: what is not known from here on is a line to mend, no remark
    if (part === 'top' && found.lines.length > 0) part = 'list';
    if (INGREDIENTS_HEAD.test(line)) part = 'list';
    else if (METHOD_HEAD.test(line)) part = 'method';
    else if (TOPPING_HEAD.test(line)) part = 'topping';
    else if (part !== 'method' && pieces === null && isCount(line, original, own)) pieces = said(line, original);
    else if (part !== 'method' && SERVES.test(line)) found.rest.push(original);
    else if (part === 'topping') found.rest.push(original);
    else if (part === 'top' && name === '' && isTitle(line, options)) {
      pieces ??= said(line, original);
      name = titleOf(original);
    } else if (part === 'method' || isStep(line)) {
      part = part === 'top' || part === 'list' ? 'method' : part;
      const own = sentencesOf(withoutNumber(original), inEnglish);
      pieces ??= own.reduce<MethodFigures['pieces']>((all, { words, text }) => all ?? piecesSaid(words, text), null);
      sentences.push(...own);
      found.steps.push(...stepsOf(original, inEnglish));
    } else if (isForServing(line)) found.rest.push(original);
    else if (line.endsWith(':') && readLine(line, own).ingredientId === null) found.rest.push(original);
    else if (part === 'top' && !looksMeasured(line) && readLine(line, own).ingredientId === null)
      found.rest.push(original);
    else
      for (const read of readThings(line, own))
        (read.forPlate ? found.plate : found.lines).push({ ...read, text: original });
  }
  const grainG = grainOf(found.lines, options);
  const lines = found.lines.map((line) => withSense(line, grainG, options));
  const method = sentences.slice(0, MAX_SENTENCES);
  const type = batterTypeOf(lines, method, options.larder);
  const things = [...lines, ...found.plate];
  const figures = figuresSaid(method, {
    system: options.system,
    type: type.value,
    soakerOf: soakerIn(lines, options),
    names: (words) => {
      const id = readIngredient(words, ownNames(options))?.id;
      return id !== undefined && id !== null && things.some(({ ingredientId }) => ingredientId === id);
    },
    plate: things
      .filter(({ forPlate, doubts }) => forPlate || doubts.includes('plusMore'))
      .map(({ text }) => ({ text, words: inEnglish(text).toLowerCase() })),
  });
  const moments = new Map<string, LineMoment>();
  for (const { ingredientId } of lines) {
    const role = ingredientId && ingredientOf(options.larder, ingredientId).role;
    if (!ingredientId || !(role === 'fruit' || ingredientId === 'eggWhite')) continue;
    const isNamed = (words: string) =>
      ingredientId === 'eggWhite' ? /\bwhites\b/.test(words) : namedIn(words, ingredientId, options);
    const when = momentSaid(method, isNamed, ingredientId !== 'eggWhite');
    if (when) moments.set(ingredientId, when);
  }
  return { ...found, lines, name, cut, type, moments, figures: { ...figures, pieces } };
}

/** A method of more sentences is a chapter: figures are looked for in so many. Numerical. */
const MAX_SENTENCES = 300;

const said = (line: string, original: string) => piecesSaid(line.toLowerCase(), original);

/** A line that says how many pieces there will be and names nothing to weigh. */
function isCount(line: string, original: string, options: ReadOptions): boolean {
  return said(line, original) !== null && readLine(line, options).ingredientId === null && !isStep(line);
}

const ownNames = ({ larder }: ReadOptions) =>
  [...larder.values()].flatMap(({ id, name }) => (name ? [{ id, name }] : []));

/** What is said for a thing of the list that has a longer name. */
const SHORT_NAMES = [/berr(?:y|ies)/, /chips?/, /nuts?/, /raisins?/, /bananas?/, /apples?/];

/** Whether a sentence names a thing, by its own name or a shorter one: "berries", "chips". */
function namedIn(words: string, id: string, options: ReadOptions): boolean {
  if (readIngredient(words, ownNames(options))?.id === id) return true;
  return SHORT_NAMES.some((pattern) => pattern.test(words) && pattern.test(id.toLowerCase()));
}

/** What of the list a sentence has soaked: what it names, or the one coarse grain there is. */
function soakerIn(lines: readonly PastedLine[], options: ReadOptions): (words: string) => string | null {
  const soakers = lines.flatMap(({ ingredientId }) =>
    ingredientId && SOAKERS.has(ingredientId) ? [ingredientId] : [],
  );
  return (words) => {
    const named = readIngredient(words, ownNames(options))?.id;
    if (named && soakers.includes(named)) return named;
    return /\b(?:soak\w*|steep\w*|scald\w*|oats?|flakes?|meal|grits?|polenta|semolina)\b/.test(words)
      ? (soakers[0] ?? null)
      : null;
  };
}

/** What a line of the list names: one thing as a rule; eggs that are parted are two, and so are two counts with "and". */
function readThings(line: string, options: ReadOptions): PastedLine[] {
  const both = /^(.*\S)\s+and\s+(?=\d)(.*)$/i.exec(line);
  if (both) {
    const parts = [both[1]!, both[2]!].map((part) => readLine(part, options));
    if (
      parts.every(({ ingredientId, amount }) => ingredientId && amount) &&
      parts[0]!.ingredientId !== parts[1]!.ingredientId
    )
      return parts;
  }
  const read = readLine(line, options);
  const { amount } = read;
  if (read.ingredientId !== 'egg' || !read.doubts.includes('separated') || !amount) return [read];
  const partG = (part: string) => given(eggPartG(part, options.eggClass), 'an egg is a yolk and a white');
  return ['eggYolk', 'eggWhite'].map((ingredientId): PastedLine => {
    const share = partG(ingredientId) / partG('egg');
    return {
      ...read,
      ingredientId,
      amount: { g: amount.g * share, lowG: amount.lowG * share, highG: amount.highG * share },
      doubts: read.doubts.filter((doubt) => doubt !== 'separated'),
    };
  });
}

/** The first line, unless it is an order to do something or an amount of a thing that is known. */
function isTitle(line: string, options: ReadOptions): boolean {
  if (line.endsWith('.') && isStep(line)) return false;
  return !looksMeasured(line) || (!/\d/.test(line) && readLine(line, options).ingredientId === null);
}

/** The title without marks and without how many it makes. */
function titleOf(line: string): string {
  return line
    .replace(/^#+\s*/, '')
    .replace(/[\s,–-]*\(?\bmakes\b[^)]*\)?\s*$/i, '')
    .replace(/[:.]$/, '');
}

function looksMeasured(line: string): boolean {
  return (
    readNumber(line.replace(/^[-–*•·\s]+/, '')) !== null ||
    /\d\s*(?:g|ml|kg|oz|cups?|tbsp|tsp|dl|l)\b/i.test(line) ||
    /\bpinch\b/i.test(line)
  );
}

/** So many words with a full stop are a sentence and no line of a list. Assumed. */
const SENTENCE_WORDS = 9;

/** How hot: a plate or an oven, nothing of a list but water. */
const DEGREES = /\d\s*°\s*[CF]\b(?![^.]*\b(?:water|milk)\b)/i;

/** A line that begins as an order to do something, or a whole sentence with one in it. */
function isStep(line: string): boolean {
  if (DEGREES.test(line)) return true;
  if (STEP_VERB.test(line) && (line.split(/\s+/).length > 3 || line.endsWith('.'))) return true;
  if (!line.endsWith('.')) return false;
  const words = line.split(/[\s,;.]+/).filter(Boolean);
  if (words.length >= SENTENCE_WORDS && !/^\d/.test(line)) return true;
  return !looksMeasured(line) && words.some((word) => STEP_VERB.test(word));
}

const withoutNumber = (line: string) => line.replace(/^\s*(?:step\s*)?\d+[.):]\s*/i, '').replace(/^[-–*•·]\s*/, '');

/** Sentences, each short enough for a method's step. */
function stepsOf(line: string, inEnglish: (words: string) => string): PastedStep[] {
  const clean = withoutNumber(line);
  const whole = clean.length <= MAX_STEP ? [clean] : clean.split(/(?<=[.;])\s+/);
  return whole.map((text) => ({ text: text.slice(0, MAX_STEP), doubts: timeDoubt(inEnglish(text)) }));
}
/** Letters of a step, as a formula takes them. */
const MAX_STEP = 300; // Numerical.

/** A side of a piece that takes this long is a slip of the pen: minutes for seconds. Common practice: 4 min at most. */
const LONGEST_SIDE_MIN = 6;

function timeDoubt(text: string): Doubt[] {
  for (const sentence of text.split(/(?<=[.;])\s+/)) {
    if (!/\b(?:side|flip|turn|golden|cook|fry|until)\b/i.test(sentence)) continue;
    if (/\b(?:rest|stand|chill|fridge|refrigerat\w*|soak|oven|overnight|set aside|warm)\b/i.test(sentence)) continue;
    for (const [, low = '', high] of sentence.matchAll(
      /(\d+(?:[.,]\d+)?)(?:\s*(?:-|–|to)\s*(\d+))?\s*(?:minutes?|mins?)\b/gi,
    ))
      if (Number((high ?? low).replace(',', '.')) > LONGEST_SIDE_MIN) return ['minutesForSeconds'];
  }
  return [];
}

/** Shares of grain beyond which an amount of a thing is likely a slip, %. Common practice, no source. */
const STRANGE_ABOVE: Partial<Record<string, number>> = {
  salt: 5,
  powder: 12,
  soda: 4,
  sugar: 100,
  fat: 100,
  egg: 500,
  liquid: 700,
};

/** Grain in all of the lines, g. */
function grainOf(lines: readonly PastedLine[], { larder }: ReadOptions): number {
  const grain = lines.filter(({ ingredientId }) => ingredientId && ingredientOf(larder, ingredientId).role === 'grain');
  return grain.reduce((sum, { amount }) => sum + (amount?.g ?? 0), 0);
}

function withSense(line: PastedLine, grainG: number, { larder }: ReadOptions): PastedLine {
  if (!line.ingredientId || !line.amount) return line;
  const limit = STRANGE_ABOVE[ingredientOf(larder, line.ingredientId).role];
  const strange = limit !== undefined && grainG > 0 && (line.amount.g * 100) / grainG > limit;
  return strange && !line.doubts.includes('strange') ? { ...line, doubts: [...line.doubts, 'strange'] } : line;
}
