import { filmLines, type FilmLines } from './film-lines.ts';
import { capillaryM, fluxAt, type FluxTable, type Rheology } from './rheology.ts';

const { abs, max, sqrt } = Math; // bound once: asked for at every cell of every step

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
  /** 1 where the plate's base is, 2 on the wall that rises about it, 0 beyond. */
  readonly plate: Uint8Array;
  /** How high the plate itself stands over its base, m. */
  readonly bed: Float64Array;
  readonly mobile: Float64Array;
  readonly set: Float64Array;
  readonly wetS: Float64Array;
  /** Steps made: sweeps change their order. */
  steps: number;
  /** Room for the surface's height, and for how it falls across a sweep. */
  readonly surface: Float64Array;
  readonly falls: Float64Array;
  readonly lines: { readonly x: FilmLines; readonly y: FilmLines };
  /** Room for a line of equations, eliminated as it is written down. */
  readonly line: { readonly upper: Float64Array; readonly right: Float64Array };
}

/**
 * A dry film on a convex plate; `risesM` says of each cell's middle, m from the plate's, how high the plate stands there:
 * nothing on its base, more on its wall, null beyond.
 */
export function dryFilm(
  columns: number,
  rows: number,
  cellM: number,
  risesM: (xM: number, yM: number) => number | null = () => 0,
): Film {
  const count = columns * rows;
  const plate = new Uint8Array(count);
  const bed = new Float64Array(count);
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const xM = (column + 0.5 - columns / 2) * cellM;
      const yM = (row + 0.5 - rows / 2) * cellM;
      const upM = risesM(xM, yM);
      plate[row * columns + column] = upM === null ? 0 : upM > 0 ? 2 : 1;
      bed[row * columns + column] = upM ?? 0;
    }
  const longest = max(columns, rows);
  const array = (length: number) => new Float64Array(length);
  return {
    ...{
      columns,
      rows,
      cellM,
      plate,
      bed,
      mobile: array(count),
      set: array(count),
      wetS: array(count).fill(-1),
      steps: 0,
    },
    ...{ surface: array(count), falls: array(count) },
    lines: { x: filmLines({ columns, rows, cellM, plate }, 'x'), y: filmLines({ columns, rows, cellM, plate }, 'y') },
    line: { upper: array(longest), right: array(longest) },
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

/**
 * Every line of an axis: what crosses each face between two cells makes a three-banded equation, which is eliminated as it
 * is written down (Thomas's algorithm: Press et al., Numerical Recipes). What rounding takes from stiff lines is given
 * back in proportion: they hold what they held.
 */
function sweep(film: Film, batter: Rheology, table: FluxTable, pull: Pull, stepS: number, axis: 'x' | 'y'): void {
  const { cellM, bed, mobile, set, surface, falls } = film;
  const { upper, right } = film.line;
  const { along, across, from, to } = film.lines[axis];
  const [pullAlong, pullAcross] = axis === 'x' ? [pull.x, pull.y] : [pull.y, pull.x];
  const { densityKgM3: rho, wettingNPerM } = batter;
  const reachM = capillaryM(batter);
  const perCell = stepS / cellM;
  const levelling = (pull.z * perCell) / cellM / 4;
  const steep = pull.z / cellM;
  const halfPull = 0.5 * pull.z;
  crossSlopes(film, film.lines[axis]);
  for (let k = 0; k < from.length; k++) {
    const last = to[k]! - 1;
    let here = k * across + from[k]! * along;
    const first = here;
    let a = mobile[here]!;
    let came = 0;
    let gone = 0;
    let upperBefore = 0;
    let rightBefore = 0;
    let held = 0;
    let any = false;
    for (let i = from[k]!; i <= last; i++) {
      const next = here + along;
      let leaves = 0;
      let comes = 0;
      let b = 0;
      if (i < last) {
        b = mobile[next]!;
        if (a > DRY_M || b > DRY_M) {
          // what pulls along the face, and what pulls across it, as the step begins
          const gAcross = pullAcross - halfPull * (falls[here]! + falls[next]!);
          const gAlong = pullAlong - steep * (surface[next]! - surface[here]!);
          const on = gAlong >= 0;
          const donor = on ? a : b;
          const meets = on ? next : here;
          const dry = mobile[meets]! + set[meets]! <= DRY_M;
          if (donor > DRY_M && (!dry || wets(on ? pullAlong : -pullAlong, pull.z, donor, rho, reachM, wettingNPerM))) {
            const stressPa = rho * sqrt(gAlong * gAlong + gAcross * gAcross) * (dry ? donor : 0.5 * (a + b));
            const factor = fluxAt(table, stressPa);
            if (factor !== 0) {
              any = true;
              // levelling: between the two depths; the cube's mean over the face
              const level = factor * (a + b) * (a * a + b * b) * levelling;
              // slope: of the plate and of what has set beneath, carried by its donor
              const drive = pullAlong - steep * (set[next]! + bed[next]! - set[here]! - bed[here]!);
              const source = drive >= 0 ? a : b;
              const carried = factor * source * source * drive * perCell;
              leaves = carried > 0 ? level + carried : level;
              comes = carried < 0 ? level - carried : level;
            }
          }
        }
      }
      held += a;
      if (leaves === 0 && gone === 0 && came === 0 && comes === 0) {
        upperBefore = 0;
        rightBefore = a;
      } else {
        const pivot = 1 / (1 + came + leaves + gone * upperBefore);
        rightBefore = (a + gone * rightBefore) * pivot;
        upperBefore = -comes * pivot;
      }
      upper[i] = upperBefore;
      right[i] = rightBefore;
      came = comes;
      gone = leaves;
      a = b;
      here = next;
    }
    if (any) substitute(film, first, from[k]!, last, along, held);
  }
}

/** The equations of a line from its end back, into its cells. */
function substitute(
  { mobile, line }: Film,
  first: number,
  from: number,
  last: number,
  along: number,
  held: number,
): void {
  const { upper, right } = line;
  let value = 0;
  let after = 0;
  for (let i = last; i >= from; i--) {
    value = right[i]! - upper[i]! * value;
    right[i] = value;
    after += value;
  }
  const holds = after > 0 ? held / after : 1;
  for (let i = from, cell = first; i <= last; i++, cell += along) mobile[cell] = right[i]! * holds;
}

/** How the surface falls across the lines of a sweep, into `falls`. */
function crossSlopes({ bed, mobile, set, surface, falls }: Film, { before, after, perM }: FilmLines): void {
  for (let i = 0; i < surface.length; i++) surface[i] = mobile[i]! + set[i]! + bed[i]!;
  for (let i = 0; i < surface.length; i++) falls[i] = (surface[after[i]!]! - surface[before[i]!]!) * perM[i]!;
}

/** A front goes on over a dry plate when its own weight beats what surface tension holds it back by. */
function wets(pullOn: number, gOnto: number, depthM: number, rho: number, reachM: number, holdsNPerM: number): boolean {
  if (holdsNPerM === 0) return true;
  const head = 0.5 * rho * gOnto * depthM * depthM;
  const weight = rho * max(0, pullOn) * depthM * reachM;
  return head + weight > holdsNPerM;
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
