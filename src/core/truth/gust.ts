/** Periods of what stirs the air, s, none a multiple of another. Assumed. */
const PERIODS_S = [37, 101, 263] as const;

/** How the air moves at a moment, 0 still to 1 at its strongest: slow swings that do not repeat within a morning. */
export function gust(timeS: number, seed: number): number {
  const sum = PERIODS_S.reduce(
    (total, periodS, nth) => total + Math.sin((2 * Math.PI * timeS) / periodS + seed * (nth + 1)),
    0,
  );
  return 0.5 + sum / (2 * PERIODS_S.length);
}
