import * as v from 'valibot';
import { REACHES_PLATE, SOURCES, USUAL_SWING_C, type Burner, type Dial, type Source } from '#core/plate';
import type { BurnerBody } from '#contract';
import { fromCelsius, toCelsius, differenceFromCelsius, type TemperatureUnit } from '#core/units';
import { at, figure, filled, orNothing, ofForm } from '../forms/fields.ts';
import { t } from '../words/index.ts';

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

/** A thermostat swings no wider, °C. Common practice, no source. */
const MAX_SWING_C = 60;

/** A dial's usual marks when its kind is chosen. */
export const usualMarks = (dial: DialKind) => USUAL[dial];

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

/** What is typed of a burner in the cook's unit, and the burner it means. */
export function burnerSchema(unit: TemperatureUnit): v.GenericSchema<BurnerForm, BurnerBody> {
  const degrees = (low: number, high: number) =>
    v.pipe(
      figure(low, high),
      v.transform((typed) => toCelsius(typed, unit)),
    );
  const swingC = v.pipe(
    figure(0, differenceFromCelsius(MAX_SWING_C, unit)),
    v.transform((typed) => typed / differenceFromCelsius(1, unit)),
  );
  const words = v.pipe(
    v.string(),
    v.transform((typed) =>
      typed
        .split(',')
        .map((word) => word.trim())
        .filter(Boolean),
    ),
    v.minLength(2, () => t('burnerForm.error.words')),
  );
  const common = {
    name: filled(),
    source: v.picklist(SOURCES),
    ratedW: figure(100, 20_000),
    acrossCm: orNothing(figure(2, 60)),
  };
  const marks = { max: figure(0.5, 600), step: figure(0.05, 600), ...common };
  const dials = v.variant('dial', [
    v.object({ dial: v.literal('words'), words, ...common }),
    v.object({ dial: v.picklist(['numbers', 'share']), ...marks }),
    v.object({ dial: v.picklist(['celsius', 'fahrenheit', 'gasMark']), swing: swingC, ...marks }),
    v.object({ dial: v.literal('thermostat'), low: degrees(30, 500), high: degrees(60, 600), swing: swingC, ...marks }),
  ]);
  return v.pipe(
    ofForm<BurnerForm>()(dials),
    v.rawCheck(({ dataset: { typed, value }, addIssue }) => {
      if (typed && value.dial !== 'words' && value.step > value.max)
        addIssue({ message: t('burnerForm.error.step'), path: at(value, 'step') });
    }),
    v.transform((typed): BurnerBody => ({
      burnerName: typed.name,
      source: typed.source,
      powerW: Math.round(typed.ratedW * REACHES_PLATE[typed.source]),
      ...(typed.acrossCm ? { acrossMm: typed.acrossCm * 10 } : {}),
      dial: dialOf(typed),
    })),
  );
}

type Dialled =
  | { dial: 'words'; words: string[] }
  | { dial: 'numbers' | 'share'; max: number; step: number }
  | { dial: 'celsius' | 'fahrenheit' | 'gasMark'; max: number; step: number; swing: number }
  | { dial: 'thermostat'; max: number; step: number; swing: number; low: number; high: number };

function dialOf(typed: Dialled): Dial {
  if (typed.dial === 'words') return { kind: 'power', max: typed.words.length, step: 1, words: typed.words };
  const { max, step } = typed;
  if (!('swing' in typed)) return { kind: 'power', max, step, ...(typed.dial === 'share' ? { scale: 'share' } : {}) };
  const swingC = typed.swing;
  if (typed.dial !== 'thermostat') return { kind: 'thermostat', max, step, scale: typed.dial, swingC };
  return { kind: 'thermostat', max, step, scale: 'numbers', swingC, lowC: typed.low, highC: typed.high };
}
