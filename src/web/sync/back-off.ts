const FIRST_MS = 1000;
const LONGEST_MS = 30_000;

/**
 * How long to wait before the next try: twice as long each time up to half a minute, and a random half of it, so that a
 * kitchen's devices do not all come back at the same moment (full-jitter back-off with a floor).
 * @param tries failed tries so far, from 1
 * @param chance uniform in [0, 1)
 */
export function retryDelayMs(tries: number, chance: number): number {
  const longest = Math.min(LONGEST_MS, FIRST_MS * 2 ** Math.min(tries - 1, 20));
  return Math.round(longest * (0.5 + 0.5 * chance));
}
