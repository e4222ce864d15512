import { plateSizeMm, zoneAt, type StationBody } from '#core/plate';
import { latticeSpots, type Spot as LatticeSpot } from './lattice.ts';
import type { PlacePour } from './place-pour.ts';
import { roundSpots } from './round.ts';

/** A spot for one piece. Coordinates in mm from the plate's top left corner (seen from above). */
export interface Place {
  readonly id: string;
  readonly zoneId: string;
  readonly xMm: number;
  readonly yMm: number;
  /** Its own pour, and how wide that lies; absent: as all others. */
  readonly pour?: PlacePour | undefined;
  readonly diameterMm?: number | undefined;
}

/** Coordinates in mm from the plate's top left corner. */
export type Spot = Pick<Place, 'xMm' | 'yMm'>;

/** Room for a spatula between pieces, and from the edge of a griddle. Common practice, no source. */
export const GAP_MM = 20;
export const MARGIN_MM = 10;
/** A pan's side is low enough to come closer. Common practice, no source. */
const ROUND_MARGIN_MM = 5;

/** How pieces are laid: room between them and from the edge, by burner or over the whole plate, and where they may lie. */
export interface LayoutWish {
  readonly gapMm?: number;
  readonly marginMm?: number;
  /** `zones`: no piece across two burners, the same places on each. `plate`: as many as the whole plate takes. */
  readonly over?: 'zones' | 'plate';
  /** False where no piece should lie: too hot, too cool, or kept free. */
  readonly mayLie?: (xMm: number, yMm: number) => boolean;
}

/**
 * Places for discs of `diameterMm` on a station, marked zone by zone in reading order: A1, A2, …
 * Rectangles: the best of several lattices, moved about where some places may not lie. Round plates: the tightest known
 * packings; a disc that fills the plate lies in its middle. Wells: one piece each.
 */
export function placesOn(station: StationBody, diameterMm: number, wish: LayoutWish = {}): Place[] {
  const { shape, zones } = station;
  const gapMm = wish.gapMm ?? GAP_MM;
  const mayLie = wish.mayLie ?? (() => true);
  if (shape.kind === 'wells') {
    const spots = roundSpots(shape.diameterMm / 2, shape.wellMm, 0, 0, shape.count);
    return marked(
      station,
      spots.filter(([x, y]) => mayLie(x, y)),
    );
  }
  if (shape.kind === 'round') {
    const margin = wish.marginMm ?? ROUND_MARGIN_MM;
    const radius = shape.diameterMm / 2;
    const alone: LatticeSpot[] = diameterMm <= shape.diameterMm + 0.5 ? [[radius, radius]] : [];
    const several = roundSpots(radius, diameterMm, gapMm, margin);
    return marked(
      station,
      (several.length > 1 ? several : alone).filter(([x, y]) => mayLie(x, y)),
    );
  }
  const margin = wish.marginMm ?? MARGIN_MM;
  const room = { gapMm, marginMm: margin, diameterMm };
  if (wish.over === 'plate') return marked(station, latticeSpots(shape.widthMm, shape.depthMm, room, mayLie));
  const zoneWidth = shape.widthMm / zones.length;
  const byZone = zones.flatMap((_zone, index) =>
    latticeSpots(zoneWidth, shape.depthMm, room, (x, y) => mayLie(x + index * zoneWidth, y)).map(
      ([x, y]): LatticeSpot => [x + index * zoneWidth, y],
    ),
  );
  // a giant that no burner holds alone lies across several
  if (!byZone.length && zoneWidth - 2 * margin < diameterMm)
    return placesOn(station, diameterMm, { ...wish, over: 'plate' });
  return marked(station, byZone);
}

function marked(station: StationBody, spots: readonly LatticeSpot[]): Place[] {
  return markedSpots(
    station,
    spots.map(([xMm, yMm]) => ({ xMm, yMm })),
  );
}

/** Places marked zone by zone, row by row; what else is said of a spot stays with it. */
export function markedSpots<S extends Spot>(
  station: StationBody,
  spots: readonly S[],
  /** Marks that another batter on the same plate has. */
  taken: ReadonlySet<string> = new Set(),
): (S & Place)[] {
  const counts = new Map<string, number>();
  return [...spots]
    .sort((a, b) => (Math.abs(a.yMm - b.yMm) > SAME_ROW_MM ? a.yMm - b.yMm : a.xMm - b.xMm))
    .map((spot) => ({ ...spot, zoneId: zoneAt(station, spot.xMm).id }))
    .sort((a, b) => a.zoneId.localeCompare(b.zoneId)) // the sort is stable: rows stay in order within a zone
    .map((spot) => {
      let number = (counts.get(spot.zoneId) ?? 0) + 1;
      while (taken.has(`${spot.zoneId}${number}`)) number++;
      counts.set(spot.zoneId, number);
      return { ...spot, id: `${spot.zoneId}${number}` };
    });
}

/** Places of one row are this near to one line, mm. Common practice, no source. */
const SAME_ROW_MM = 12;

/** What is wrong with places that a hand laid: pieces that touch, or lie off the plate; nothing when they stand. Those without a width of their own have the usual one. */
export function placesFault(
  station: StationBody,
  places: readonly Pick<Place, 'xMm' | 'yMm' | 'diameterMm'>[],
  usualMm: number,
): 'touching' | 'offPlate' | null {
  const { widthMm, depthMm } = plateSizeMm(station);
  const slack = 0.5; // half a millimetre of rounding
  for (const [index, { xMm, yMm, diameterMm = usualMm }] of places.entries()) {
    const radius = diameterMm / 2;
    const inside =
      station.shape.kind === 'rectangle'
        ? Math.min(xMm, widthMm - xMm, yMm, depthMm - yMm) >= radius - slack
        : Math.hypot(xMm - widthMm / 2, yMm - depthMm / 2) <= widthMm / 2 - radius + slack;
    if (!inside) return 'offPlate';
    for (const other of places.slice(0, index))
      if (Math.hypot(xMm - other.xMm, yMm - other.yMm) < radius + (other.diameterMm ?? usualMm) / 2 - slack)
        return 'touching';
  }
  return null;
}
