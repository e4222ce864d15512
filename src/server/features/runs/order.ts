import type { RunSummary } from '#contract';

/** A run still open this long after its service was left, not cooked: no breakfast runs half a day. */
export const LEFT_AFTER_MS = 12 * 3_600_000;

/**
 * The order in which a cook looks for a run: what is still to be cooked, the soonest service first; then what is over
 * or was left open, the newest service first.
 */
export function byNeed(runs: readonly RunSummary[]): RunSummary[] {
  return [
    ...runs.filter(({ ahead }) => ahead).sort((a, b) => a.orderedAtMs - b.orderedAtMs),
    ...runs.filter(({ ahead }) => !ahead).sort((a, b) => b.orderedAtMs - a.orderedAtMs),
  ];
}
