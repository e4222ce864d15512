import type { RunSummary } from '#contract';

/** A run still open this long after its service was left, not cooked: no breakfast runs half a day. */
const LEFT_AFTER_MS = 12 * 3_600_000;

/**
 * The order in which a cook looks for a run: what is still to be cooked, the soonest service first; then what is over
 * or was left open, the newest service first.
 * @param nowMs the moment it is looked at
 */
export function byNeed(runs: readonly RunSummary[], nowMs: number): RunSummary[] {
  const isAhead = (run: RunSummary) =>
    !run.finished && (run.serviceAtMs === null || run.serviceAtMs > nowMs - LEFT_AFTER_MS);
  const service = (run: RunSummary) => run.serviceAtMs ?? nowMs;
  return [
    ...runs.filter(isAhead).sort((a, b) => service(a) - service(b)),
    ...runs.filter((run) => !isAhead(run)).sort((a, b) => service(b) - service(a)),
  ];
}
