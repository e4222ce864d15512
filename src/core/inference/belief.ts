import { flipBestAt, type Pace, type TimelineTable } from '#core/piece';
import { POUR_SD_LN } from './cue-spread.ts';
import { ERROR, ERRORS, LN_BROWNING, LN_TIME, OF_BATTER, errorWeights, type Posterior } from './grid.ts';
import type { Expected } from './posterior.ts';

const { exp, floor, max, sqrt } = Math; // bound once: asked for at every cell of the grid

/** What a posterior says, in a few numbers. */
export interface Belief {
  readonly errorC: number;
  readonly errorSdC: number;
  /** Of the batter: ln of how much later its signs come, and of how much faster it browns. */
  readonly lnTime: number;
  readonly lnBrowning: number;
  /** Covariances of error, ln time and ln browning: the upper triangle, row by row. */
  readonly covariance: readonly [number, number, number, number, number, number];
  /** Nine in ten of the belief lie between these errors, °C. */
  readonly errorLowC: number;
  readonly errorHighC: number;
}

/** ln time and ln browning of each cell of the batter. Numerical. */
const LN_TIMES = Float64Array.from(
  { length: OF_BATTER },
  (_, i) => LN_TIME.from + LN_TIME.step * floor(i / LN_BROWNING.count),
);
const LN_BROWNINGS = Float64Array.from(
  { length: OF_BATTER },
  (_, i) => LN_BROWNING.from + LN_BROWNING.step * (i % LN_BROWNING.count), // Numerical.
);

/** Means, spreads and covariances of the grid. */
export function belief(posterior: Posterior): Belief {
  const { weights } = posterior;
  const mean = new Float64Array(3);
  const second = new Float64Array(6);
  for (let row = 0; row < ERROR.count; row++) {
    const error = ERRORS[row]!;
    for (let i = 0, index = row * OF_BATTER; i < OF_BATTER; i++, index++) {
      const weight = weights[index]!;
      if (weight < NOTHING) continue;
      const time = LN_TIMES[i]!;
      const browning = LN_BROWNINGS[i]!;
      mean[0]! += weight * error;
      mean[1]! += weight * time;
      mean[2]! += weight * browning;
      second[0]! += weight * error * error;
      second[1]! += weight * error * time;
      second[2]! += weight * error * browning;
      second[3]! += weight * time * time;
      second[4]! += weight * time * browning;
      second[5]! += weight * browning * browning;
    }
  }
  const [e, t, b] = [mean[0]!, mean[1]!, mean[2]!];
  const about = (index: number, x: number, y: number) => second[index]! - x * y;
  const variance = (index: number, x: number) => max(0, about(index, x, x));
  const [errorLowC, errorHighC] = errorRange(posterior);
  return {
    ...{ errorLowC, errorHighC, errorC: e, lnTime: t, lnBrowning: b },
    errorSdC: sqrt(variance(0, e)),
    covariance: [variance(0, e), about(1, e, t), about(2, e, b), variance(3, t), about(4, t, b), variance(5, b)],
  };
}
/** A weight that counts as none. Numerical. */
const NOTHING = 1e-14;

/** The pace of a batter as it is believed. */
export function paceOf({ lnTime, lnBrowning }: Pick<Belief, 'lnTime' | 'lnBrowning'>): Pace {
  return { time: exp(lnTime), browning: exp(lnBrowning) };
}

/** Errors below and above which one in twenty of the belief lies; straight lines between grid points. */
function errorRange(posterior: Posterior): [number, number] {
  const byError = errorWeights(posterior);
  const at = (share: number) => {
    let sum = 0;
    for (let e = 0; e < ERROR.count; e++) {
      const next = sum + byError[e]!;
      if (next >= share) return ERROR.from + ERROR.step * (e - 0.5 + (share - sum) / max(1e-12, byError[e]!));
      sum = next;
    }
    return ERROR.from + ERROR.step * (ERROR.count - 1);
  };
  return [at(0.05), at(0.95)];
}

/** Spread, seconds, of a predicted best flip under the belief, first-order propagation, and by how pours differ. */
export function flipSpreadS(
  known: Belief,
  table: TimelineTable,
  { modelC, sensitivity, roughC = 0 }: Expected,
): number {
  const best = (errorC: number, lnTime: number, lnBrowning: number) =>
    flipBestAt(table, modelC + sensitivity * (known.errorC + errorC), {
      time: exp(known.lnTime + lnTime),
      browning: exp(known.lnBrowning + lnBrowning),
    });
  const slope = (errorC: number, lnTime: number, lnBrowning: number) =>
    best(errorC, lnTime, lnBrowning) - best(-errorC, -lnTime, -lnBrowning);
  const e = slope(SLOPE.errorC, 0, 0) / (2 * SLOPE.errorC);
  const t = slope(0, SLOPE.ln, 0) / (2 * SLOPE.ln);
  const b = slope(0, 0, SLOPE.ln) / (2 * SLOPE.ln);
  const [ee, et, eb, tt, tb, bb] = known.covariance;
  const pour = POUR_SD_LN * best(0, 0, 0);
  // degrees of the surface itself, of which its zone's error shows a share
  const rough = sensitivity > 0 ? (e * roughC) / sensitivity : 0;
  const known2 = rough * rough + e * e * ee + t * t * tt + b * b * bb + 2 * (e * t * et + e * b * eb + t * b * tb);
  return sqrt(max(0, known2) + pour * pour);
}
/** Steps by which slopes are taken, °C and ln. Numerical. */
const SLOPE = { errorC: 4, ln: 0.05 };
