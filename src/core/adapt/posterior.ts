import { cueTimeAt, flipBestAt, flipBestOf, flipSignsAt, type Cue, type Pace, type TimelineTable } from '#core/piece';
import {
  BROWNING_PACES,
  ERROR,
  ERRORS,
  LN_BROWNING,
  LN_TIME,
  OF_BATTER,
  TIMES,
  batterWeights,
  errorWeights,
  independent,
  scaledToOne,
  updated,
  type Posterior,
} from './grid.ts';
import { normalCdf, type SurfaceLikelihood } from './surface-likelihood.ts';
import type { SpotGuess } from './spots.ts';
import { colourTimes, undersideLikelihood, type Underside } from './underside.ts';

const { ceil, exp, floor, log, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

/** The plate model's surface at a moment, and how much of the zone's error shows there: none on a plate just lit. */
export interface Expected {
  readonly modelC: number;
  readonly share: number;
}

/** Prior spreads of a batter and the hands that mixed it, ln: its times and its browning. Assumed, from the spread of the trade's ranges. */
export const PRIOR_SD = { lnTime: 0.12, lnBrowning: 0.25 } as const;
/** How fast an unread plate wanders from what was last known: 6 °C in 20 minutes, as a random walk up to 10 °C. Assumed. */
const WANDER_C2_PER_S = 36 / 1200;
const MOST_WANDER_C2 = 100;
/** A tap lags what was seen by so many seconds, and eyes and pours differ by this share of a cue's time. Assumed. */
const CUE_NOISE = { fixedS: 2, share: 0.06 };
/**
 * How far each cue strays from the batter's common pace in a kitchen, ln, the same each time it is seen there: what
 * bubbles tell of holes is less than what holes tell. Assumed, from the spread of each cue by the piece model's parameters.
 */
const CUE_STRAYS: Record<Cue, number> = {
  ...{ rimBubbles: 0.15, coveredFace: 0.15, popping: 0.06, dryEdge: 0.1, holesStay: 0.04 },
  ...{ faceSet: 0.08, liftingEdge: 0.1, lightGold: 0.08, golden: 0.08 },
};

/**
 * Spread of ln of a cue's moment against its batter's pace, as the `nth` sight of that cue may be counted: all of them
 * share one stray, so that n of them know no more than σ² = stray² + noise²/n allows.
 */
export function cueSdLn(cue: Cue, dueS: number, nth: number): number {
  const noise2 = CUE_NOISE.share ** 2 + (CUE_NOISE.fixedS / max(1, dueS)) ** 2;
  const stray2 = CUE_STRAYS[cue] ** 2;
  return sqrt(((stray2 * nth + noise2) * (stray2 * (nth - 1) + noise2)) / noise2);
}

/** A batter that nobody has cooked yet. */
export const UNKNOWN_BATTER: Float64Array = scaledToOne(
  Float64Array.from({ length: OF_BATTER }, (_, i) => {
    const lnTime = LN_TIME.from + LN_TIME.step * floor(i / LN_BROWNING.count);
    const lnBrowning = LN_BROWNING.from + LN_BROWNING.step * (i % LN_BROWNING.count);
    return exp(-0.5 * ((lnTime / PRIOR_SD.lnTime) ** 2 + (lnBrowning / PRIOR_SD.lnBrowning) ** 2));
  }),
);

/** @param batter what is known of it from elsewhere, one weight for each pair of time and browning */
export function priorPosterior(errorSdC: number, batter: ArrayLike<number> = UNKNOWN_BATTER): Posterior {
  return independent((error) => exp(-0.5 * (error / errorSdC) ** 2), batter);
}

/**
 * The belief about a plate that nobody has read: as spread as plates are, with one in ten far outside it, so that a
 * thermometer is believed before a guess is.
 */
export function openPrior(errorSdC: number, batter: ArrayLike<number> = UNKNOWN_BATTER): Posterior {
  const [near, far] = [1 - ODD_PLATES.share, ODD_PLATES.share / ODD_PLATES.times];
  return independent((error) => {
    const z = error / errorSdC;
    return near * exp(-0.5 * z * z) + far * exp(-0.5 * (z / ODD_PLATES.times) ** 2);
  }, batter);
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
  const rough = WARMING_SD_C * max(0, 1 - share);
  const middle = modelC + share * (error + spot.interceptC - spot.slope * error);
  return NORMAL_POINTS.reduce(
    (sum, [z, weight]) => sum + weight * exp(likelihood(middle + z * (share * spot.sdC + rough))),
    0,
  );
}

/** Roughness of the plate model while the zone warms, °C. Assumed. */
const WARMING_SD_C = 6;

/** Cues that are colours: they come by the pace of browning, not of the signs. */
const COLOURS: ReadonlySet<Cue> = new Set<Cue>(['lightGold', 'golden']);

/**
 * A cue seen `observedS` after the pour on a spot.
 * @param nth how many of this cue were seen on this zone, this one counted
 */
export function withCue(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  cue: Cue,
  observedS: number,
  spot: SpotGuess = ZONE_ITSELF,
  nth = 1,
): Posterior {
  const slower = COLOURS.has(cue) ? BROWNING_PACES.map((browning) => 1 / browning) : TIMES;
  const byError = ERRORS.map((error) => {
    const due = overSpot(expected, spot, error, (at) => cueTimeAt(table, cue, at));
    return Float64Array.from(slower, (factor) =>
      meanOver(due, (time) => {
        if (time === undefined) return NEVER_SHOWN;
        const expectedS = time * factor;
        const sd = expectedS * cueSdLn(cue, expectedS, nth);
        const z = (observedS - expectedS) / sd;
        return exp(-0.5 * z * z) / sd + WRONG_TAP;
      }),
    );
  });
  return COLOURS.has(cue) ? updated(prior, (e, _t, b) => byError[e]![b]!) : updated(prior, (e, t) => byError[e]![t]!);
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
  const signs = ERRORS.map((error) => flipSignsAt(table, surfaceOf(expected, spot, error)));
  return updated(prior, (e, t, b) => {
    const expectedS = flipBestOf(signs[e]!, { time: TIMES[t]!, browning: BROWNING_PACES[b]! });
    const sd = expectedS * cueSdLn('holesStay', expectedS, 1);
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
  const byError = ERRORS.map((error) => {
    const times = overSpot(expected, spot, error, (at) => colourTimes(table, at));
    return Float64Array.from(BROWNING_PACES, (browning) =>
      meanOver(times, (each) => undersideLikelihood(each, afterS * browning, seen)),
    );
  });
  return updated(prior, (e, _t, b) => byError[e]![b]!);
}

/** Three points of a normal: what a spot may be beside its zone, for what takes long to ask. */
const FEW_POINTS = [
  [-sqrt(3), 1 / 6],
  [0, 2 / 3],
  [sqrt(3), 1 / 6],
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

/** How far what other plates say of a batter is trusted here: they touch it otherwise. Assumed. */
const ELSEWHERE_TRUSTED = 0.7;

/** A belief with what was seen of the same batter on other plates. */
export function withBatter(own: Posterior, elsewhere: readonly Posterior[]): Posterior {
  if (elsewhere.length === 0) return own;
  const says = new Float64Array(OF_BATTER).fill(1);
  for (const other of elsewhere)
    batterWeights(other).forEach(
      (weight, i) => (says[i]! *= (max(weight, 1e-12) / UNKNOWN_BATTER[i]!) ** ELSEWHERE_TRUSTED),
    );
  return { weights: scaledToOne(own.weights.map((weight, i) => weight * says[i % OF_BATTER]!)) };
}

/** The belief on another burner: what is known of the batter stays, the plate's error is as open as at first. */
export function withErrorAfresh(prior: Posterior, errorSdC: number): Posterior {
  return priorPosterior(errorSdC, batterWeights(prior));
}

/** The belief `elapsedS` later, nothing seen in between: the surface error spreads. */
export function aged(prior: Posterior, elapsedS: number): Posterior {
  const variance = min(MOST_WANDER_C2, WANDER_C2_PER_S * max(0, elapsedS));
  if (variance < 0.25) return prior;
  const reach = min(ERROR.count - 1, ceil((3 * sqrt(variance)) / ERROR.step));
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, i) =>
    exp((-0.5 * ((i - reach) * ERROR.step) ** 2) / variance),
  );
  const weights = new Float64Array(prior.weights.length);
  for (let e = 0; e < ERROR.count; e++) {
    for (let k = -reach; k <= reach; k++) {
      const to = e + k;
      if (to < 0 || to >= ERROR.count) continue;
      const share = kernel[k + reach]!;
      for (let i = 0; i < OF_BATTER; i++) weights[to * OF_BATTER + i]! += prior.weights[e * OF_BATTER + i]! * share;
    }
  }
  return { weights: scaledToOne(weights) };
}

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

/** Means, spreads and covariances of the grid. */
export function belief(posterior: Posterior): Belief {
  const mean = [0, 0, 0];
  const second = [0, 0, 0, 0, 0, 0];
  const { weights } = posterior;
  for (let i = 0; i < weights.length; i++) {
    const weight = weights[i]!;
    if (weight < NOTHING) continue;
    const ofBatter = i % OF_BATTER;
    const error = ERRORS[(i - ofBatter) / OF_BATTER]!;
    const time = LN_TIME.from + LN_TIME.step * floor(ofBatter / LN_BROWNING.count);
    const browning = LN_BROWNING.from + LN_BROWNING.step * (ofBatter % LN_BROWNING.count);
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
  const [e, t, b] = mean as [number, number, number];
  const about = (index: number, x: number, y: number) => second[index]! - x * y;
  const variance = (index: number, x: number) => max(0, about(index, x, x));
  const [errorLowC, errorHighC] = errorRange(posterior);
  return {
    ...{ errorLowC, errorHighC, errorC: e, lnTime: t, lnBrowning: b },
    errorSdC: sqrt(variance(0, e)),
    covariance: [variance(0, e), about(1, e, t), about(2, e, b), variance(3, t), about(4, t, b), variance(5, b)],
  };
}
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

/** Spread, seconds, of a predicted best flip under the belief: first-order propagation. */
export function flipSpreadS(known: Belief, table: TimelineTable, { modelC, share }: Expected): number {
  const best = (errorC: number, lnTime: number, lnBrowning: number) =>
    flipBestAt(table, modelC + share * (known.errorC + errorC), {
      time: exp(known.lnTime + lnTime),
      browning: exp(known.lnBrowning + lnBrowning),
    });
  const slope = (errorC: number, lnTime: number, lnBrowning: number) =>
    best(errorC, lnTime, lnBrowning) - best(-errorC, -lnTime, -lnBrowning);
  const e = slope(SLOPE.errorC, 0, 0) / (2 * SLOPE.errorC);
  const t = slope(0, SLOPE.ln, 0) / (2 * SLOPE.ln);
  const b = slope(0, 0, SLOPE.ln) / (2 * SLOPE.ln);
  const [ee, et, eb, tt, tb, bb] = known.covariance;
  return sqrt(max(0, e * e * ee + t * t * tt + b * b * bb + 2 * (e * t * et + e * b * eb + t * b * tb)));
}
const SLOPE = { errorC: 4, ln: 0.05 };

/** How pours of one batter differ from each other in their times, ln: volume, thickness, where they land. Assumed. */
const PIECE_SD_LN = 0.05;
/** How places of a zone differ beside what the plate model says of them, ln. Assumed. */
const PLACE_SD_LN = 0.08;

/** A cue of a piece, and when it was due by all that is known of plate and batter, s. */
export interface OwnCue {
  readonly cue: Cue;
  readonly afterS: number;
  readonly dueS: number;
}

/**
 * How much slower a piece runs than its zone and batter would have it: ln, by its own cues and by those of pieces that lay
 * on its place before, each shrunk by how much pieces and places differ and how well eyes tell.
 */
export function ownLnTime(own: readonly OwnCue[], before: readonly (readonly OwnCue[])[]): number {
  const place = { mean: 0, precision: 1 / PLACE_SD_LN ** 2 };
  for (const piece of before) {
    const { mean, precision } = shown(piece);
    if (precision > 0) add(place, mean, 1 / (PIECE_SD_LN ** 2 + 1 / precision));
  }
  const prior = { mean: place.mean, precision: 1 / (PIECE_SD_LN ** 2 + 1 / place.precision) };
  const { mean, precision } = shown(own);
  add(prior, mean, precision);
  return prior.mean;
}

function add(to: { mean: number; precision: number }, mean: number, precision: number): void {
  if (precision <= 0) return;
  to.mean += (precision / (to.precision + precision)) * (mean - to.mean);
  to.precision += precision;
}

/** What cues of one piece show together of its ln time. */
function shown(cues: readonly OwnCue[]): { readonly mean: number; readonly precision: number } {
  const all = { mean: 0, precision: 0 };
  for (const { cue, afterS, dueS } of cues) {
    const noise2 = CUE_NOISE.share ** 2 + (CUE_NOISE.fixedS / max(1, dueS)) ** 2;
    add(all, max(-MOST_OWN, min(MOST_OWN, log(afterS / dueS))), 1 / (noise2 + CUE_STRAYS[cue] ** 2));
  }
  return all;
}
/** A cue further off than this is a slip of the finger. Assumed. */
const MOST_OWN = 0.4;
