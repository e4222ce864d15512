import { REACHES_PLATE, USUAL_SWING_C, type Burner, type Dial, type Source } from '#core/plate';
import type { BurnerBody } from '#contract';
import { fromCelsius, toCelsius, differenceFromCelsius, type TemperatureUnit } from '#core/units';
import { readFigure } from '../parts/read-figure.ts';

/** How a dial is told: power by numbers, parts or words; a temperature by its own scale. */
export const DIAL_KINDS = ['numbers', 'share', 'words', 'celsius', 'fahrenheit', 'gasMark', 'thermostat'] as const;
type DialKind = (typeof DIAL_KINDS)[number];

/** What stands in the form, as typed. */
export interface BurnerForm {
  name: string;
  source: Source;
  ratedW: string;
  acrossCm: string;
  dial: DialKind;
  max: string;
  step: string;
  words: string;
  low: string;
  high: string;
  swing: string;
}

const USUAL: Record<DialKind, { readonly max: string; readonly step: string }> = {
  numbers: { max: '9', step: '0.5' },
  share: { max: '12', step: '1' },
  words: { max: '', step: '' },
  celsius: { max: '250', step: '10' },
  fahrenheit: { max: '480', step: '10' },
  gasMark: { max: '9', step: '1' },
  thermostat: { max: '6', step: '0.5' },
};
/** What a label of its kind usually says, W. Common practice, no source. */
const USUAL_RATED_W: Record<Source, string> = {
  gas: '3000',
  coil: '1800',
  electric: '2200',
  induction: '2000',
  camping: '2000',
};

/** A dial's usual ends when its kind is chosen. */
export function usualDial(form: BurnerForm): void {
  Object.assign(form, USUAL[form.dial]);
}

export function burnerForm(body: Burner | null, unit: TemperatureUnit): BurnerForm {
  const source = body?.source ?? 'gas';
  const dial = body?.dial;
  const shown = (tempC: number | undefined) =>
    tempC === undefined ? '' : String(Math.round(fromCelsius(tempC, unit)));
  const thermostat = dial?.kind === 'thermostat' ? dial : undefined;
  return {
    name: body?.burnerName ?? '',
    source,
    ratedW: body ? String(Math.round(body.powerW / REACHES_PLATE[source])) : USUAL_RATED_W[source],
    acrossCm: body?.acrossMm ? String(body.acrossMm / 10) : '',
    dial: dial ? kindOf(dial) : 'numbers',
    max: dial ? String(dial.max) : USUAL.numbers.max,
    step: dial ? String(dial.step) : USUAL.numbers.step,
    words: dial?.words?.join(', ') ?? '',
    low: shown(thermostat?.lowC),
    high: shown(thermostat?.highC),
    swing: String(Math.round(differenceFromCelsius(thermostat?.swingC ?? USUAL_SWING_C, unit))),
  };
}

function kindOf(dial: Dial): DialKind {
  if (dial.kind === 'power') return dial.words ? 'words' : (dial.scale ?? 'numbers');
  return dial.scale === 'numbers' ? 'thermostat' : dial.scale;
}

export type BurnerError =
  { readonly code: 'name' | 'number' | 'words' } | { readonly code: 'range'; low: number; high: number };

/** The burner a form means, or what is wrong by field. */
export function readBurnerForm(
  form: BurnerForm,
  unit: TemperatureUnit,
): { readonly body: BurnerBody } | { readonly errors: Partial<Record<keyof BurnerForm, BurnerError>> } {
  const errors: Partial<Record<keyof BurnerForm, BurnerError>> = {};
  const figure = (field: keyof BurnerForm, low: number, high: number): number => {
    const value = readFigure(form[field]);
    if (!Number.isFinite(value)) errors[field] = { code: 'number' };
    else if (value < low || value > high) errors[field] = { code: 'range', low, high };
    return value;
  };
  if (form.name.trim() === '') errors.name = { code: 'name' };
  const powerW = figure('ratedW', 100, 20_000) * REACHES_PLATE[form.source];
  const acrossMm = form.acrossCm.trim() === '' ? undefined : figure('acrossCm', 2, 60) * 10;
  const words = form.words
    .split(',')
    .map((word) => word.trim())
    .filter(Boolean);
  if (form.dial === 'words' && words.length < 2) errors.words = { code: 'words' };
  const dial = readDial(form, words, figure, unit);
  if (Object.keys(errors).length > 0) return { errors };
  const burnerName = form.name.trim();
  return {
    body: { burnerName, source: form.source, powerW: Math.round(powerW), ...(acrossMm ? { acrossMm } : {}), dial },
  };
}

function readDial(
  form: BurnerForm,
  words: string[],
  figure: (field: keyof BurnerForm, low: number, high: number) => number,
  unit: TemperatureUnit,
): Dial {
  if (form.dial === 'words') return { kind: 'power', max: words.length, step: 1, words };
  const max = figure('max', 0.5, 600);
  const step = figure('step', 0.05, Number.isFinite(max) ? max : 600);
  if (form.dial === 'numbers') return { kind: 'power', max, step };
  if (form.dial === 'share') return { kind: 'power', max, step, scale: 'share' };
  const swingC = figure('swing', 0, 100) / differenceFromCelsius(1, unit);
  const scale = form.dial === 'thermostat' ? 'numbers' : form.dial;
  const ends =
    form.dial === 'thermostat'
      ? { lowC: toCelsius(figure('low', 30, 500), unit), highC: toCelsius(figure('high', 60, 600), unit) }
      : {};
  return { kind: 'thermostat', max, step, scale, swingC: Math.min(60, swingC), ...ends };
}
