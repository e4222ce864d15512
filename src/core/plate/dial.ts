import * as v from 'valibot';
import { fahrenheitToCelsius } from '#core/units';

const Word = v.pipe(v.string(), v.trim(), v.minLength(1), v.maxLength(24));
const Mark = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(600));
const Step = v.pipe(v.number(), v.finite(), v.gtValue(0), v.maxValue(50));
/** What a mark is called when it is not a number: the lowest first, one for each step. */
const Words = v.optional(v.pipe(v.array(Word), v.minLength(2), v.maxLength(20)));

/** What a mark may stand for, °C. */
const MarkedC = v.pipe(v.number(), v.minValue(-40), v.maxValue(800));

/** A power dial gives heat, not a temperature. */
const PowerDialSchema = v.object({
  kind: v.literal('power'),
  max: Mark,
  step: Step,
  /** `share`: told as a part of full. */
  scale: v.optional(v.picklist(['numbers', 'share'])),
  words: Words,
});

/** A thermostat gives a temperature: it burns fully until the plate is there, then on and off about it. */
const ThermostatSchema = v.object({
  kind: v.literal('thermostat'),
  max: Mark,
  step: Step,
  scale: v.picklist(['celsius', 'fahrenheit', 'gasMark', 'numbers']),
  words: Words,
  /** For numbers: what the lowest step and the highest mark stand for, °C. */
  lowC: v.optional(MarkedC),
  highC: v.optional(MarkedC),
  /** How much hotter than its mark it holds, as its readings say, °C. */
  offC: v.optional(v.pipe(v.number(), v.finite(), v.minValue(-150), v.maxValue(150))),
  /** From the temperature where it lights to the one where it stops, °C. */
  swingC: v.optional(v.pipe(v.number(), v.minValue(0), v.maxValue(60))),
});

/** More than anybody could tell apart by hand. Numerical. */
const MAX_MARKS = 600;

export const DialSchema = v.pipe(
  v.variant('kind', [PowerDialSchema, ThermostatSchema]),
  v.check(({ max, step }) => max / step <= MAX_MARKS, 'A dial has at most 600 marks: make its step larger.'),
);
export type Dial = v.InferOutput<typeof DialSchema>;
export type Thermostat = v.InferOutput<typeof ThermostatSchema>;

/** Span of a plate's thermostat when it is not known, °C. Common practice, no source. */
export const USUAL_SWING_C = 12;
/** A dial of plain numbers that is not written down: from warm to searing, °C. Assumed. */
const NUMBERS_C = { low: 80, high: 250 };

/** Gas mark 1 is 275 °F, and each mark 25 °F more; the half is 250 °F and the quarter 225 °F. Usual British table, from memory. */
function gasMarkC(mark: number): number {
  if (mark >= 1) return fahrenheitToCelsius(250 + 25 * mark);
  return fahrenheitToCelsius(mark >= 0.5 ? 250 + 50 * (mark - 0.5) : 225 + 100 * (mark - 0.25));
}

/** The temperature that a thermostat holds at a mark, °C. */
export function setpointC(dial: Thermostat, mark: number): number {
  return askedC(dial, mark) + (dial.offC ?? 0);
}

function askedC(dial: Thermostat, mark: number): number {
  switch (dial.scale) {
    case 'celsius':
      return mark;
    case 'fahrenheit':
      return fahrenheitToCelsius(mark);
    case 'gasMark':
      return gasMarkC(mark);
    case 'numbers': {
      const low = dial.lowC ?? NUMBERS_C.low;
      const high = dial.highC ?? NUMBERS_C.high;
      const span = Math.max(dial.step, dial.max - dial.step);
      return low + ((high - low) * (mark - dial.step)) / span;
    }
  }
}

/** How far the plate of a cycling thermostat is off its mean, standard deviation: its swing, and what its element still gives after it. Assumed. */
export function cyclingSdC({ swingC = USUAL_SWING_C }: Thermostat): number {
  return swingC / 2;
}

/** The mark of a thermostat nearest to a temperature, within its dial. */
export function markForTemperature(dial: Thermostat, tempC: number): number {
  const marks = marksOf(dial);
  return marks.reduce((best, mark) =>
    Math.abs(setpointC(dial, mark) - tempC) < Math.abs(setpointC(dial, best) - tempC) ? mark : best,
  );
}

/** Every mark of a dial above off, lowest first. */
export function marksOf(dial: Dial): number[] {
  const count = Math.max(1, Math.round(dial.max / dial.step));
  return Array.from({ length: count }, (_mark, index) => Math.min(dial.max, roundedMark((index + 1) * dial.step)));
}

/** Marks are sums of steps: what rounding leaves behind is taken off. */
export function roundedMark(mark: number): number {
  return Math.round(mark * 1e6) / 1e6;
}

/** What a mark is called: a word of the dial, a share of full, or a number; units for thermostats. */
export type MarkName =
  | { readonly kind: 'word'; readonly word: string }
  | { readonly kind: 'share'; readonly share: number }
  | { readonly kind: 'number'; readonly mark: number }
  | { readonly kind: 'temperature'; readonly mark: number; readonly unit: 'C' | 'F' }
  | { readonly kind: 'gasMark'; readonly mark: number };

export function markName(dial: Dial, mark: number): MarkName {
  const word = dial.words?.[Math.round(mark / dial.step) - 1];
  if (word) return { kind: 'word', word };
  if (dial.scale === 'share') return { kind: 'share', share: mark / dial.max };
  if (dial.scale === 'celsius') return { kind: 'temperature', mark, unit: 'C' };
  if (dial.scale === 'fahrenheit') return { kind: 'temperature', mark, unit: 'F' };
  if (dial.scale === 'gasMark') return { kind: 'gasMark', mark };
  return { kind: 'number', mark };
}
