import { STANDARD_GRAVITY_MS2 } from '#core/units';
import { DRY_M, dryFilm, flow, type Film, type Flow, type Pull } from './film.ts';
import { fluxTable, type Rheology } from './rheology.ts';
import type { FilmWay } from './way.ts';
import { setDepthAt, setDepths, type HotPlate, type SetDepths } from './setting.ts';

const { cos, hypot, max, min, sin } = Math; // bound once: asked for at every cell of every step

/** The base of a pan or a flat plate, mm. */
type Base =
  | { readonly kind: 'round'; readonly diameterMm: number }
  | { readonly kind: 'rectangle'; readonly widthMm: number; readonly depthMm: number };

/** A wall about a round base: how steep it rises, degrees, and how far out it goes, mm. */
interface Wall {
  readonly slopeDeg: number;
  readonly wideMm: number;
}

/** What a pour is swirled over and how it runs. */
export interface SwirlSetup {
  readonly base: Base;
  readonly batter: Rheology;
  readonly batterC: number;
  readonly plate: HotPlate;
  /** Cells across the longer side. */
  readonly cells: number;
  /** Tilted when it is left out. */
  readonly way?: FilmWay;
  /** Left out: the film ends at the base's rim. */
  readonly wall?: Wall;
}

/** A film on its pan while it is swirled. */
export interface PanFilm {
  readonly film: Film;
  readonly flow: Flow;
  readonly sets: SetDepths;
  atS: number;
}

const MM_PER_M = 1000; // Definition.

export function dryPan({ base, batter, batterC, plate, cells, wall }: SwirlSetup): PanFilm {
  const wideMm = base.kind === 'round' ? (wall?.wideMm ?? 0) : 0;
  const [widthMm, depthMm] = sizeOf(base).map((mm) => mm + 2 * wideMm) as [number, number];
  const cellM = max(widthMm, depthMm) / MM_PER_M / cells;
  const radiusM = base.kind === 'round' ? base.diameterMm / 2 / MM_PER_M : Infinity;
  const steep = Math.tan(((wall?.slopeDeg ?? 0) * Math.PI) / 180);
  const risesM = (xM: number, yM: number): number | null => {
    const overM = hypot(xM, yM) - radiusM;
    return overM > wideMm / MM_PER_M ? null : steep * max(0, overM);
  };
  const count = (mm: number) => max(1, Math.round(mm / MM_PER_M / cellM));
  return {
    film: dryFilm(count(widthMm), count(depthMm), cellM, risesM),
    flow: { batter, table: fluxTable(batter) },
    sets: setDepths(plate, batterC),
    atS: 0,
  };
}

export function areaMm2(base: Base): number {
  return base.kind === 'round' ? (Math.PI * base.diameterMm ** 2) / 4 : base.widthMm * base.depthMm;
}

function sizeOf(base: Base): readonly [number, number] {
  return base.kind === 'round' ? [base.diameterMm, base.diameterMm] : [base.widthMm, base.depthMm];
}

/** A ladle's stream as it lands, m. Assumed. */
const STREAM_M = 0.02;
/** A bottle's stream as it lands, m. Assumed. */
const NOZZLE_M = 0.006;
const M3_PER_ML = 1e-6; // Definition.

/** Batter that falls onto the plate in a stream so wide, at a spot from its middle. What would fall beside the plate is not poured. */
export function pourOn({ film }: PanFilm, volumeM3: number, at: { xM: number; yM: number }, streamM: number): void {
  const { columns, rows, cellM, plate, mobile } = film;
  const cells: number[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const xM = (column + 0.5 - columns / 2) * cellM - at.xM;
      const yM = (row + 0.5 - rows / 2) * cellM - at.yM;
      const cell = row * columns + column;
      if (plate[cell] && hypot(xM, yM) <= max(streamM, cellM * 0.75)) cells.push(cell);
    }
  for (const cell of cells) mobile[cell]! += volumeM3 / cells.length / (cellM * cellM);
}

/** What of a pour, even over so many seconds, falls in a step that begins `sinceS` after it began: in the middle, or from a bottle at a spot. */
export function pourFor(
  pan: PanFilm,
  volumeMl: number,
  pourS: number,
  sinceS: number,
  stepS: number,
  bottleAt?: { readonly xM: number; readonly yM: number },
): void {
  const fallsS = min(stepS, pourS - sinceS);
  if (fallsS <= 0) return;
  pourOn(pan, (volumeMl * M3_PER_ML * fallsS) / pourS, bottleAt ?? { xM: 0, yM: 0 }, bottleAt ? NOZZLE_M : STREAM_M);
}

/** Gravity on a plate that is tilted by an angle towards a direction, both radians; 0 is to the right, a quarter turn to the front. */
export function pullOf(tiltRad: number, towardsRad: number): Pull {
  const along = STANDARD_GRAVITY_MS2 * sin(tiltRad);
  return {
    x: along * cos(towardsRad),
    y: along * sin(towardsRad),
    z: STANDARD_GRAVITY_MS2 * cos(tiltRad),
  };
}

/** The film a moment later, in place: what is mobile flows, and what has lain long enough holds. */
export function stepFilm(pan: PanFilm, pull: Pull, stepS: number): void {
  const { film } = pan;
  flow(film, pan.flow, pull, stepS);
  pan.atS += stepS;
  const { mobile, set, wetS } = film;
  for (let i = 0; i < mobile.length; i++) {
    const depthM = mobile[i]! + set[i]!;
    if (depthM <= DRY_M) continue;
    wetS[i] = wetS[i]! < 0 ? 0 : wetS[i]! + stepS;
    const holds = min(depthM, setDepthAt(pan.sets, wetS[i]!));
    if (holds <= set[i]!) continue;
    set[i] = holds;
    mobile[i] = depthM - holds;
  }
}
