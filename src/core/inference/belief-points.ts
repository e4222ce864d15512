import type { Belief } from './belief.ts';
import { POUR_SD_LN } from './cue-spread.ts';
import type { Expected } from './posterior.ts';

const { hypot, max, sqrt } = Math;

/** One way in which plate and batter may be, and how likely it is. */
export interface BeliefPoint {
  readonly weight: number;
  readonly surfaceC: number;
  readonly lnTime: number;
  readonly lnBrowning: number;
}

/** What no belief about plate and batter takes away: pours differ in their times, bases lie in patches that touch worse, and brown unlike, ln. Assumed. */
const PIECE_SD_LN = { time: hypot(POUR_SD_LN, 0.04), browning: 0.1 };

/** Three points of a normal curve: z and weight (Gauss–Hermite). Numerical. */
const POINTS = [
  [-sqrt(3), 1 / 6],
  [0, 2 / 3],
  [sqrt(3), 1 / 6],
] as const;

/**
 * Twenty-seven points of the belief about a piece: surface, times and browning as they go together.
 * @param timeSdLn what is not known of this side's times besides, ln
 */
export function beliefPoints(
  known: Belief,
  { modelC, sensitivity, roughC = 0 }: Expected,
  timeSdLn = 0,
): BeliefPoint[] {
  const [ee, et, eb, tt, tb, bb] = known.covariance;
  // Cholesky of the covariance of the surface, ln time and ln browning
  const e1 = sqrt(max(1e-9, sensitivity * sensitivity * ee + roughC * roughC));
  const t1 = (sensitivity * et) / e1;
  const b1 = (sensitivity * eb) / e1;
  const t2 = sqrt(max(1e-9, tt + PIECE_SD_LN.time ** 2 + timeSdLn ** 2 - t1 * t1));
  const b2 = (tb - t1 * b1) / t2;
  const b3 = sqrt(max(1e-9, bb + PIECE_SD_LN.browning ** 2 - b1 * b1 - b2 * b2));
  return POINTS.flatMap(([x, wx]) =>
    POINTS.flatMap(([y, wy]) =>
      POINTS.map(([z, wz]) => ({
        weight: wx * wy * wz,
        surfaceC: modelC + sensitivity * known.errorC + e1 * x,
        lnTime: known.lnTime + t1 * x + t2 * y,
        lnBrowning: known.lnBrowning + b1 * x + b2 * y + b3 * z,
      })),
    ),
  );
}

/** The moment by which `share` of the belief has come to something; infinite when less of it ever does. */
export function momentBy<P extends { readonly weight: number }>(
  points: readonly P[],
  momentOf: (point: P) => number,
  share: number,
): number {
  const moments = points.map((point) => ({ atS: momentOf(point), weight: point.weight })).sort((a, b) => a.atS - b.atS);
  let sum = 0;
  for (const { atS, weight } of moments) {
    sum += weight;
    if (sum >= share) return atS;
  }
  return Infinity;
}
