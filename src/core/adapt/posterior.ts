import { cueTimeAt, flipBestAt, type Cue, type TimelineTable } from '#core/piece';
import {
  ERROR,
  ERRORS,
  FACTORS,
  LN_FACTOR,
  errorWeights,
  normalised,
  scaledToOne,
  updated,
  type Posterior,
} from './grid.ts';
import { normalCdf, type SurfaceLikelihood } from './surface-likelihood.ts';
import type { SpotGuess } from './spots.ts';
import { colourTimes, undersideLikelihood, type Underside } from './underside.ts';

/** The plate model's surface at a moment, and how much of the zone's error shows there: none on a plate just lit. */
export interface Expected {
  readonly modelC: number;
  readonly share: number;
}

/** Prior spread of ln time factor between batters and hands. Assumed, from the spread of the trade's ranges. */
export const PRIOR_LN_FACTOR_SD = 0.12;
/** How fast an unread plate wanders from what was last known: 6 °C in 20 minutes, as a random walk up to 10 °C. Assumed. */
const WANDER_C2_PER_S = 36 / 1200;
const MOST_WANDER_C2 = 100;
/** A tap lags what was seen, and eyes differ: seconds plus a share of the cue's time. Assumed. */
const CUE_SD = { fixedS: 3, share: 0.06 };

export function priorPosterior(errorSdC: number): Posterior {
  return normalised((error, lnFactor) => -0.5 * (error / errorSdC) ** 2 - 0.5 * (lnFactor / PRIOR_LN_FACTOR_SD) ** 2);
}

/**
 * The belief about a plate that nobody has read: as spread as plates are, with one in ten far outside it, so that a
 * thermometer is believed before a guess is.
 */
export function openPrior(errorSdC: number): Posterior {
  const [near, far] = [1 - ODD_PLATES.share, ODD_PLATES.share / ODD_PLATES.times];
  return normalised((error, lnFactor) => {
    const z = error / errorSdC;
    const plate = near * Math.exp(-0.5 * z * z) + far * Math.exp(-0.5 * (z / ODD_PLATES.times) ** 2);
    return Math.log(plate) - 0.5 * (lnFactor / PRIOR_LN_FACTOR_SD) ** 2;
  });
}

/** Plates that are quite other than written, and how many times as far off they are. Assumed. */
const ODD_PLATES = { share: 0.1, times: 5 };

/** Seven points of a normal, Gauss–Hermite (Abramowitz & Stegun 25.10): z and weight. */
const NORMAL_POINTS = [
  [-3.750439717725742, 5.4826885597221e-4],
  [-2.366759410734541, 0.030757123967586],
  [-1.154405394739968, 0.240123178605013],
  [0, 0.457142857142857],
  [1.154405394739968, 0.240123178605013],
  [2.366759410734541, 0.030757123967586],
  [3.750439717725742, 5.4826885597221e-4],
] as const;

/** A look at the surface of a spot: at the spot itself, which may differ from its zone. */
export function withSurface(
  prior: Posterior,
  expected: Expected,
  likelihood: SurfaceLikelihood,
  spot: SpotGuess,
): Posterior {
  const byError = ERRORS.map((error) => likelihoodAt(expected, likelihood, spot, error));
  return updated(prior, (errorIndex) => byError[errorIndex]!);
}

/** How likely a look is at an error of the zone, over what the spot may be. */
function likelihoodAt({ modelC, share }: Expected, likelihood: SurfaceLikelihood, spot: SpotGuess, error: number) {
  // while a plate warms the model is rougher than where it holds
  const rough = WARMING_SD_C * Math.max(0, 1 - share);
  const middle = modelC + share * (error + spot.interceptC - spot.slope * error);
  return NORMAL_POINTS.reduce(
    (sum, [z, weight]) => sum + weight * Math.exp(likelihood(middle + z * (share * spot.sdC + rough))),
    0,
  );
}

/** Roughness of the plate model while the zone warms, °C. Assumed. */
const WARMING_SD_C = 6;

/** A cue seen `observedS` after the pour on a spot. */
export function withCue(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  cue: Cue,
  observedS: number,
  spot: SpotGuess = ZONE_ITSELF,
): Posterior {
  const due = ERRORS.map((error) => overSpot(expected, spot, error, (at) => cueTimeAt(table, cue, at)));
  return updated(prior, (errorIndex, factorIndex) =>
    meanOver(due[errorIndex]!, (time) => {
      if (time === undefined) return NEVER_SHOWN;
      const expectedS = time * FACTORS[factorIndex]!;
      const sd = CUE_SD.fixedS + CUE_SD.share * expectedS;
      const z = (observedS - expectedS) / sd;
      return Math.exp(-0.5 * z * z) / sd + WRONG_TAP;
    }),
  );
}

/** A heat that would not show the cue at all, and a tap on the wrong one: as densities a second. Assumed. */
const NEVER_SHOWN = 3e-4;
const WRONG_TAP = 1e-6;

