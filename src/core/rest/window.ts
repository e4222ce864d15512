import type { FormulaBody } from '#core/formula';
import { USUAL_CLIMATE, ageingRate, whenAged, type Climate, type Stay } from './place.ts';

/** When a lot is ready, at its best and past it; wall-clock milliseconds, so that it survives a reload or a night. */
export interface RestWindow {
  readonly earliestMs: number;
  readonly bestMs: number;
  readonly latestMs: number;
}

/**
 * The window of a lot that stood here and there. A formula's minutes are meant in its own place; elsewhere they go faster
 * or slower with the cold.
 */
export function restWindow(rest: FormulaBody['rest'], stays: readonly Stay[], climate: Climate): RestWindow {
  const own = ageingRate(rest.where, USUAL_CLIMATE);
  const rate = (where: Stay['where']) => ageingRate(where, climate) / own;
  return {
    earliestMs: Math.round(whenAged(stays, rest.earliestMin, rate)),
    bestMs: Math.round(whenAged(stays, rest.bestMin, rate)),
    latestMs: Math.round(whenAged(stays, rest.latestMin, rate)),
  };
}

export type RestPhase = 'tooEarly' | 'ready' | 'best' | 'pastBest';

/** Where `nowMs` stands in the window. */
export function restPhase(window: RestWindow, nowMs: number): RestPhase {
  if (nowMs < window.earliestMs) return 'tooEarly';
  if (nowMs < window.bestMs) return 'ready';
  return nowMs <= window.latestMs ? 'best' : 'pastBest';
}
