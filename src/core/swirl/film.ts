import { capillaryM, fluxAt, type FluxTable, type Rheology } from './rheology.ts';

const { abs, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

/** Gravity in the frame of the plate, m/s²: along it to the right and to the front, and onto it. */
export interface Pull {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

/**
 * A film on a grid of square cells. Depths in m, rows from the back to the front. `mobile` flows, `set` holds to the plate;
 * `wetS` is how long a cell has been wet, −1 while it is dry.
 */
export interface Film {
  readonly columns: number;
  readonly rows: number;
  readonly cellM: number;
  /** 1 where the plate is, 0 beyond its rim. */
  readonly plate: Uint8Array;
  readonly mobile: Float64Array;
  readonly set: Float64Array;
  readonly wetS: Float64Array;
  /** Steps made: sweeps change their order. */
  steps: number;
  /** Room for the surface's height, and for how it falls across a sweep. */
  readonly surface: Float64Array;
  readonly falls: Float64Array;
  /** Room for a line of equations. */
  readonly line: Line;
}

interface Line {
  readonly lower: Float64Array;
  readonly diagonal: Float64Array;
  readonly upper: Float64Array;
  readonly right: Float64Array;
}

/** A dry film on a plate; `isPlate` says of each cell's middle, m from the plate's, whether it is plate. */
export function dryFilm(
  columns: number,
  rows: number,
  cellM: number,
  isPlate: (xM: number, yM: number) => boolean = () => true,
): Film {
  const count = columns * rows;
  const plate = new Uint8Array(count);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const xM = (column + 0.5 - columns / 2) * cellM;
      const yM = (row + 0.5 - rows / 2) * cellM;
      plate[row * columns + column] = isPlate(xM, yM) ? 1 : 0;
    }
  const longest = max(columns, rows);
  const array = (length: number) => new Float64Array(length);
  return {
    ...{ columns, rows, cellM, plate, mobile: array(count), set: array(count), wetS: array(count).fill(-1), steps: 0 },
    ...{ surface: array(count), falls: array(count) },
    line: { lower: array(longest), diagonal: array(longest), upper: array(longest), right: array(longest) },
  };
}

/** Less than this is no film, m. Numerical. */
export const DRY_M = 1e-9;

/** What a step needs of a batter. */
export interface Flow {
  readonly batter: Rheology;
  readonly table: FluxTable;
}

/**
 * The film after a while, in place: a finite-volume step of lubrication flow, the two directions one after the other in
 * changing order, each an implicit line of equations with the mobility of the step's start. What lies on a slope goes with
 * its donor, what levels itself is a diffusion: the matrix is an M-matrix, so that nothing is lost and nothing goes below
 * zero at any step.
 */
export function flow(film: Film, { batter, table }: Flow, pull: Pull, stepS: number): void {
  const order = film.steps++ % 2 === 0 ? (['x', 'y'] as const) : (['y', 'x'] as const);
  for (const axis of order) sweep(film, batter, table, pull, stepS, axis);
}

function sweep(film: Film, batter: Rheology, table: FluxTable, pull: Pull, stepS: number, axis: 'x' | 'y'): void {
  const { columns, rows, cellM, plate, mobile, set, surface, falls, line } = film;
  const { lower, diagonal, upper, right } = line;
  const [length, count] = axis === 'x' ? [columns, rows] : [rows, columns];
  const [along, across] = axis === 'x' ? [1, columns] : [columns, 1];
  const [pullAlong, pullAcross] = axis === 'x' ? [pull.x, pull.y] : [pull.y, pull.x];
  const { densityKgM3: rho, wettingNPerM } = batter;
  const reachM = capillaryM(batter);
  const perCell = stepS / cellM;
  const inverseM = 1 / cellM; // divisions are most of a face
  const levelling = (pull.z * perCell * inverseM) / 4;
  const steep = pull.z * inverseM;
  crossSlopes(film, across);
  for (let k = 0; k < count; k++) {
    let any = false;
    let here = k * across;
    let next = here + along;
    diagonal[0] = 1;
    upper[0] = 0;
    lower[0] = 0;
    right[0] = mobile[here]!;
    for (let i = 0; i + 1 < length; i++, here = next, next += along) {
      const a = mobile[here]!;
      const b = mobile[next]!;
      diagonal[i + 1] = 1;
      upper[i + 1] = 0;
      lower[i + 1] = 0;
      right[i + 1] = b;
      if ((a <= DRY_M && b <= DRY_M) || plate[here] === 0 || plate[next] === 0) continue;
      // what pulls along the face, and what pulls across it, as the step begins
      const gAcross = pullAcross - pull.z * 0.5 * (falls[here]! + falls[next]!);
      const gAlong = pullAlong - steep * (surface[next]! - surface[here]!);
      const on = gAlong >= 0;
      const donor = on ? a : b;
      if (donor <= DRY_M) continue;
      const dry = surface[on ? next : here]! <= DRY_M;
      if (dry && !wets(on ? pullAlong : -pullAlong, pull.z, donor, rho, reachM, wettingNPerM)) continue;
      const stressPa = rho * sqrt(gAlong * gAlong + gAcross * gAcross) * (dry ? donor : 0.5 * (a + b));
      const factor = fluxAt(table, stressPa);
      if (factor === 0) continue;
      any = true;
      // levelling: between the two depths; the cube's mean over the face
      const level = factor * (a + b) * (a * a + b * b) * levelling;
      // slope: of the plate and of what has set beneath, carried by its donor
      const drive = pullAlong - steep * (set[next]! - set[here]!);
      const from = drive >= 0 ? a : b;
      const carried = factor * from * from * drive * perCell;
      const leaves = level + max(0, carried);
      const comes = level - min(0, carried);
      diagonal[i] = diagonal[i]! + leaves;
      lower[i + 1] = -leaves;
      diagonal[i + 1] = 1 + comes;
      upper[i] = -comes;
    }
    if (any) solve(line, length, mobile, k * across, along);
  }
}

/** How the surface falls across the lines of a sweep, by the faces that a cell has there, into `falls`. */
function crossSlopes({ plate, mobile, set, surface, falls, cellM, columns, rows }: Film, across: number): void {
  const cells = plate.length;
  for (let i = 0; i < cells; i++) surface[i] = mobile[i]! + set[i]!;
  const inRow = across === 1;
  for (let i = 0, row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i++) {
      falls[i] = 0;
      if (plate[i] === 0) continue;
      const before = (inRow ? column > 0 : row > 0) && plate[i - across] === 1;
      const after = (inRow ? column + 1 < columns : row + 1 < rows) && plate[i + across] === 1;
      const from = before ? surface[i - across]! : surface[i]!;
      const to = after ? surface[i + across]! : surface[i]!;
      if (from !== to) falls[i] = (to - from) / (before && after ? 2 * cellM : cellM);
    }
}

/** A front goes on over a dry plate when its own weight beats what surface tension holds it back by. */
function wets(pullOn: number, gOnto: number, depthM: number, rho: number, reachM: number, holdsNPerM: number): boolean {
  if (holdsNPerM === 0) return true;
  const head = 0.5 * rho * gOnto * depthM * depthM;
  const weight = rho * max(0, pullOn) * depthM * reachM;
  return head + weight > holdsNPerM;
}

/**
 * A line of three-banded equations (Thomas's algorithm: Press et al., Numerical Recipes), into every `along`-th of `into`.
 * What rounding takes from stiff lines is given back in proportion: they hold what they held.
 */
function solve(
  { lower, diagonal, upper, right }: Line,
  length: number,
  into: Float64Array,
  from: number,
  along: number,
): void {
  let before = right[0]!;
  let pivot = 1 / diagonal[0]!;
  diagonal[0] = pivot;
  for (let i = 1; i < length; i++) {
    before += right[i]!;
    const share = lower[i]! * pivot;
    if (share !== 0) {
      diagonal[i]! -= share * upper[i - 1]!;
      right[i]! -= share * right[i - 1]!;
    }
    pivot = 1 / diagonal[i]!;
    diagonal[i] = pivot;
  }
  let value = 0;
  let after = 0;
  for (let i = length - 1; i >= 0; i--) {
    value = (right[i]! - upper[i]! * value) * diagonal[i]!;
    right[i] = value;
    after += value;
  }
  const holds = after > 0 ? before / after : 1;
  for (let i = 0; i < length; i++) into[from + i * along] = right[i]! * holds;
}

/** All that is on the plate, m³. */
export function filmM3({ mobile, set, cellM }: Film): number {
  let depthM = 0;
  for (let i = 0; i < mobile.length; i++) depthM += mobile[i]! + set[i]!;
  return depthM * cellM * cellM;
}

/** Depth of each cell, m. */
export function depthsOf({ mobile, set }: Film): Float64Array {
  return mobile.map((depth, i) => depth + set[i]!);
}

/** Share of the batter that lies elsewhere than it did. */
export function movedShare(film: Film, before: Float64Array): number {
  let moved = 0;
  let all = 0;
  for (let i = 0; i < before.length; i++) {
    const depth = film.mobile[i]! + film.set[i]!;
    moved += abs(depth - before[i]!);
    all += depth;
  }
  return all > 0 ? moved / 2 / all : 0;
}
