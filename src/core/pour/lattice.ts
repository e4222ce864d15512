/** Middle of a disc, mm. */
export type Spot = readonly [number, number];

export interface LatticeRoom {
  readonly diameterMm: number;
  readonly gapMm: number;
  readonly marginMm: number;
}

/** How many ways a lattice is moved about to miss forbidden ground, each way. Numerical. */
const SHIFTS = 5;

/**
 * Middles of discs in a rectangle: the best of a square, a staggered and a shifted lattice, either way round, of discs
 * inflated by the gap. Where some ground is forbidden, each lattice is also moved about in the room it leaves.
 */
export function latticeSpots(
  widthMm: number,
  depthMm: number,
  room: LatticeRoom,
  mayLie: (xMm: number, yMm: number) => boolean = () => true,
): Spot[] {
  const cell = room.diameterMm + room.gapMm;
  // half the gap lies outside the inflated disc at each edge, so the usable span grows by it
  const width = widthMm - 2 * room.marginMm + room.gapMm;
  const depth = depthMm - 2 * room.marginMm + room.gapMm;
  const fits = (span: number) => span >= cell - 1e-9;
  if (!fits(width) || !fits(depth)) return [];
  const turned = (spots: Spot[]) => spots.map(([x, y]): Spot => [y, x]);
  const offset = room.marginMm - room.gapMm / 2;
  const lattices = [
    squareSpots(width, depth, cell),
    staggeredSpots(width, depth, cell),
    turned(staggeredSpots(depth, width, cell)),
    shiftedSpots(width, depth, cell),
    turned(shiftedSpots(depth, width, cell)),
    tightSpots(width, depth, cell),
  ].map((spots) => centred(spots, width, depth).map(([x, y]): Spot => [x + offset, y + offset]));
  let best: Spot[] = [];
  for (const lattice of lattices)
    for (const spots of movedAbout(lattice, widthMm, depthMm, room)) {
      const kept = spots.filter(([x, y]) => mayLie(x, y));
      if (kept.length > best.length) best = kept;
      if (kept.length === lattice.length) break; // nothing forbidden lies under it: no need to move it
    }
  return best;
}

/** A lattice in the middle of its room. */
function centred(spots: Spot[], width: number, depth: number): Spot[] {
  const xs = spots.map(([x]) => x);
  const ys = spots.map(([, y]) => y);
  const dx = (width - Math.min(...xs) - Math.max(...xs)) / 2;
  const dy = (depth - Math.min(...ys) - Math.max(...ys)) / 2;
  return spots.map(([x, y]): Spot => [x + dx, y + dy]);
}

/** A lattice where it is, then moved about as far as its outermost discs leave room. */
function* movedAbout(spots: Spot[], widthMm: number, depthMm: number, room: LatticeRoom): Generator<Spot[]> {
  yield spots;
  const xs = spots.map(([x]) => x);
  const ys = spots.map(([, y]) => y);
  const edge = room.marginMm + room.diameterMm / 2;
  const lowX = edge - Math.min(...xs);
  const lowY = edge - Math.min(...ys);
  const spanX = widthMm - edge - Math.max(...xs) - lowX;
  const spanY = depthMm - edge - Math.max(...ys) - lowY;
  for (let i = 0; i < SHIFTS; i++)
    for (let j = 0; j < SHIFTS; j++) {
      const dx = lowX + (spanX * i) / (SHIFTS - 1);
      const dy = lowY + (spanY * j) / (SHIFTS - 1);
      yield spots.map(([x, y]): Spot => [x + dx, y + dy]);
    }
}

/** Rows one above the other, each spot in the middle of its share of the span. */
function squareSpots(width: number, depth: number, cell: number): Spot[] {
  const spots: Spot[] = [];
  for (const y of shares(depth, Math.floor(depth / cell + 1e-9))) {
    for (const x of shares(width, Math.floor(width / cell + 1e-9))) spots.push([x, y]);
  }
  return spots;
}

/** Rows one above the other, cell against cell: leaves the most room to be moved about. */
function tightSpots(width: number, depth: number, cell: number): Spot[] {
  const spots: Spot[] = [];
  for (let y = cell / 2; y <= depth - cell / 2 + 1e-9; y += cell)
    for (let x = cell / 2; x <= width - cell / 2 + 1e-9; x += cell) spots.push([x, y]);
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
  const across = Math.floor(width / cell + 1e-9);
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
