import type { Estimate, Quantity } from './estimate.ts';

/** Where a batter stands when it is measured or poured. */
export interface BatterMoment {
  /** Water of all that is in it, g per g of dry grain. */
  readonly waterPerGrain: number;
  /** Since it was mixed, minutes as they count on the counter. */
  readonly ageMin: number;
  readonly tempC: number;
}

type Vector = readonly [number, number, number, number];
type Matrix = readonly [Vector, Vector, Vector, Vector];

/**
 * What is believed of one batter: ln y = c − b (w − w₀) − Δ e^(−age/τ) − k (T − 20), with y its yield stress or viscosity.
 * Swirled by these hands it runs as one of ln y − h does: later or flatter hands make it seem thicker. c, b, Δ and h are
 * normal; the readings of this batter move all at once, so that a dose that thinned less than expected makes the next one
 * larger, and a film that did not cover speaks of the hands as well.
 */
export interface ConsistencyBelief {
  readonly quantity: Quantity;
  readonly referenceWater: number;
  /** c, b, Δ, h. */
  readonly mean: Vector;
  readonly covariance: Matrix;
}

/** A normal figure. */
interface Normal {
  readonly mean: number;
  readonly sd: number;
}

/**
 * Prior of the four. b: 0.1 of water on the flour thins by a quarter; ± 0.75 gives the reference's interval of a dose.
 * Δ: a rest thickens by 1.3 to 2 times. h: a second later to tilt, or half as steep, is half as thick again. Fitted to
 * nothing: assumed, with their spread.
 */
const PRIOR = {
  level: { sd: 0.35 },
  thinningPerWater: { mean: 2.93, sd: 0.75 },
  thickening: { mean: 0.48, sd: 0.17 },
  hands: { mean: 0, sd: 0.35 },
} as const;

/** Starch drinks this fast, minutes. Reference: 15–20; assumed. */
const DRINK_MIN = 17.5;
/** Colder is thicker, per K: water's own viscosity, 1.519 mPa·s at 5 °C and 1.002 at 20 °C (IAPWS). */
const COLDER_PER_K = Math.log(1.519 / 1.002) / 15;

/** What a formula promises of its batter, before anything is measured: `value` at `ready`. */
export function priorBelief(
  quantity: Quantity,
  value: number,
  ready: BatterMoment,
  hands: Normal = PRIOR.hands,
): ConsistencyBelief {
  const { level, thinningPerWater, thickening } = PRIOR;
  const mean: Vector = [
    Math.log(value) + thickening.mean * Math.exp(-ready.ageMin / DRINK_MIN) + COLDER_PER_K * (ready.tempC - 20),
    thinningPerWater.mean,
    thickening.mean,
    hands.mean,
  ];
  const covariance: Matrix = [
    [level.sd ** 2, 0, 0, 0],
    [0, thinningPerWater.sd ** 2, 0, 0],
    [0, 0, thickening.sd ** 2, 0],
    [0, 0, 0, hands.sd ** 2],
  ];
  return { quantity, referenceWater: ready.waterPerGrain, mean, covariance };
}

/** How a batter is told: measured by itself, or by how it ran over a pan under these hands. */
export type ToldBy = 'itself' | 'swirl';

/** Bayes' rule for a normal prior and a reading whose logarithm is normal (recursive least squares). */
export function withReading(
  belief: ConsistencyBelief,
  at: BatterMoment,
  reading: Pick<Estimate, 'value' | 'sdLn'>,
  told: ToldBy = 'itself',
): ConsistencyBelief {
  const x = regressors(belief, at, told);
  const sx = times(belief.covariance, x);
  const total = dot(x, sx) + reading.sdLn ** 2;
  const residual = Math.log(reading.value) + COLDER_PER_K * (at.tempC - 20) - dot(x, belief.mean);
  const gain: Vector = [sx[0] / total, sx[1] / total, sx[2] / total, sx[3] / total];
  const row = (i: 0 | 1 | 2 | 3): Vector => [
    belief.covariance[i][0] - gain[i] * sx[0],
    belief.covariance[i][1] - gain[i] * sx[1],
    belief.covariance[i][2] - gain[i] * sx[2],
    belief.covariance[i][3] - gain[i] * sx[3],
  ];
  const [c, b, delta, hands] = belief.mean;
  return {
    ...belief,
    // water always thins: a reading that says otherwise is a slip of the hand, not of nature
    mean: [
      c + gain[0] * residual,
      Math.max(LEAST_THINNING, b + gain[1] * residual),
      delta + gain[2] * residual,
      hands + gain[3] * residual,
    ],
    covariance: [row(0), row(1), row(2), row(3)],
  };
}

/** The least by which ln consistency is believed to fall with added water, per unit of its share. Assumed. */
const LEAST_THINNING = 0.5;

/** What the batter is at a moment, by all that is believed of it; or what it runs like as these hands swirl it. */
export function consistencyAt(belief: ConsistencyBelief, at: BatterMoment, told: ToldBy = 'itself'): Estimate {
  const x = regressors(belief, at, told);
  const ln = dot(x, belief.mean) - COLDER_PER_K * (at.tempC - 20);
  return {
    quantity: belief.quantity,
    value: Math.exp(ln),
    sdLn: Math.sqrt(Math.max(0, dot(x, times(belief.covariance, x)))),
  };
}

/** The same batter at another warmth: colder is thicker. */
export function atWarmth(value: number, fromC: number, toC: number): number {
  return value * Math.exp(COLDER_PER_K * (fromC - toC));
}

/** What is believed of the hands that swirl it. */
export function handsOf({ mean, covariance }: ConsistencyBelief): Normal {
  return { mean: mean[3], sd: Math.sqrt(covariance[3][3]) };
}

/** Water per gram of grain to add so that the batter meets `target` at `at`; below zero when it is too thin already. */
export function waterTo(
  belief: ConsistencyBelief,
  at: BatterMoment,
  target: number,
  told: ToldBy = 'itself',
): { readonly perGrain: number; readonly sd: number } {
  const x = regressors(belief, at, told);
  const b = belief.mean[1];
  const off = dot(x, belief.mean) - COLDER_PER_K * (at.tempC - 20) - Math.log(target);
  const perGrain = off / b;
  // first order in the level and in b, which readings make depend on each other
  const sx = times(belief.covariance, x);
  const variance = dot(x, sx) + perGrain ** 2 * belief.covariance[1][1] - 2 * perGrain * sx[1];
  return { perGrain, sd: Math.sqrt(Math.max(0, variance)) / b };
}

function regressors(belief: ConsistencyBelief, at: BatterMoment, told: ToldBy = 'itself'): Vector {
  return [
    1,
    -(at.waterPerGrain - belief.referenceWater),
    -Math.exp(-Math.max(0, at.ageMin) / DRINK_MIN),
    told === 'swirl' ? -1 : 0,
  ];
}

function dot(a: Vector, b: Vector): number {
  return a[0] * b[0] + a[1] * b[1] + a[2] * b[2] + a[3] * b[3];
}

function times(m: Matrix, x: Vector): Vector {
  return [dot(m[0], x), dot(m[1], x), dot(m[2], x), dot(m[3], x)];
}
