import type { PlateGrid } from './field.ts';

const { abs, floor, hypot, max, min } = Math; // bound once: asked for at every cell of every look

/** Temperatures of a plate at one moment. */
export interface PlateView {
  /** Temperature at a point of the plate, between cell middles. */
  at(xMm: number, yMm: number): number;
  /** Mean over a zone's metal. @throws RangeError when the plate has no such zone. */
  zoneMeanC(zoneId: string): number;
}

/** A look at a field of temperatures: as it is now, or, of a copy, as it was. */
export function plateView(
  grid: PlateGrid,
  { widthMm, depthMm }: { readonly widthMm: number; readonly depthMm: number },
  field: Float64Array,
  cellsOf: (zoneId: string) => Int32Array,
): PlateView {
  return {
    at: (xMm, yMm) => sampled(grid, field, (xMm / widthMm) * grid.columns - 0.5, (yMm / depthMm) * grid.rows - 0.5),
    zoneMeanC: (zoneId) => meanOf(field, cellsOf(zoneId)),
  };
}

export function meanOf(field: Float64Array, cells: Int32Array): number {
  let sum = 0;
  for (let n = 0; n < cells.length; n++) sum += field[cells[n]!]!;
  return sum / max(1, cells.length);
}

/** A field between the middles of its cells, held at the rim; cells without metal take the nearest that has. */
function sampled(grid: PlateGrid, field: Float64Array, column: number, row: number): number {
  const c = min(grid.columns - 1, max(0, column));
  const r = min(grid.rows - 1, max(0, row));
  const c0 = min(grid.columns - 2, floor(c));
  const r0 = min(grid.rows - 2, floor(r));
  let sum = 0;
  let weights = 0;
  for (let corner = 0; corner < 4; corner++) {
    const cc = c0 + (corner & 1);
    const rr = r0 + (corner >> 1);
    const i = rr * grid.columns + cc;
    if (!grid.metal[i]) continue;
    const weight = (1 - abs(c - cc)) * (1 - abs(r - rr)) + 1e-9;
    sum += weight * field[i]!;
    weights += weight;
  }
  return weights > 0 ? sum / weights : nearestMetal(grid, field, c, r);
}

function nearestMetal(grid: PlateGrid, field: Float64Array, column: number, row: number): number {
  let best = 0;
  let bestOff = Infinity;
  for (let i = 0; i < field.length; i++) {
    if (!grid.metal[i]) continue;
    const off = hypot((i % grid.columns) - column, floor(i / grid.columns) - row);
    if (off < bestOff) [best, bestOff] = [field[i]!, off];
  }
  return best;
}
