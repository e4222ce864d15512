import { given } from '#core/given';
import { MS_PER_MIN } from '#core/units';
/** Where a lot stands from a moment on. */
export interface Stay {
  readonly fromMs: number;
  readonly where: 'counter' | 'fridge';
}

/** The kitchen as a resting batter feels it. */
export interface Climate {
  readonly roomC: number;
  readonly fridgeC: number;
}

/** A fridge as it should be, °C. Source: FDA Food Code 3-501.16 (5 °C at most); assumed a little below. */
export const FRIDGE_C = 4;

/** The kitchen that a formula's minutes are meant for, °C. Assumed. */
export const USUAL_CLIMATE: Climate = { roomC: 22, fridgeC: FRIDGE_C };

/** Rates double with ten degrees: usual order for enzymes and for gas that gets away. Assumed. */
const Q10 = 2;

/** How fast a batter ages in a place, against a counter of 22 °C. */
export function ageingRate(where: Stay['where'], climate: Climate): number {
  return Q10 ** (((where === 'counter' ? climate.roomC : climate.fridgeC) - USUAL_CLIMATE.roomC) / 10);
}

/** Minutes that count as counter minutes at 22 °C, from the first stay to a moment. */
export function counterAgeMin(stays: readonly Stay[], climate: Climate, atMs: number): number {
  return agedMin(stays, atMs, (where) => ageingRate(where, climate));
}

/** Minutes at a moment, each stay's counted at its own rate. */
function agedMin(stays: readonly Stay[], atMs: number, rate: (where: Stay['where']) => number): number {
  return stays.reduce((sum, { fromMs, where }, index) => {
    const toMs = Math.min(atMs, stays[index + 1]?.fromMs ?? Infinity);
    return sum + (Math.max(0, toMs - fromMs) / MS_PER_MIN) * rate(where);
  }, 0);
}

/** The moment at which a lot that stays where it is has aged so far; earlier moments too. */
export function whenAged(stays: readonly Stay[], minutes: number, rate: (where: Stay['where']) => number): number {
  let left = minutes;
  for (let i = 0; i < stays.length; i++) {
    const { fromMs, where } = stays[i]!;
    const toMs = stays[i + 1]?.fromMs ?? Infinity;
    const here = Math.max(0, toMs - fromMs) / MS_PER_MIN;
    if (left <= here * rate(where)) return fromMs + (left / rate(where)) * MS_PER_MIN;
    left -= here * rate(where);
  }
  return given(stays.at(-1), 'a lot stands somewhere from the start').fromMs;
}
