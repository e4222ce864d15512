import { MS_PER_MIN } from '#core/units';
import type { RestWindow } from './window.ts';

/**
 * Temperatures between which baker's yeast grows, and its best, °C. Source: Salvadó et al. (2011), Appl. Environ.
 * Microbiol. 77, 2292 (S. cerevisiae); from memory.
 */
const CARDINAL_C = { least: 2.8, best: 32.3, most: 45.4 };

/**
 * Growth at a temperature as a share of its best: cardinal temperature model with inflection. Source: Rosso, Lobry &
 * Flandrois (1993), J. Theor. Biol. 162, 447.
 */
export function yeastGrowth(tempC: number): number {
  const { least, best, most } = CARDINAL_C;
  if (tempC <= least || tempC >= most) return 0;
  const span = best - least;
  const over = (tempC - most) * (tempC - least) ** 2;
  return over / (span * (span * (tempC - best) - (best - most) * (best + least - 2 * tempC)));
}

/** The kitchen in which a formula's rise is meant, °C. Assumed, as its other minutes are. */
const MEANT_C = 22;
const STEP_MIN = 2; // Numerical.
const LONGEST_MIN = 2880; // Definition: the longest rest of a formula.
/** What a cook's eye for a volume may say of the pace, either way. Assumed: beyond it something else is wrong. */
const PACE = { low: 0.3, high: 3 };

/** How far a batter was found to have risen: times its first volume. */
interface SeenRise {
  readonly atMs: number;
  readonly times: number;
}

/** A batter that rises: its formula's minutes, how warm it is at any moment, and what was seen of it. */
export interface Rising {
  readonly rest: { readonly earliestMin: number; readonly bestMin: number; readonly latestMin: number };
  readonly mixedMs: number;
  readonly tempC: (atMs: number) => number;
  readonly seen: readonly SeenRise[];
}

/** Minutes of the meant kitchen between two moments: gas by growth, so the warm minutes count for more. */
function grownMin({ tempC }: Pick<Rising, 'tempC'>, fromMs: number, toMs: number): number {
  let min = 0;
  for (let atMs = fromMs; atMs < toMs; atMs += STEP_MIN * MS_PER_MIN) {
    const endMs = Math.min(toMs, atMs + STEP_MIN * MS_PER_MIN);
    min += (rateAt(tempC, (atMs + endMs) / 2) * (endMs - atMs)) / MS_PER_MIN;
  }
  return min;
}

/** From where the rise is reckoned on: what was last seen of it, and how much faster than meant it goes by that. */
function lastKnown(rising: Rising, nowMs: number): { fromMs: number; fromMin: number; pace: number } {
  const look = rising.seen.filter(({ atMs }) => atMs <= nowMs && atMs >= rising.mixedMs).at(-1);
  if (!look) return { fromMs: rising.mixedMs, fromMin: 0, pace: 1 };
  const fromMin = (look.times - 1) * rising.rest.bestMin;
  const meantMin = grownMin(rising, rising.mixedMs, look.atMs);
  const pace = Math.min(PACE.high, Math.max(PACE.low, fromMin / Math.max(meantMin, STEP_MIN)));
  return { fromMs: look.atMs, fromMin, pace };
}

const rateAt = (tempC: (atMs: number) => number, atMs: number): number =>
  yeastGrowth(tempC(atMs)) / yeastGrowth(MEANT_C);

/** Times its first volume: doubled at its best. */
export function timesRisen(rising: Rising, atMs: number): number {
  const { fromMs, fromMin, pace } = lastKnown(rising, atMs);
  const min = fromMin + pace * grownMin(rising, fromMs, atMs);
  return Math.min(MOST_TIMES, 1 + min / rising.rest.bestMin);
}
/** More than this a batter does not hold, times. Common practice, no source. */
const MOST_TIMES = 2.6;

/** When it is ready, at its best and past it, as far ahead as a rest may last; what is over lies before its last look. */
export function riseWindow(rising: Rising, nowMs: number): RestWindow {
  const { fromMs, fromMin, pace } = lastKnown(rising, nowMs);
  const { earliestMin, bestMin, latestMin } = rising.rest;
  const goals = [earliestMin, bestMin, latestMin];
  const found: number[] = [];
  const endMs = fromMs + LONGEST_MIN * MS_PER_MIN;
  let min = fromMin;
  for (let atMs = fromMs; found.length < goals.length && atMs < endMs; atMs += STEP_MIN * MS_PER_MIN) {
    while (found.length < goals.length && min >= goals[found.length]!) found.push(Math.round(atMs));
    min += pace * rateAt(rising.tempC, atMs) * STEP_MIN;
  }
  const at = (index: number) => found[index] ?? endMs;
  return { earliestMs: at(0), bestMs: at(1), latestMs: at(2) };
}
