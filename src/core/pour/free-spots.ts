import { range, sortBy } from 'es-toolkit';
import { plateSizeMm, type StationBody } from '#core/plate';
import { GAP_MM, placesFault, type Spot } from './layout.ts';

type Lying = Parameters<typeof placesFault>[1][number];

/** Spots are tried so many to a piece's width. Numerical. */
const STEPS_A_PIECE = 12;
const LEAST_STEP_MM = 5; // Numerical.

/** Where one more piece of a width has room beside those that lie, with room between if there is any, nearest to the middle; nothing when none has. */
export function freeSpot(
  station: StationBody,
  lying: readonly Lying[],
  diameterMm: number,
  usualMm: number,
  gapMm = GAP_MM,
): Spot | null {
  const { widthMm, depthMm } = plateSizeMm(station);
  const from = ({ xMm, yMm }: Spot) => Math.hypot(xMm - widthMm / 2, yMm - depthMm / 2);
  const near = sortBy(spots(station, diameterMm), [from]);
  const within = (gap: number) => near.find((spot) => isClear(station, lying, { ...spot, diameterMm }, usualMm, gap));
  return within(gapMm) ?? within(0) ?? null;
}

/**
 * As many pieces of another width as have room beside those that lie, with the room of a turner between, back to front:
 * coins in the gaps that large ones leave.
 */
export function spotsBeside(
  station: StationBody,
  lying: readonly Lying[],
  diameterMm: number,
  usualMm: number,
  gapMm = GAP_MM,
): Spot[] {
  const all = [...lying];
  const found: Spot[] = [];
  for (const spot of spots(station, diameterMm)) {
    const next = { ...spot, diameterMm };
    if (!isClear(station, all, next, usualMm, gapMm)) continue;
    all.push(next);
    found.push(spot);
  }
  return found;
}

/** Whether a piece lies on the plate and so far from every other. */
function isClear(
  station: StationBody,
  lying: readonly Lying[],
  piece: Spot & { readonly diameterMm: number },
  usualMm: number,
  gapMm: number,
): boolean {
  const apart = ({ xMm, yMm, diameterMm = usualMm }: Lying) =>
    Math.hypot(xMm - piece.xMm, yMm - piece.yMm) >= (diameterMm + piece.diameterMm) / 2 + gapMm;
  return lying.every(apart) && placesFault(station, [piece], usualMm) === null;
}

function spots(station: StationBody, diameterMm: number): Spot[] {
  const { widthMm, depthMm } = plateSizeMm(station);
  const step = Math.max(LEAST_STEP_MM, Math.round(diameterMm / STEPS_A_PIECE));
  return range(step, depthMm, step).flatMap((yMm) => range(step, widthMm, step).map((xMm) => ({ xMm, yMm })));
}
