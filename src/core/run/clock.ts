import type { RehearsalClock } from './state.ts';

/** The run's own time: real time, or the rehearsal's clock as it was last set. */
export function runNowMs(correctedRealMs: number, clock: RehearsalClock | null): number {
  if (!clock) return correctedRealMs;
  return clock.simAtMs + Math.max(0, correctedRealMs - clock.setAtMs) * clock.speed;
}
