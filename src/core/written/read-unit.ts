import { G_PER, MEASURE_ML, ML_PER, type MeasureSystem } from '#core/units';

/** A unit of a recipe (`usual`: what it holds where it is said, not everywhere): of weight, of volume, or something that is counted. */
export type ReadUnit =
  | { readonly kind: 'mass'; readonly g: number; readonly usual?: true }
  | { readonly kind: 'volume'; readonly ml: number; readonly usual?: true }
  /** Nobody knows how much: a pinch, a dash. */
  | { readonly kind: 'pinch' }
  | { readonly kind: 'stick' }
  /** A word that is a unit and says nothing: a packet, a tin. */
  | { readonly kind: 'unknown'; readonly word: string };

type Row = readonly [pattern: RegExp, unit: (system: MeasureSystem, found: RegExpExecArray) => ReadUnit];
const mass = (g: number) => (): ReadUnit => ({ kind: 'mass', g });
const volume = (ml: number) => (): ReadUnit => ({ kind: 'volume', ml });
const measure =
  (unit: 'cup' | 'tablespoon' | 'teaspoon') =>
  (system: MeasureSystem): ReadUnit => ({
    kind: 'volume',
    ml: MEASURE_ML[system][unit],
  });
const british = (system: MeasureSystem) => system === 'imperial';

/** A letter alone tells spoons apart by its case: T is a tablespoon, t a teaspoon. */
const ROWS: readonly Row[] = [
  [
    /^(?:fluid|fl)\.?\s*(?:ounces?|ozs?)\b\.?/i,
    (s) => ({ kind: 'volume', ml: british(s) ? ML_PER.imperialFluidOunce : ML_PER.usFluidOunce }),
  ],
  [/^(?:kilograms?|kilos?|kgs?)\b\.?/i, mass(G_PER.kg)],
  [/^(?:milligrams?|mg)\b\.?/i, mass(0.001)],
  [/^(?:grams?|grammes?|grs?|gms?|g)\b\.?/i, mass(1)],
  [/^(?:ounces?|ozs?)\b\.?/i, mass(G_PER.ounce)],
  [/^(?:pounds?|lbs?)\b\.?/i, mass(G_PER.pound)],
  [/^(?:millilit(?:re|er)s?|mls?)\b\.?/i, volume(1)],
  [/^(?:centilit(?:re|er)s?|cl)\b\.?/i, volume(ML_PER.cl)],
  [/^(?:decilit(?:re|er)s?|dl)\b\.?/i, volume(ML_PER.dl)],
  [/^(?:lit(?:re|er)s?|ltrs?|l)\b\.?/i, volume(ML_PER.l)],
  [/^(?:cups?|C|c)\b\.?/, measure('cup')],
  [/^(?:Cups?|CUPS?)\b\.?/, measure('cup')],
  [/^(?:tablespoons?|tablespoonfuls?|tbsps?|tbs|tbls?|tblsp)\b\.?/i, measure('tablespoon')],
  [/^T\b\.?/, measure('tablespoon')],
  [/^(?:teaspoons?|teaspoonfuls?|tsps?)\b\.?/i, measure('teaspoon')],
  [/^t\b\.?/, measure('teaspoon')],
  [/^(?:quarts?|qts?)\b\.?/i, (s) => ({ kind: 'volume', ml: british(s) ? ML_PER.imperialQuart : ML_PER.usQuart })],
  [/^(?:pints?|pts?)\b\.?/i, (s) => ({ kind: 'volume', ml: british(s) ? ML_PER.imperialPint : ML_PER.usPint })],
  [/^gills?\b\.?/i, (s) => ({ kind: 'volume', ml: (british(s) ? ML_PER.imperialPint : ML_PER.usPint) / 4 })],
  [/^(?:dessertspoons?|dessertspoonfuls?|dsp)\b\.?/i, (s) => ({ kind: 'volume', ml: 2 * MEASURE_ML[s].teaspoon })],
  // what a packet, a glass or half a lemon holds where a language's dictionary says so
  [
    /^usual-of-(\d+)-(g|ml)\b/,
    (_system, [, of, unit]) =>
      unit === 'g' ? { kind: 'mass', g: Number(of), usual: true } : { kind: 'volume', ml: Number(of), usual: true },
  ],
  [/^sticks?\b/i, () => ({ kind: 'stick' })],
  [/^(?:pinch(?:es)?|dash(?:es)?|splash(?:es)?|pods?|drops?|knobs?|handfuls?|drizzles?)\b/i, () => ({ kind: 'pinch' })],
  [
    /^(?:packets?|packs?|sachets?|tins?|cans?|boxes|box|bags?|jars?|envelopes?|pots?|tubs?|containers?|cartons?|bottles?|teacups?|wineglass(?:es)?|glass(?:es)?|spoons?|spoonfuls?|ladles?)\b/i,
    () => ({ kind: 'unknown', word: '' }),
  ],
];

/** The unit at the beginning of a text and how many characters it takes, or nothing. */
export function readUnit(text: string, system: MeasureSystem): { unit: ReadUnit; length: number } | null {
  const scant =
    /^(?:(?:heaped|heaping|level|scant|rounded|generous|good|large|small|big)\s+)(?=(?:cup|tablespoon|teaspoon|dessertspoon|tbsp|tsp|spoon|pinch|knob|handful|tin|can|pot|glass))/i.exec(
      text,
    );
  const lead = scant?.[0].length ?? 0;
  const from = text.slice(lead);
  for (const [pattern, unit] of ROWS) {
    const found = pattern.exec(from);
    if (!found) continue;
    const read = unit(system, found);
    return {
      unit: read.kind === 'unknown' ? { kind: 'unknown', word: found[0] } : read,
      length: lead + found[0].length,
    };
  }
  return null;
}

/** "heaped", "scant": more or less than the measure holds. */
export function isUneven(text: string): boolean {
  return /\b(?:heaped|heaping|scant|rounded|generous|good)\b/i.test(text);
}
