/**
 * What is believed about one zone and one batter on it: a grid over the surface error (true surface minus the plate
 * model's where the zone holds, °C) and ln of the time factor (this batter runs slower or faster than the piece model).
 * Readings and cues are all likelihoods on this one grid, so that they never argue through two estimates.
 */
export interface Posterior {
  /** Row-major: error index × factor index; sums to 1. */
  readonly weights: Float64Array;
}

export const ERROR = { from: -150, step: 2.5, count: 121 };
export const LN_FACTOR = { from: -0.36, step: 0.06, count: 13 };

/** The errors of the grid, °C, and the factors of time. */
export const ERRORS: readonly number[] = Array.from({ length: ERROR.count }, (_, i) => ERROR.from + i * ERROR.step);
export const FACTORS = Float64Array.from({ length: LN_FACTOR.count }, (_, i) =>
  Math.exp(LN_FACTOR.from + i * LN_FACTOR.step),
);

export function normalised(
  log: (error: number, lnFactor: number, errorIndex: number, factorIndex: number) => number,
): Posterior {
  const logs = new Float64Array(ERROR.count * LN_FACTOR.count);
  for (let e = 0; e < ERROR.count; e++)
    for (let f = 0; f < LN_FACTOR.count; f++)
      logs[e * LN_FACTOR.count + f] = log(ERRORS[e]!, LN_FACTOR.from + f * LN_FACTOR.step, e, f);
  const max = logs.reduce((a, b) => Math.max(a, b), -Infinity);
  return { weights: scaledToOne(logs.map((value) => Math.exp(value - max))) };
}

/** Bayes on the grid. What no cell allows says nothing: a slip, not a belief. */
export function updated(prior: Posterior, likelihood: (errorIndex: number, factorIndex: number) => number): Posterior {
  const weights = new Float64Array(prior.weights.length);
  for (let e = 0; e < ERROR.count; e++)
    for (let f = 0; f < LN_FACTOR.count; f++) {
      const index = e * LN_FACTOR.count + f;
      const before = prior.weights[index]!;
      // what is as good as ruled out is not asked again until time has blurred the belief
      weights[index] = before < RULED_OUT ? 0 : before * likelihood(e, f);
    }
  const scaled = scaledToOne(weights);
  return Number.isFinite(scaled[0]) ? { weights: scaled } : prior;
}

/** A share of belief that counts as none. */
const RULED_OUT = 1e-15;

export function scaledToOne(weights: Float64Array): Float64Array {
  let total = 0;
  for (let i = 0; i < weights.length; i++) total += weights[i]!;
  return weights.map((weight) => weight / total);
}

/** The belief over the zone's error alone, batter left aside; one weight for each of `errors`. */
export function errorWeights(posterior: Posterior): Float64Array {
  const byError = new Float64Array(ERROR.count);
  posterior.weights.forEach((weight, index) => (byError[Math.floor(index / LN_FACTOR.count)]! += weight));
  return byError;
}
