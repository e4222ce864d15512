import { counterLimitMin } from '#core/safety';
import type { FormulaBody } from '#core/formula';

const MS_PER_MIN = 60_000;

/** When a lot is ready, at its best and past it; wall-clock milliseconds, so that it survives a reload or a night. */
export interface RestWindow {
  readonly earliestMs: number;
  readonly bestMs: number;
  readonly latestMs: number;
  /** When a lot that stood out should be discarded; nothing for a lot in the fridge. */
  readonly discardMs: number | null;
}

export function restWindow(rest: FormulaBody['rest'], mixedAtMs: number, roomC: number): RestWindow {
  const after = (minutes: number) => mixedAtMs + minutes * MS_PER_MIN;
  return {
    earliestMs: after(rest.earliestMin),
    bestMs: after(rest.bestMin),
    latestMs: after(rest.latestMin),
    discardMs: rest.where === 'counter' ? after(counterLimitMin(roomC)) : null,
  };
}

export type RestPhase = 'tooEarly' | 'ready' | 'best' | 'pastBest' | 'discard';

/** Where `nowMs` stands in the window. */
export function restPhase(window: RestWindow, nowMs: number): RestPhase {
  if (window.discardMs !== null && nowMs >= window.discardMs) return 'discard';
  if (nowMs < window.earliestMs) return 'tooEarly';
  if (nowMs < window.bestMs) return 'ready';
  return nowMs <= window.latestMs ? 'best' : 'pastBest';
}
