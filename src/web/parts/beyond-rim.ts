import type { PouredFilm } from '#core/swirl';

/** Beyond the rim a film is taken to go on as at the rim: its pictures are cut out round. */
export function beyondRim({ columns, rows, depthM }: PouredFilm): Float64Array {
  return depthM.map((depth, i) => {
    const x = (i % columns) + 0.5 - columns / 2;
    const y = Math.floor(i / columns) + 0.5 - rows / 2;
    const inside = (columns / 2 - 1) / Math.hypot(x, y);
    if (inside >= 1) return depth;
    return depthM[Math.floor(rows / 2 + inside * y) * columns + Math.floor(columns / 2 + inside * x)]!;
  });
}
