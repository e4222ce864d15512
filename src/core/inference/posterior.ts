import { cueTimeAt, type Cue, type TimelineTable } from '#core/piece';
import { TAP_LAG_S, cueSdLn } from './cue-spread.ts';
import {
  BROWNING_PACES,
  ERROR,
  ERRORS,
  OF_BATTER,
  RULED_OUT,
  TIMES,
  batterWeights,
  independent,
  scaledToOne,
  updated,
  type Posterior,
} from './grid.ts';
import { UNKNOWN_BATTER } from './batter-prior.ts';
import type { SurfaceLikelihood } from './surface-likelihood.ts';
import type { BurnerOffset, SpotGuess } from './spots.ts';
import { colourTimes, undersideLikelihood, type Underside } from './underside.ts';

const { ceil, exp, hypot, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

/** The plate model's surface at a moment, and how much of the zone’s error shows there (`sensitivity`): none on a plate just lit. */
export interface Expected {
  readonly modelC: number;
  readonly sensitivity: number;
  /** How far the model may be off besides, while a plate warms or cools, °C. */
  readonly roughC?: number;
  /** How much warmer it would be there, were the burner further across or further along by its usual slip, °C. */
  readonly burnerOffsetC?: BurnerOffset;
}

/** How fast an unread plate wanders from what was last known: 6 °C in 20 minutes, as a random walk up to 10 °C. Assumed. */
const PROCESS_NOISE_C2_PER_S = 36 / 1200;
const MAX_PROCESS_NOISE_C2 = 100;
/** @param batter what is known of it from elsewhere, one weight for each pair of time and browning */
export function priorPosterior(errorSdC: number, batter: ArrayLike<number> = UNKNOWN_BATTER): Posterior {
  return independent((error) => exp(-0.5 * (error / errorSdC) ** 2), batter);
}

/**
 * The belief about a plate that nobody has read: as spread as plates are, with one in ten far outside it, so that a
 * thermometer is believed before a guess is.
 */
export function openPrior(errorSdC: number, batter: ArrayLike<number> = UNKNOWN_BATTER): Posterior {
  const [near, far] = [1 - ODD_PLATES.share, ODD_PLATES.share];
  const times = max(ODD_PLATES.leastTimes, ODD_PLATES.sdC / errorSdC);
  return independent((error) => {
    const z = error / errorSdC;
    return near * exp(-0.5 * z * z) + (far / times) * exp(-0.5 * (z / times) ** 2);
  }, batter);
}

/** Plates that are quite other than written, how far off they are, °C, and at least how many times as far as others. Assumed. */
const ODD_PLATES = { share: 0.1, sdC: 75, leastTimes: 1.5 };

/** Seven points of a normal, Gauss–Hermite (Abramowitz & Stegun 25.10): z and weight. Numerical. */
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
function likelihoodAt(expected: Expected, likelihood: SurfaceLikelihood, spot: SpotGuess, error: number) {
  const middle = surfaceOf(expected, spot, error);
  const sdC = offBesideC(expected, spot);
  return NORMAL_POINTS.reduce((sum, [z, weight]) => sum + weight * exp(likelihood(middle + z * sdC)), 0);
}

/** How far a spot may be off beside its zone's error: by itself, and by how roughly the model follows a plate that warms or cools, °C. */
function offBesideC({ sensitivity, roughC = 0 }: Expected, { sdC }: SpotGuess): number {
  return hypot(sensitivity * sdC, roughC);
}

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
        const z = (observedS - TAP_LAG_S - expectedS) / sd;
        return exp(-0.5 * z * z) / sd + WRONG_TAP;
      }),
    );
  });
  return COLOURS.has(cue) ? updated(prior, (e, _t, b) => byError[e]![b]!) : updated(prior, (e, t) => byError[e]![t]!);
}

/** A heat that would not show the cue at all, and a tap on the wrong one: as densities a second. Assumed. */
const NEVER_SHOWN = 3e-4;
const WRONG_TAP = 1e-6;

/** The colour below a test piece, looked at `afterS` after its pour. */
export function withUnderside(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  afterS: number,
  seen: Underside,
  spot: SpotGuess = ZONE_ITSELF,
  nth = 1,
): Posterior {
  const byError = ERRORS.map((error) => {
    const times = overSpot(expected, spot, error, (at) => colourTimes(table, at));
    return Float64Array.from(BROWNING_PACES, (browning) =>
      meanOver(times, (each) => undersideLikelihood(each, afterS * browning, seen, nth)),
    );
  });
  return updated(prior, (e, _t, b) => byError[e]![b]!);
}

/** Three points of a normal: what a spot may be beside its zone, for what takes long to ask. Numerical. */
const FEW_POINTS = [
  [-sqrt(3), 1 / 6],
  [0, 2 / 3],
  [sqrt(3), 1 / 6],
] as const;

