import type { Film } from './film.ts';

/** A film thinner than this is a hole to the eye, and tears there, m. Assumed. */
export const HOLE_M = 0.0001;
/** A hole smaller than this is lace, not a hole, m²: as wide as a fingertip. Common practice, no source. */
const LACE_M2 = 1e-4;
/** A dab runs thinner at its edge: so much more than the hole holds at the film's depth. Assumed: tuned with the prototype. */
const DAB_SHARE = 1.5;

/** A place that the film did not reach. */
interface Hole {
  readonly areaM2: number;
  /** From the middle of the plate, m. */
  readonly xM: number;
  readonly yM: number;
  /** What mends it, mL. */
  readonly dabMl: number;
}

/** A hole that an eye finds bares so much of its pan. Assumed: the middle between what covers and what falls short. */
const USUAL_HOLE = 0.07;

/** What mends a hole that was seen and not measured, of a pour, mL: it holds its share of the pour, and a dab's edge. */
export function dabMl(volumeMl: number): number {
  return DAB_SHARE * USUAL_HOLE * volumeMl;
}

export interface FilmShape {
  /** Share of the plate that is covered. */
  readonly coverage: number;
  readonly meanM: number;
  /** Standard deviation of the depth over its mean, where it is covered. */
  readonly unevenness: number;
  /** Largest first. */
  readonly holes: readonly Hole[];
  /** Share of the batter that ran up the wall; where a plate has none, in its outermost ring. */
  readonly rimShare: number;
}

/** The ring that counts as the rim, as a share of the plate's radius. Assumed. */
const RIM_FROM = 0.93;

/** Share of the plate that is covered. */
export function coveredShare({ plate, mobile, set }: Film): number {
  let cells = 0;
  let covered = 0;
  for (let i = 0; i < plate.length; i++) {
    if (plate[i] !== 1) continue;
    cells++;
    if (mobile[i]! + set[i]! >= HOLE_M) covered++;
  }
  return cells > 0 ? covered / cells : 0;
}

/** How a film lies: what it covers, how even, where its holes are and what would mend them. */
export function filmShape(film: Film): FilmShape {
  const { columns, rows, cellM, plate, mobile, set } = film;
  const [halfX, halfY] = [(columns * cellM) / 2, (rows * cellM) / 2];
  const walled = plate.includes(2);
  let [covered, sum, squares, all, rim] = [0, 0, 0, 0, 0];
  for (let i = 0; i < plate.length; i++) {
    if (!plate[i]) continue;
    const depth = mobile[i]! + set[i]!;
    all += depth;
    const [x, y] = placeOf(film, i);
    if (walled ? plate[i] === 2 : isRim(x / halfX, y / halfY, columns === rows)) rim += depth;
    if (depth < HOLE_M || plate[i] === 2) continue;
    covered++;
    sum += depth;
    squares += depth * depth;
  }
  const meanM = covered > 0 ? sum / covered : 0;
  const variance = covered > 0 ? Math.max(0, squares / covered - meanM * meanM) : 0;
  return {
    coverage: coveredShare(film),
    meanM,
    unevenness: meanM > 0 ? Math.sqrt(variance) / meanM : 0,
    holes: holesIn(film, meanM),
    rimShare: all > 0 ? rim / all : 0,
  };
}

function isRim(x: number, y: number, round: boolean): boolean {
  return round ? Math.hypot(x, y) > RIM_FROM : Math.max(Math.abs(x), Math.abs(y)) > RIM_FROM;
}

/** A cell's middle, m from the plate's: to the right, to the front. */
export function placeOf({ columns, rows, cellM }: Film, cell: number): readonly [number, number] {
  return [((cell % columns) + 0.5 - columns / 2) * cellM, (Math.floor(cell / columns) + 0.5 - rows / 2) * cellM];
}

/** Bare places that hang together, each with its middle and what mends it. */
function holesIn(film: Film, meanM: number): Hole[] {
  const { columns, rows, cellM, plate, mobile, set } = film;
  const seen = new Uint8Array(plate.length);
  const bare = (cell: number) => plate[cell] === 1 && mobile[cell]! + set[cell]! < HOLE_M;
  const holes: Hole[] = [];
  for (let start = 0; start < plate.length; start++) {
    if (seen[start] || !bare(start)) continue;
    seen[start] = 1;
    const inside = [start];
    for (let at = 0; at < inside.length; at++) {
      const cell = inside[at]!;
      const column = cell % columns;
      const row = (cell - column) / columns;
      for (const [c, r] of [
        [column - 1, row],
        [column + 1, row],
        [column, row - 1],
        [column, row + 1],
      ] as const) {
        if (c < 0 || r < 0 || c >= columns || r >= rows) continue;
        const next = r * columns + c;
        if (seen[next] || !bare(next)) continue;
        seen[next] = 1;
        inside.push(next);
      }
    }
    const areaM2 = inside.length * cellM * cellM;
    if (areaM2 < LACE_M2) continue;
    const places = inside.map((cell) => placeOf(film, cell));
    const mean = (axis: 0 | 1) => places.reduce((total, place) => total + place[axis], 0) / places.length;
    holes.push({ areaM2, xM: mean(0), yM: mean(1), dabMl: DAB_SHARE * areaM2 * meanM * 1e6 });
  }
  return holes.sort((a, b) => b.areaM2 - a.areaM2);
}
