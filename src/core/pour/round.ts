import { ROUND_PACKINGS } from './data-round-packings.ts';
import type { Spot } from './lattice.ts';

/** R/r that a packing of N discs needs, R the circle about the discs. */
function ratioOf(packing: (typeof ROUND_PACKINGS)[number]): number {
  if (packing.length === 1) return 1;
  let least = Infinity;
  packing.forEach(([x, y], i) =>
    packing.slice(0, i).forEach(([u, w]) => (least = Math.min(least, Math.hypot(x - u, y - w)))),
  );
  return 1 + 2 / least;
}

const RATIOS = ROUND_PACKINGS.map(ratioOf);
/** What rounding of stored positions may cost. Numerical. */
const SLACK = 2e-6;

/**
 * Middles of as many discs as a round plate of `radiusMm` takes, or of `count` of them: by the tightest known packings up
 * to twenty, beyond that by rows staggered about the middle.
 */
export function roundSpots(
  radiusMm: number,
  diameterMm: number,
  gapMm: number,
  marginMm: number,
  count?: number,
): Spot[] {
  const r = (diameterMm + gapMm) / 2;
  const R = radiusMm - marginMm + gapMm / 2;
  const fits = RATIOS.reduce((best, ratio, index) => (R / r >= ratio - SLACK * ratio ? index + 1 : best), 0);
  const wanted = Math.min(count ?? fits, fits);
  const rows = count === undefined && fits === ROUND_PACKINGS.length ? staggered(R, r) : [];
  const packing: Spot[] =
    rows.length > wanted ? rows : (ROUND_PACKINGS[wanted - 1] ?? []).map(([x, y]): Spot => [x * (R - r), y * (R - r)]);
  return packing.map(([x, y]): Spot => [radiusMm + x, radiusMm + y]);
}

/** Rows of discs, every other one shifted by half, about the middle: the best of a few ways to lay them. */
function staggered(R: number, r: number): Spot[] {
  let best: Spot[] = [];
  const pitch = r * Math.sqrt(3);
  for (const [x0, y0] of [
    [0, 0],
    [r, 0],
    [0, pitch / 2],
    [r, pitch / 2],
    [r, pitch / 3],
    [0, pitch / 1.5],
  ] as const) {
    const spots: Spot[] = [];
    const rows = Math.ceil(R / pitch) + 1;
    const across = Math.ceil(R / (2 * r)) + 1;
    for (let row = -rows; row <= rows; row++)
      for (let column = -across; column <= across; column++) {
        const x = x0 + 2 * r * column + (row % 2 === 0 ? 0 : r);
        const y = y0 + pitch * row;
        if (Math.hypot(x, y) <= R - r) spots.push([x, y]);
      }
    if (spots.length > best.length) best = spots;
  }
  return best;
}
