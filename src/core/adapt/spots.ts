import type { SpotOnPlate } from '#core/plate';

const { exp, hypot, max, sqrt } = Math; // bound once: asked for at every cell of every step

/** A thermometer's reading at a spot: how far it lay off the zone's model there, on the scale of the zone's error. */
export interface SpotReading extends SpotOnPlate {
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

function covariance(spreadC: number, a: SpotOnPlate, b: SpotOnPlate): number {
  const squared = (a.xMm - b.xMm) ** 2 + (a.yMm - b.yMm) ** 2;
  return spreadC ** 2 * exp((-0.5 * squared) / SPOTS.reachMm ** 2);
}

/** What earlier readings say of spots of a plate (kriging: Rasmussen & Williams 2006, ch. 2); they are weighed once. */
export function spotField(readings: readonly SpotReading[], spreadC: number): (at: SpotOnPlate) => SpotGuess {
  if (readings.length === 0) return () => ({ interceptC: 0, slope: 0, sdC: spreadC });
  const earlier = FIELDS.get(readings);
  if (earlier?.spreadC === spreadC) return earlier.field;
  const field = fieldOf(oneEach(readings), spreadC);
  FIELDS.set(readings, { spreadC, field });
  return field;
}

/** Asked again and again of the same readings. */
const FIELDS = new WeakMap<readonly SpotReading[], { spreadC: number; field: (at: SpotOnPlate) => SpotGuess }>();

/** Readings of one spot as one, each weighed by its precision: they say the same together. */
function oneEach(readings: readonly SpotReading[]): SpotReading[] {
  const spots = new Map<string, SpotReading>();
  for (const reading of readings) {
    const key = `${reading.xMm} ${reading.yMm}`;
    const other = spots.get(key);
    const [a, b] = [reading.sdC ** -2, (other?.sdC ?? Infinity) ** -2];
    const residualC = (a * reading.residualC + b * (other?.residualC ?? 0)) / (a + b);
    spots.set(key, { ...reading, residualC, sdC: (a + b) ** -0.5 });
  }
  return [...spots.values()];
}

function fieldOf(known: readonly SpotReading[], spreadC: number): (at: SpotOnPlate) => SpotGuess {
  const lower = cholesky(
    known.map((a, i) => known.map((b, j) => covariance(spreadC, a, b) + (i === j ? a.sdC ** 2 : 0))),
  );
  return (at) => {
    const cross = known.map((reading) => covariance(spreadC, reading, at));
    const weights = solved(lower, cross);
    return {
      interceptC: dot(weights, (i) => known[i]!.residualC),
      slope: dot(weights, () => 1),
      sdC: sqrt(max(0, spreadC ** 2 - dot(weights, (i) => cross[i]!))),
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
