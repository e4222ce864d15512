import {
  differenceFromCelsius,
  fromCelsius,
  fromG,
  kitchenMeasures,
  type KitchenMeasure,
  type MeasureSystem,
} from '#core/units';
import { inSpoons, ingredientOf, type Larder } from '#core/ingredients';
import { markName, type Dial } from '#core/plate';
import { useSession } from '../stores/session.ts';
import { has, t, tn } from '../words/index.ts';

const VULGAR: Record<string, string> = { '1/8': '⅛', '1/4': '¼', '1/3': '⅓', '1/2': '½', '2/3': '⅔', '3/4': '¾' };

/** Formatters cost a hundred times what formatting does, and a board asks for dozens of times at every tap. */
function once<K, V>(make: (key: K) => V): (key: K) => V {
  const made = new Map<K, V>();
  return (key) => {
    let value = made.get(key);
    if (!value) made.set(key, (value = make(key)));
    return value;
  };
}
const TIME = { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' } as const;
const dates = once((timeZone: string) => new Intl.DateTimeFormat('en-GB', { dateStyle: 'long', timeZone }));
const clocks = once((timeZone: string) => new Intl.DateTimeFormat('en-GB', { ...TIME, timeZone }));
const secondClocks = once(
  (timeZone: string) => new Intl.DateTimeFormat('en-GB', { ...TIME, second: '2-digit', timeZone }),
);
const days = once(
  (timeZone: string) => new Intl.DateTimeFormat('en-GB', { weekday: 'short', day: 'numeric', month: 'long', timeZone }),
);
const months = once(
  (timeZone: string) => new Intl.DateTimeFormat('en-GB', { month: 'long', year: 'numeric', timeZone }),
);
const numbers = once(
  (digits: number) => new Intl.NumberFormat('en', { minimumFractionDigits: digits, maximumFractionDigits: digits }),
);

/** The month a moment lies in: "June 2026". */
export function month(atMs: number, timeZone: string): string {
  return months(timeZone).format(atMs);
}

/** A day with its year: "29 November 2028". */
export function date(atMs: number, timeZone: string): string {
  return dates(timeZone).format(atMs);
}

/** A surface in the cook's unit: "182 °C". */
export function temperature(tempC: number): string {
  const unit = useSession().settings.temperatureUnit;
  return `${Math.round(fromCelsius(tempC, unit))}\u00a0°${unit}`;
}

/** By how much hotter or cooler, in the cook's unit: "20 °C". */
export function temperatureDifference(byC: number): string {
  const unit = useSession().settings.temperatureUnit;
  return `${Math.round(differenceFromCelsius(byC, unit))}\u00a0°${unit}`;
}

/** A spread of temperature in the cook's unit, without it. */
export function temperatureSpread(sdC: number): string {
  const unit = useSession().settings.temperatureUnit;
  return String(Math.max(1, Math.round(differenceFromCelsius(sdC, unit))));
}

/** Grams as a scale shows them: tenths below ten, whole below a kilo, fives above. */
export function grams(massG: number): string {
  if (massG < 0.05) return number(0);
  const step = massG < 10 ? 0.1 : massG < 1000 ? 1 : 5;
  return number(Math.round(massG / step) * step, massG < 10 ? 1 : 0);
}

/** A weight with its unit as this cook weighs: "124 g", "4.4 oz"; what is unknown says so. */
export function weight(massG: number | null): string {
  if (massG === null) return t('amount.unknown');
  if (useSession().settings.weights === 'g') return t('amount.g', { n: grams(massG) });
  const ounces = fromG(massG, 'ounce');
  return t('amount.oz', { n: number(ounces, ounces < 1 ? 2 : 1) });
}

/** What an ingredient is called: the kitchen's own word for it, or the catalogue's. */
export function ingredientName(ingredientId: string, larder?: Larder): string {
  const own = larder?.get(ingredientId)?.name;
  return own ?? (has(`ingredient.${ingredientId}`) ? t(`ingredient.${ingredientId}`) : ingredientId);
}

/** A count of eggs, whites or yolks: "3 whites". */
export function eggCount(ingredientId: string, count: number): string {
  const words: Record<string, string> = { eggWhite: 'amount.whites', eggYolk: 'amount.yolks' };
  return tn(words[ingredientId] ?? 'amount.eggs', count);
}

/** What this cook's cups and spoons make of a mass: "5½ cups", "1 tbsp + ½ tsp"; nothing when nobody knows or none come near. */
export function cups(
  ingredientId: string,
  massG: number | null,
  larder: Larder,
  system: MeasureSystem = useSession().settings.measures,
): string {
  if (massG === null) return '';
  const measures = inSpoons(ingredientOf(larder, ingredientId), massG, system);
  if (measures === null) return '';
  return measures.length === 0 ? t('amount.pinch') : measures.map(spoon).join(' + ');
}

/** An amount to put in: what leads, and what stands beside it. */
export interface ShownAmount {
  readonly lead: string;
  readonly beside: string;
}

/** By weight with cups or eggs beside it; in a kitchen without a scale the other way round, where they come near enough. */
export function shownAmount(
  { ingredientId, massG, eggs }: { ingredientId: string; massG: number | null; eggs?: number | undefined },
  larder: Larder,
  measuredBy: MeasureSystem | null | undefined,
): ShownAmount {
  const counted = eggs ? eggCount(ingredientId, eggs) : cups(ingredientId, massG, larder, measuredBy ?? undefined);
  const weighed = weight(massG);
  return measuredBy && counted ? { lead: counted, beside: weighed } : { lead: weighed, beside: counted };
}

/** How often a recipe: "× 1½". */
export function timesText(factor: number): string {
  const whole = Math.floor(factor + 1e-6);
  const sign = Object.entries(VULGAR).find(([fraction]) => Math.abs(ratio(fraction) - (factor - whole)) < 0.005)?.[1];
  return `× ${whole === 0 && sign ? '' : whole}${sign ?? ''}`;
}

/** How much a pour is: mL, or in a kitchen without a scale cups and spoons where they come near enough. */
export function pourText(volumeMl: number, measuredBy: MeasureSystem | null | undefined): string {
  const measures = measuredBy ? kitchenMeasures(volumeMl, measuredBy, POUR_OFF) : null;
  return measures?.length ? measures.map(spoon).join(' + ') : millilitres(volumeMl);
}
/** A hand pours no nearer. Common practice, no source. */
const POUR_OFF = 0.08;

function spoon({ unit, whole, fraction }: KitchenMeasure): string {
  const part = fraction[0] === 0 ? '' : VULGAR[fraction.join('/')]!;
  const many = whole > 1 || (whole === 1 && part !== '');
  return t(`amount.${unit}${many ? 's' : ''}`, { n: `${whole === 0 ? '' : whole}${part}` });
}

export function millilitres(volumeMl: number): string {
  return volumeMl >= 1000 ? `${number(volumeMl / 1000, 1)} L` : `${number(volumeMl, 0)} mL`;
}

export function number(value: number, digits = 0): string {
  return numbers(digits).format(value);
}

/** A dial mark: "6½". */
function mark(value: number): string {
  const whole = Math.floor(value);
  return value - whole === 0.5 ? `${whole === 0 ? '' : whole}½` : number(value, Number.isInteger(value) ? 0 : 1);
}

/** What a mark is called on its own dial: "6½", "medium", "⅔ of full", "180 °C", "gas mark 4". */
export function markText(dial: Dial, value: number): string {
  if (value === 0) return t('dial.off');
  const name = markName(dial, value);
  switch (name.kind) {
    case 'word':
      return name.word;
    case 'share': {
      const sign = Object.entries(VULGAR).find(([fraction]) => Math.abs(ratio(fraction) - name.share) < 0.005)?.[1];
      return t('dial.share', {
        share: sign ?? (name.share >= 0.995 ? t('dial.all') : `${number(100 * name.share)} %`),
      });
    }
    case 'temperature':
      return `${number(name.mark)}\u00a0°${name.unit}`;
    case 'gasMark':
      return t('dial.gasMark', { n: mark(name.mark) });
    case 'number':
      return mark(name.mark);
  }
}

function ratio(fraction: string): number {
  const [over, under] = fraction.split('/').map(Number);
  return over! / under!;
}

/** Wall clock in the run's own zone: "07:14". */
export function clock(atMs: number, timeZone: string): string {
  return clocks(timeZone).format(atMs);
}

export function clockSeconds(atMs: number, timeZone: string): string {
  return secondClocks(timeZone).format(atMs);
}

/** "Thu 26 November". */
export function day(atMs: number, timeZone: string): string {
  return days(timeZone).format(atMs).replace(',', '');
}

/** A stretch of time: "1:21", never below zero. */
export function stretch(seconds: number): string {
  const whole = Math.max(0, Math.round(seconds));
  const minutes = Math.floor(whole / 60);
  return `${minutes}:${String(whole % 60).padStart(2, '0')}`;
}

/** Beyond this many hours the minutes say nothing. */
const HOURS_ALONE = 10;

/** Minutes in words: "12 min", "1 h 20 min", "25 h". */
export function minutes(seconds: number): string {
  const whole = Math.round(Math.abs(seconds) / 60);
  if (whole < 60) return t('time.min', { n: whole });
  if (whole >= HOURS_ALONE * 60) return t('time.h', { h: Math.round(whole / 60) });
  const rest = whole % 60;
  return rest === 0
    ? t('time.h', { h: Math.floor(whole / 60) })
    : t('time.hMin', { h: Math.floor(whole / 60), n: rest });
}
