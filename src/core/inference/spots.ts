import type { SpotOnPlate } from '#core/plate';

const { exp, hypot, max, sqrt } = Math; // bound once: asked for at every cell of every step

/** What a burner that sits askew does to a spot: across and along, each by its usual slip, °C on the scale of the zone's error. */
export type BurnerOffset = readonly [number, number];

/** A spot of a plate at work: where, and how it would answer to a burner that sits askew. */
export interface SpotAtWork extends SpotOnPlate {
  readonly burnerOffsetC?: BurnerOffset | undefined;
}

/** A spot as the plate model has it at a moment; on a plate still cold the error is hardly told apart. */
export function atWork(
  spot: SpotOnPlate,
  { sensitivity, burnerOffsetC }: { readonly sensitivity: number; readonly burnerOffsetC?: BurnerOffset | undefined },
): SpotAtWork {
  if (!burnerOffsetC) return { xMm: spot.xMm, yMm: spot.yMm };
  const scale = 1 / max(sensitivity, LEAST_SENSITIVITY);
  return { xMm: spot.xMm, yMm: spot.yMm, burnerOffsetC: [scale * burnerOffsetC[0], scale * burnerOffsetC[1]] };
}
/** Below this share of its error a plate tells nothing of its spots. Assumed. */
const LEAST_SENSITIVITY = 0.3;

/** A thermometer's reading at a spot: how far it lay off the zone's model there, on the scale of the zone's error. */
export interface SpotReading extends SpotAtWork {
  readonly residualC: number;
  readonly sdC: number;
}

/** What is believed of a spot beside its zone, given the zone's error e: normal about `interceptC − slope · e`. */
export interface SpotGuess {
  readonly interceptC: number;
  readonly slope: number;
  readonly sdC: number;
}

/**
 * Spots of a plate beside what the plate model says of them: burners that sit askew, flames that differ, metal that
 * warps. A Gaussian process; a plate that holds its pattern sharply (thin, a poor conductor) is also further off it.
 * Spread and reach assumed, held against hidden plates in the tests.
 */
const SPOTS = { leastC: 1.5, ofUneven: 0.4, reachMm: 110 } as const;

/** Spread of a plate's spots about its pattern, from how uneven that is, °C. */
export function spotSpreadC(unevenC: number): number {
  return SPOTS.leastC + SPOTS.ofUneven * unevenC;
}

/** A spot that nobody named: anywhere on the zone, pattern and all. */
export function anySpot(spreadC: number): SpotGuess {
  const patternC = max(0, spreadC - SPOTS.leastC) / SPOTS.ofUneven;
  return { interceptC: 0, slope: 0, sdC: hypot(spreadC, patternC) };
}

/** Spots near each other are off alike, and a burner askew moves all of them together. */
function covariance(spreadC: number, a: SpotAtWork, b: SpotAtWork): number {
  const squared = (a.xMm - b.xMm) ** 2 + (a.yMm - b.yMm) ** 2;
  const [ax, ay] = a.burnerOffsetC ?? [0, 0];
  const [bx, by] = b.burnerOffsetC ?? [0, 0];
  return spreadC ** 2 * exp((-0.5 * squared) / SPOTS.reachMm ** 2) + ax * bx + ay * by;
}

/** What earlier readings say of spots of a plate (kriging: Rasmussen & Williams 2006, ch. 2). */
export function spotField(readings: readonly SpotReading[], spreadC: number): (at: SpotAtWork) => SpotGuess {
  if (readings.length === 0) return (at) => ({ interceptC: 0, slope: 0, sdC: sqrt(covariance(spreadC, at, at)) });
  return fieldOf(newest(readings), spreadC);
}

/** More readings than this of one spot are told apart no longer. Numerical. */
const MAX_OF_A_SPOT = 4;

/** The newest readings of each spot: older ones say no more. */
function newest(readings: readonly SpotReading[]): SpotReading[] {
  const count = new Map<string, number>();
  return [...readings].reverse().filter(({ xMm, yMm }) => {
    const key = `${xMm} ${yMm}`;
    const nth = (count.get(key) ?? 0) + 1;
    count.set(key, nth);
    return nth <= MAX_OF_A_SPOT;
  });
}

function fieldOf(known: readonly SpotReading[], spreadC: number): (at: SpotAtWork) => SpotGuess {
  const lower = cholesky(
    known.map((a, i) => known.map((b, j) => covariance(spreadC, a, b) + (i === j ? a.sdC ** 2 : 0))),
  );
  return (at) => {
    const cross = known.map((reading) => covariance(spreadC, reading, at));
    const weights = solved(lower, cross);
    return {
      interceptC: dot(weights, (i) => known[i]!.residualC),
      slope: dot(weights, () => 1),
      sdC: sqrt(max(0, covariance(spreadC, at, at) - dot(weights, (i) => cross[i]!))),
    };
  };
}

function dot(weights: readonly number[], value: (i: number) => number): number {
  return weights.reduce((sum, weight, i) => sum + weight * value(i), 0);
}

/** Lower triangle L of a positive definite matrix, L·Lᵀ. */
function cholesky(matrix: readonly (readonly number[])[]): number[][] {
  const lower: number[][] = [];
  matrix.forEach((row, i) => {
    const out: number[] = [];
    for (let j = 0; j <= i; j++) {
      const other = j === i ? out : lower[j]!;
      let sum = row[j]!;
      for (let k = 0; k < j; k++) sum -= out[k]! * other[k]!;
      out.push(j === i ? sqrt(max(1e-9, sum)) : sum / other[j]!);
    }
    lower.push(out);
  });
  return lower;
}

/** x of L·Lᵀ·x = b. */
function solved(lower: readonly (readonly number[])[], b: readonly number[]): number[] {
  const x = [...b];
  for (let i = 0; i < x.length; i++) {
    for (let k = 0; k < i; k++) x[i]! -= lower[i]![k]! * x[k]!;
    x[i]! /= lower[i]![i]!;
  }
  for (let i = x.length - 1; i >= 0; i--) {
    for (let k = i + 1; k < x.length; k++) x[i]! -= lower[k]![i]! * x[k]!;
    x[i]! /= lower[i]![i]!;
  }
  return x;
}
