/** A plate cut into lines along an axis. Each line is one stretch: plates are convex. */
export interface FilmLines {
  /** From one cell to the next of a line, and from one line to the next. */
  readonly along: number;
  readonly across: number;
  /** Of each line its first cell on the plate, and the one after its last. */
  readonly from: Int32Array;
  readonly to: Int32Array;
  /** Of each cell its neighbours across the lines, itself where the plate ends, and one over the way between the two, 1/m. */
  readonly before: Int32Array;
  readonly after: Int32Array;
  readonly perM: Float64Array;
}

/** Lines to the right, or to the front. @param plate 0 beyond the plate, row by row */
export function filmLines(
  { columns, rows, cellM, plate }: { columns: number; rows: number; cellM: number; plate: Uint8Array },
  axis: 'x' | 'y',
): FilmLines {
  const [length, count] = axis === 'x' ? [columns, rows] : [rows, columns];
  const [along, across] = axis === 'x' ? [1, columns] : [columns, 1];
  const from = new Int32Array(count);
  const to = new Int32Array(count);
  const before = new Int32Array(plate.length);
  const after = new Int32Array(plate.length);
  const perM = new Float64Array(plate.length);
  const isPlate = (k: number, i: number) => k >= 0 && k < count && plate[k * across + i * along]! > 0;
  for (let k = 0; k < count; k++) {
    const inLine = Array.from({ length }, (_, i) => i).filter((i) => isPlate(k, i));
    from[k] = inLine[0] ?? 0;
    to[k] = (inLine.at(-1) ?? -1) + 1;
    for (const i of inLine) {
      const cell = k * across + i * along;
      before[cell] = isPlate(k - 1, i) ? cell - across : cell;
      after[cell] = isPlate(k + 1, i) ? cell + across : cell;
      const cells = (after[cell]! - before[cell]!) / across;
      perM[cell] = cells > 0 ? 1 / (cells * cellM) : 0;
    }
  }
  return { along, across, from, to, before, after, perM };
}
