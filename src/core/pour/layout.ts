import type { StationBody } from '#core/plate';

/** A spot for one piece. Coordinates in mm from the plate's top left corner (seen from above). */
export interface Place {
  readonly id: string;
  readonly zoneId: string;
  readonly xMm: number;
  readonly yMm: number;
}

/** Room for a spatula between pieces, and from the edge. Common practice, no source. */
export const GAP_MM = 20;
export const MARGIN_MM = 10;

/**
 * Places for discs of `diameterMm` on a station, marked zone by zone in reading order: A1, A2, …
 * Rectangular zones: the best of a square, a staggered and a shifted lattice, either way round, inflated discs inside the
 * margins.
 * A round plate takes one disc in its middle.
 */
export function placesOn(station: StationBody, diameterMm: number): Place[] {
  const { shape, zones } = station;
  if (shape.kind === 'round') {
    const zone = zones[0]!;
    const middle = shape.diameterMm / 2;
    return diameterMm <= shape.diameterMm + 0.5
      ? [{ id: `${zone.id}1`, zoneId: zone.id, xMm: middle, yMm: middle }]
      : [];
  }
  const zoneWidth = shape.widthMm / zones.length;
  const spots = bestLattice(zoneWidth, shape.depthMm, diameterMm);
  return zones.flatMap((zone, index) =>
    spots.map(([x, y], n) => ({
      id: `${zone.id}${n + 1}`,
      zoneId: zone.id,
      xMm: x + index * zoneWidth,
      yMm: y,
    })),
  );
}

type Spot = readonly [number, number];

function bestLattice(widthMm: number, depthMm: number, diameterMm: number): Spot[] {
  const cell = diameterMm + GAP_MM;
  // half the gap lies outside the inflated disc at each edge, so the usable span grows by it
  const width = widthMm - 2 * MARGIN_MM + GAP_MM;
  const depth = depthMm - 2 * MARGIN_MM + GAP_MM;
  if (width < cell || depth < cell) return [];
  const turned = (spots: Spot[]) => spots.map(([x, y]): Spot => [y, x]);
  const lattices = [
    squareSpots(width, depth, cell),
    staggeredSpots(width, depth, cell),
    turned(staggeredSpots(depth, width, cell)),
    shiftedSpots(width, depth, cell),
    turned(shiftedSpots(depth, width, cell)),
  ];
  const best = lattices.reduce((a, b) => (b.length > a.length ? b : a));
  const offset = MARGIN_MM - GAP_MM / 2;
  return best
    .map(([x, y]): Spot => [x + offset, y + offset])
    .sort((a, b) => (Math.abs(a[1] - b[1]) > cell / 4 ? a[1] - b[1] : a[0] - b[0]));
}

/** Rows one above the other, each spot in the middle of its share of the span. */
function squareSpots(width: number, depth: number, cell: number): Spot[] {
  const spots: Spot[] = [];
  for (const y of shares(depth, Math.floor(depth / cell))) {
    for (const x of shares(width, Math.floor(width / cell))) spots.push([x, y]);
  }
  return spots;
}

function shares(span: number, count: number): number[] {
  return Array.from({ length: count }, (_, i) => ((i + 0.5) * span) / count);
}

/** Rows shifted by half a cell, so that they may lie √3/2 cells apart. */
function staggeredSpots(width: number, depth: number, cell: number): Spot[] {
  const rowCount = 1 + Math.floor((depth - cell) / ((cell * Math.sqrt(3)) / 2) + 1e-9);
  const spots: Spot[] = [];
  spread(depth, cell, rowCount).forEach((y, row) => {
    const shift = row % 2 === 0 ? 0 : cell / 2;
    for (let x = cell / 2 + shift; x <= width - cell / 2 + 1e-9; x += cell) spots.push([x, y]);
  });
  return spots;
}

/** Rows all equally long, every other one shifted by what is left of the span, and so a little closer to its neighbours. */
function shiftedSpots(width: number, depth: number, cell: number): Spot[] {
  const across = Math.floor(width / cell);
  const shift = Math.min(cell / 2, width - across * cell);
  const pitch = Math.sqrt(cell ** 2 - shift ** 2);
  const rowCount = 1 + Math.floor((depth - cell) / pitch + 1e-9);
  return spread(depth, cell, rowCount).flatMap((y, row) =>
    Array.from({ length: across }, (_, i): Spot => [cell / 2 + i * cell + (row % 2) * shift, y]),
  );
}

/** `count` centres over a span, first and last half a cell from its ends. */
function spread(span: number, cell: number, count: number): number[] {
  if (count <= 1) return [span / 2];
  const step = (span - cell) / (count - 1);
  return Array.from({ length: count }, (_, i) => cell / 2 + i * step);
}