/** Something asked at the surfaces a spot may have while its zone is off by `error`. */
export function overSpot<T>(expected: Expected, spot: SpotGuess, error: number, ask: (surfaceC: number) => T): T[] {
  const middle = surfaceOf(expected, spot, error);
  const sdC = offBesideC(expected, spot);
  return FEW_POINTS.map(([z]) => ask(middle + z * sdC));
}

export function meanOver<T>(values: readonly T[], likelihood: (value: T) => number): number {
  let sum = 0;
  for (let i = 0; i < values.length; i++) sum += FEW_POINTS[i]![1] * likelihood(values[i]!);
  return sum;
}

/** The zone as a whole, for what is not bound to a spot. Numerical. */
export const ZONE_ITSELF: SpotGuess = { interceptC: 0, slope: 0, sdC: 0 };

function surfaceOf({ modelC, sensitivity }: Expected, spot: SpotGuess, error: number): number {
  return modelC + sensitivity * (error + spot.interceptC - spot.slope * error);
}

/** How far what other plates say of a batter is trusted here: they touch it otherwise. Assumed. */
const ELSEWHERE_TRUSTED = 0.7;

/**
 * A belief with what was seen of the same batter on other plates.
 * @param elsewhere what each of them believes of the batter alone, as `batterWeights` has it
 * @param before what every plate began with of it, so that it counts once
 */
export function withBatter(
  own: Posterior,
  elsewhere: readonly Float64Array[],
  before: ArrayLike<number> = UNKNOWN_BATTER,
): Posterior {
  if (elsewhere.length === 0) return own;
  const says = new Float64Array(OF_BATTER).fill(1);
  for (const other of elsewhere)
    for (let i = 0; i < OF_BATTER; i++)
      says[i]! *= (max(other[i]!, 1e-12) / max(before[i]!, 1e-12)) ** ELSEWHERE_TRUSTED;
  const weights = new Float64Array(own.weights.length);
  for (let e = 0, index = 0; e < ERROR.count; e++)
    for (let i = 0; i < OF_BATTER; i++, index++) weights[index] = own.weights[index]! * says[i]!;
  return { weights: scaledToOne(weights) };
}

/** The belief on another burner: what is known of the batter stays, the plate's error is as open as at first. */
export function withErrorAfresh(prior: Posterior, errorSdC: number): Posterior {
  return priorPosterior(errorSdC, batterWeights(prior));
}

/** Sooner than this a belief has not faded to speak of, s. Numerical. */
export const FADES_AFTER_S = 8;

/** The belief `elapsedS` later, nothing seen in between: the surface error spreads. */
export function aged(prior: Posterior, elapsedS: number): Posterior {
  return elapsedS < FADES_AFTER_S ? prior : { weights: faded(prior.weights, elapsedS, OF_BATTER) };
}

/** The belief once its burner may be off by `sdC` more than it was. */
export function spreadBy(prior: Posterior, sdC: number): Posterior {
  return { weights: walked(prior.weights, sdC ** 2, OF_BATTER) };
}

/** The same of the belief over the zone's error alone. */
export function agedErrors(prior: Float64Array, elapsedS: number): Float64Array {
  return elapsedS < FADES_AFTER_S ? prior : faded(prior, elapsedS, 1);
}

/** A random walk of the error, over rows of `width` weights. */
function faded(prior: Float64Array, elapsedS: number, width: number): Float64Array {
  return walked(prior, min(MAX_PROCESS_NOISE_C2, PROCESS_NOISE_C2_PER_S * elapsedS), width);
}

function walked(prior: Float64Array, variance: number, width: number): Float64Array {
  const kernel = walkKernel(variance);
  const reach = (kernel.length - 1) / 2;
  const weights = new Float64Array(prior.length);
  for (let e = 0; e < ERROR.count; e++) {
    const from = e * width;
    let most = 0;
    for (let i = 0; i < width; i++) most = max(most, prior[from + i]!);
    if (most < RULED_OUT) continue;
    for (let k = max(-reach, -e); k <= reach && e + k < ERROR.count; k++) {
      const share = kernel[k + reach]!;
      const to = from + k * width;
      for (let i = 0; i < width; i++) weights[to + i]! += prior[from + i]! * share;
    }
  }
  return scaledToOne(weights);
}

/** Shares that go so many steps of the grid down and up: a normal curve, or what keeps its variance where it is narrow. */
function walkKernel(variance: number): number[] {
  const toEach = variance / (2 * ERROR.step ** 2);
  if (toEach < 0.5 * (1 - toEach)) return [toEach, 1 - 2 * toEach, toEach];
  const reach = min(ERROR.count - 1, ceil((3 * sqrt(variance)) / ERROR.step));
  return Array.from({ length: 2 * reach + 1 }, (_, i) => exp((-0.5 * ((i - reach) * ERROR.step) ** 2) / variance));
}
