import { depthsOf, type Film } from './film.ts';
import { HOLE_M } from './measures.ts';

const { hypot, max, min } = Math; // bound once: asked for at every spot of every film

/** A small hole that a bubble left, m from the middle of the plate. */
export interface LaceHole {
  readonly xM: number;
  readonly yM: number;
  readonly radiusM: number;
}

/** A film bubbles through from this heat on, and where it is hottest so many holes lie in a square metre. Common practice, no source: lace comes on a hot pan. */
const FROM_C = 165;
const FULL_C = 215; // Common practice, no source.
const MOST_PER_M2 = 9000; // Assumed: about one in a square centimetre.
/** A film as deep as this holds its bubbles, m. Assumed. */
const HOLDS_M = 0.0009;
/** So far from an edge, m: there a film is thinnest and dries first. Common practice, no source. */
const EDGE_M = 0.025;
const LEAST_M = 0.0008; // Common practice, no source.
const MOST_M = 0.0022; // Common practice, no source.

/** Powers of the inverse of that root. */
const ROOT = 1.1673039782614187; // Numerical: x⁵ = x + 1.
const STEPS = [1, 2, 3, 4].map((power) => ROOT ** -power);

/**
 * The lace of a film: holes near its edges where it lies thin on a hot plate. Their spots follow an additive sequence in
 * four dimensions, so that the same film has the same lace.
 * Source: generalised golden ratios, root of x⁵ = x + 1 for four dimensions; from memory.
 */
export function laceOf(film: Film, surfaceC: number): readonly LaceHole[] {
  const hot = min(1, max(0, (surfaceC - FROM_C) / (FULL_C - FROM_C)));
  if (hot === 0) return [];
  const { columns, rows, cellM } = film;
  const depths = depthsOf(film);
  const [widthM, heightM] = [columns * cellM, rows * cellM];
  const bare = bareNear(film, depths);
  const holes: LaceHole[] = [];
  const spots = MOST_PER_M2 * widthM * heightM;
  for (let n = 1; n <= spots; n++) {
    const [across, down, chance, size] = STEPS.map((step) => (n * step) % 1) as [number, number, number, number];
    const cell = Math.floor(down * rows) * columns + Math.floor(across * columns);
    const depthM = depths[cell]!;
    if (depthM < HOLE_M || !bare(cell)) continue;
    if (chance > hot * max(0, 1 - depthM / HOLDS_M)) continue;
    holes.push({
      xM: (across - 0.5) * widthM,
      yM: (down - 0.5) * heightM,
      radiusM: LEAST_M + (MOST_M - LEAST_M) * size,
    });
  }
  return holes;
}

/** Whether a cell lies near an edge of the film: of the plate, or of a bare place. */
function bareNear({ columns, rows, cellM, plate }: Film, depths: Float64Array): (cell: number) => boolean {
  const reach = Math.ceil(EDGE_M / cellM);
  return (cell) => {
    const column = cell % columns;
    const row = (cell - column) / columns;
    for (let r = row - reach; r <= row + reach; r++)
      for (let c = column - reach; c <= column + reach; c++) {
        if (hypot(c - column, r - row) * cellM > EDGE_M) continue;
        if (c < 0 || r < 0 || c >= columns || r >= rows) return true;
        const near = r * columns + c;
        if (plate[near] !== 1 || depths[near]! < HOLE_M) return true;
      }
    return false;
  };
}
