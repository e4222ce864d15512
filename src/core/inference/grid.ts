/**
 * What is believed about one zone and one batter on it: a grid over the surface error (true surface minus the plate
 * model's where the zone holds, °C), ln of the time factor (signs come later or sooner than the piece model says) and ln
 * of how much faster it browns. Readings and cues are all likelihoods on this one grid, so that they never argue through
 * two estimates.
 */
export interface Posterior {
  /** Row-major: error × time × browning; sums to 1. */
  readonly weights: Float64Array;
}

/** The grid of a belief: error of the surface, °C, ln time and ln browning. Numerical. */
export const ERROR = { from: -150, step: 2.5, count: 121 };
export const LN_TIME = { from: -0.36, step: 0.06, count: 13 }; // Numerical.
export const LN_BROWNING = { from: -0.6, step: 0.15, count: 9 }; // Numerical.
/** Cells of one error: what is believed of the batter, the same on every plate. */
export const OF_BATTER = LN_TIME.count * LN_BROWNING.count;

const points = ({ from, step, count }: typeof ERROR) => Array.from({ length: count }, (_, i) => from + i * step);

/** The errors of the grid, °C, and the factors of its times and browning. */
export const ERRORS: readonly number[] = points(ERROR);
export const TIMES = Float64Array.from(points(LN_TIME), Math.exp);
export const BROWNING_PACES = Float64Array.from(points(LN_BROWNING), Math.exp);

/** A belief from a surface error and a batter that know nothing of each other. */
export function independent(ofError: (errorC: number) => number, ofBatter: ArrayLike<number>): Posterior {
  const weights = new Float64Array(ERROR.count * OF_BATTER);
  for (let e = 0; e < ERROR.count; e++) {
    const weight = ofError(ERRORS[e]!);
    for (let i = 0; i < OF_BATTER; i++) weights[e * OF_BATTER + i] = weight * ofBatter[i]!;
  }
  return { weights: scaledToOne(weights) };
}

/** Bayes on the grid. What no cell allows says nothing: a slip, not a belief. */
export function updated(
  prior: Posterior,
  likelihood: (errorIndex: number, timeIndex: number, browningIndex: number) => number,
): Posterior {
  const weights = new Float64Array(prior.weights.length);
  let index = 0;
  for (let e = 0; e < ERROR.count; e++)
    for (let t = 0; t < LN_TIME.count; t++)
      for (let b = 0; b < LN_BROWNING.count; b++, index++) {
        const before = prior.weights[index]!;
        // what is as good as ruled out is not asked again until time has blurred the belief
        if (before >= RULED_OUT) weights[index] = before * likelihood(e, t, b);
      }
  const scaled = scaledToOne(weights);
  return Number.isFinite(scaled[0]) ? { weights: scaled } : prior;
}

/** A share of belief that counts as none. Numerical. */
export const RULED_OUT = 1e-12;

export function scaledToOne(weights: Float64Array): Float64Array {
  let total = 0;
  for (let i = 0; i < weights.length; i++) total += weights[i]!;
  const scaled = new Float64Array(weights.length);
  for (let i = 0; i < weights.length; i++) scaled[i] = weights[i]! / total;
  return scaled;
}

/** The belief over the zone's error alone, batter left aside; one weight for each of `ERRORS`. */
export function errorWeights({ weights }: Posterior): Float64Array {
  const byError = new Float64Array(ERROR.count);
  for (let e = 0, index = 0; e < ERROR.count; e++) {
    let sum = 0;
    for (let i = 0; i < OF_BATTER; i++, index++) sum += weights[index]!;
    byError[e] = sum;
  }
  return byError;
}

/** The belief over the batter alone, the plate left aside; one weight for each pair of time and browning. */
export function batterWeights({ weights }: Posterior): Float64Array {
  const ofBatter = new Float64Array(OF_BATTER);
  for (let e = 0, index = 0; e < ERROR.count; e++)
    for (let i = 0; i < OF_BATTER; i++, index++) ofBatter[i]! += weights[index]!;
  return ofBatter;
}