/** "Not yet" at `observedS`: the flip is due later than that. */
export function withNotYet(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  observedS: number,
  spot: SpotGuess = ZONE_ITSELF,
): Posterior {
  const best = ERRORS.map((error) => flipBestAt(table, surfaceOf(expected, spot, error)));
  return updated(prior, (errorIndex, factorIndex) => {
    const expectedS = best[errorIndex]! * FACTORS[factorIndex]!;
    const sd = CUE_SD.fixedS + CUE_SD.share * expectedS;
    return normalCdf((expectedS - observedS) / sd) + WRONG_TAP;
  });
}

/** The colour below a test piece, looked at `afterS` after its pour. */
export function withUnderside(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  afterS: number,
  seen: Underside,
  spot: SpotGuess = ZONE_ITSELF,
): Posterior {
  const times = ERRORS.map((error) => overSpot(expected, spot, error, (at) => colourTimes(table, at)));
  return updated(prior, (errorIndex, factorIndex) =>
    meanOver(times[errorIndex]!, (each) => undersideLikelihood(each, afterS / FACTORS[factorIndex]!, seen)),
  );
}

/** Three points of a normal: what a spot may be beside its zone, for what takes long to ask. */
const FEW_POINTS = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const;

/** Something asked at the surfaces a spot may have while its zone is off by `error`. */
function overSpot<T>(expected: Expected, spot: SpotGuess, error: number, ask: (surfaceC: number) => T): T[] {
  const middle = surfaceOf(expected, spot, error);
  return FEW_POINTS.map(([z]) => ask(middle + expected.share * z * spot.sdC));
}

function meanOver<T>(values: readonly T[], likelihood: (value: T) => number): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += FEW_POINTS[i]![1] * likelihood(values[i]!);
  return sum;
}

/** The zone as a whole, for what is not bound to a spot. */
const ZONE_ITSELF: SpotGuess = { interceptC: 0, slope: 0, sdC: 0 };

function surfaceOf({ modelC, share }: Expected, spot: SpotGuess, error: number): number {
  return modelC + share * (error + spot.interceptC - spot.slope * error);
}

/** The belief on another burner: what is known of the batter stays, the plate's error is as open as at first. */
export function withErrorAfresh(prior: Posterior, errorSdC: number): Posterior {
  const byFactor = new Float64Array(LN_FACTOR.count);
  prior.weights.forEach((weight, index) => (byFactor[index % LN_FACTOR.count]! += weight));
  return normalised(
    (error, _lnFactor, _errorIndex, factorIndex) =>
      -0.5 * (error / errorSdC) ** 2 + Math.log(byFactor[factorIndex]! + 1e-300),
  );
}

/** The belief `elapsedS` later, nothing seen in between: the surface error spreads. */
export function aged(prior: Posterior, elapsedS: number): Posterior {
  const variance = Math.min(MOST_WANDER_C2, WANDER_C2_PER_S * Math.max(0, elapsedS));
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
  /** Nine in ten of the belief lie between these errors, °C. */
  readonly errorLowC: number;
  readonly errorHighC: number;
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
  const [errorLowC, errorHighC] = errorRange(posterior);
  return {
    ...{ errorLowC, errorHighC },
    errorC: e1,
    errorSdC: Math.sqrt(Math.max(0, e2 - e1 * e1)),
    lnFactor: f1,
    lnFactorSd: Math.sqrt(Math.max(0, f2 - f1 * f1)),
    covariance: ef - e1 * f1,
  };
}

/** Errors below and above which one in twenty of the belief lies; straight lines between grid points. */
function errorRange(posterior: Posterior): [number, number] {
  const byError = errorWeights(posterior);
  const at = (share: number) => {
    let sum = 0;
    for (let e = 0; e < ERROR.count; e++) {
      const next = sum + byError[e]!;
      if (next >= share) return ERROR.from + ERROR.step * (e - 0.5 + (share - sum) / Math.max(1e-12, byError[e]!));
      sum = next;
    }
    return ERROR.from + ERROR.step * (ERROR.count - 1);
  };
  return [at(0.05), at(0.95)];
}

/** Spread, seconds, of a predicted best flip under the belief: first-order propagation. */
export function flipSpreadS(known: Belief, table: TimelineTable, { modelC, share }: Expected): number {
  const at = modelC + share * known.errorC;
  const bestS = flipBestAt(table, at) * Math.exp(known.lnFactor);
  const slope = share * ((flipBestAt(table, at + 4) - flipBestAt(table, at - 4)) / 8) * Math.exp(known.lnFactor);
  const variance =
    slope ** 2 * known.errorSdC ** 2 + bestS ** 2 * known.lnFactorSd ** 2 + 2 * slope * bestS * known.covariance;
  return Math.sqrt(Math.max(0, variance));
}
