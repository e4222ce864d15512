import { cueTimeAt, flipBestAt, type Cue, type TimelineTable } from '#core/piece';

/**
 * What is believed about one zone and one batter on it: a grid over the surface error (true surface minus the plate
 * model's, °C) and ln of the time factor (this batter runs slower or faster than the piece model). Readings and cues
 * are both likelihoods on this one grid, so that they never argue through two estimates.
 */
export interface Posterior {
  /** Row-major: error index × factor index; sums to 1. */
  readonly weights: Float64Array;
}

const ERROR = { from: -60, step: 2, count: 61 };
const LN_FACTOR = { from: -0.36, step: 0.06, count: 13 };

/** Prior spread of ln time factor between batters and hands. Assumed, from the spread of the trade's ranges. */
export const PRIOR_LN_FACTOR_SD = 0.12;
/** How fast an unread plate wanders from what was last known: 6 °C in 20 minutes, as a random walk. Assumed. */
const WANDER_C2_PER_S = 36 / 1200;
/** A tap lags what was seen, and eyes differ: seconds plus a share of the cue's time. Assumed. */
const CUE_SD = { fixedS: 3, share: 0.06 };

export function priorPosterior(errorSdC: number): Posterior {
  return normalised((error, lnFactor) => -0.5 * (error / errorSdC) ** 2 - 0.5 * (lnFactor / PRIOR_LN_FACTOR_SD) ** 2);
}

/** A thermometer at `surfaceC` ± `sdC` where the plate model expected `modelC`. */
export function withReading(prior: Posterior, modelC: number, surfaceC: number, sdC: number): Posterior {
  return updated(prior, (error) => -0.5 * ((modelC + error - surfaceC) / sdC) ** 2);
}

/** A cue seen `observedS` after the pour. */
export function withCue(
  prior: Posterior,
  table: TimelineTable,
  modelC: number,
  cue: Cue,
  observedS: number,
): Posterior {
  const expected = errors().map((error) => cueTimeAt(table, cue, modelC + error));
  return updated(prior, (_error, lnFactor, errorIndex) => {
    const time = expected[errorIndex];
    if (time === undefined) return -8; // this heat would not show the cue at all
    const expectedS = time * Math.exp(lnFactor);
    const sd = CUE_SD.fixedS + CUE_SD.share * expectedS;
    return -0.5 * ((observedS - expectedS) / sd) ** 2 - Math.log(sd);
  });
}

/** "Not yet" at `observedS`: the flip is due later than that. */
export function withNotYet(prior: Posterior, table: TimelineTable, modelC: number, observedS: number): Posterior {
  const best = errors().map((error) => flipBestAt(table, modelC + error));
  return updated(prior, (_error, lnFactor, errorIndex) => {
    const expectedS = best[errorIndex]! * Math.exp(lnFactor);
    const sd = CUE_SD.fixedS + CUE_SD.share * expectedS;
    return Math.log(1 / (1 + Math.exp((-1.702 * (expectedS - observedS)) / sd)) + 1e-6); // logistic form of the normal tail
  });
}

/** The belief `elapsedS` later, nothing seen in between: the surface error spreads. */
export function aged(prior: Posterior, elapsedS: number): Posterior {
  const variance = WANDER_C2_PER_S * Math.max(0, elapsedS);
  if (variance < 0.25) return prior;
  const reach = Math.min(ERROR.count - 1, Math.ceil((3 * Math.sqrt(variance)) / ERROR.step));
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp((-0.5 * ((i - reach) * ERROR.step) ** 2) / variance),
  );
  const weights = new Float64Array(prior.weights.length);
  for (let e = 0; e < ERROR.count; e++) {
    for (let k = -reach; k <= reach; k++) {
      const to = e + k;
      if (to < 0 || to >= ERROR.count) continue;
      for (let f = 0; f < LN_FACTOR.count; f++) {
        weights[to * LN_FACTOR.count + f]! += prior.weights[e * LN_FACTOR.count + f]! * kernel[k + reach]!;
      }
    }
  }
  return { weights: scaledToOne(weights) };
}

export interface Belief {
  readonly errorC: number;
  readonly errorSdC: number;
  readonly lnFactor: number;
  readonly lnFactorSd: number;
  readonly covariance: number;
}

/** Means, spreads and covariance of the grid. */
export function belief(posterior: Posterior): Belief {
  let e1 = 0,
    f1 = 0,
    e2 = 0,
    f2 = 0,
    ef = 0;
  posterior.weights.forEach((weight, index) => {
    const error = ERROR.from + ERROR.step * Math.floor(index / LN_FACTOR.count);
    const lnFactor = LN_FACTOR.from + LN_FACTOR.step * (index % LN_FACTOR.count);
    e1 += weight * error;
    f1 += weight * lnFactor;
    e2 += weight * error * error;
    f2 += weight * lnFactor * lnFactor;
    ef += weight * error * lnFactor;
  });
  return {
    errorC: e1,
    errorSdC: Math.sqrt(Math.max(0, e2 - e1 * e1)),
    lnFactor: f1,
    lnFactorSd: Math.sqrt(Math.max(0, f2 - f1 * f1)),
    covariance: ef - e1 * f1,
  };
}

/** Spread, seconds, of a predicted best flip under the belief: first-order propagation. */
export function flipSpreadS(known: Belief, table: TimelineTable, modelC: number): number {
  const at = modelC + known.errorC;
  const bestS = flipBestAt(table, at) * Math.exp(known.lnFactor);
  const slope = ((flipBestAt(table, at + 4) - flipBestAt(table, at - 4)) / 8) * Math.exp(known.lnFactor);
  const variance =
    slope ** 2 * known.errorSdC ** 2 + bestS ** 2 * known.lnFactorSd ** 2 + 2 * slope * bestS * known.covariance;
  return Math.sqrt(Math.max(0, variance));
}

function errors(): number[] {
  return Array.from({ length: ERROR.count }, (_, i) => ERROR.from + i * ERROR.step);
}

type LogLikelihood = (error: number, lnFactor: number, errorIndex: number) => number;

function normalised(log: LogLikelihood): Posterior {
  const flat = new Float64Array(ERROR.count * LN_FACTOR.count).fill(1);
  return updated({ weights: flat }, log);
}

function updated(prior: Posterior, log: LogLikelihood): Posterior {
  const logs = new Float64Array(prior.weights.length);
  let max = -Infinity;
  for (let e = 0; e < ERROR.count; e++) {
    for (let f = 0; f < LN_FACTOR.count; f++) {
      const index = e * LN_FACTOR.count + f;
      const value =
        Math.log(prior.weights[index]! + 1e-300) +
        log(ERROR.from + e * ERROR.step, LN_FACTOR.from + f * LN_FACTOR.step, e);
      logs[index] = value;
      if (value > max) max = value;
    }
  }
  return { weights: scaledToOne(logs.map((value) => Math.exp(value - max))) };
}

function scaledToOne(weights: Float64Array): Float64Array {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => weight / total);
}
