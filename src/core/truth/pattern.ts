import { plateSizeMm, zoneMiddle, type StationBody, type Zone } from '#core/plate';

/** A cell's middle, mm from the plate's top left corner. */
export interface CellAt {
  readonly xMm: number;
  readonly yMm: number;
}

/** Widths of burners under a pan that nobody measured, as a share of the pan. Assumed. */
const ACROSS = { gas: 0.62, camping: 0.38, coil: 0.8, electric: 0.88, induction: 0.72 } as const;

/**
 * Heat that reaches each cell for each watt of a burner, 1/m²; over the metal it sums to one. A flame hits the metal in a
 * ring and its gas sweeps outwards, cooling; a coil glows in turns; a solid plate touches in its middle more than at its
 * rim; an induction coil heats between its turns; rows of flames under a griddle come out in blobs. Forms assumed, each
 * otherwise than the desk's own.
 */
export function heatPattern(
  station: StationBody,
  zone: Zone,
  cells: readonly CellAt[],
  cellM2: number,
  off: CellAt,
): Float64Array {
  const { widthMm, depthMm } = plateSizeMm(station);
  const middle = zoneMiddle(station, zone.id);
  const zoneWidth = widthMm / station.zones.length;
  const radius = (zone.acrossMm ?? Math.min(zoneWidth, depthMm) * (zone.source ? ACROSS[zone.source] : 1)) / 2;
  const weight = ({ xMm, yMm }: CellAt): number => {
    const dx = xMm - middle.xMm - off.xMm;
    const dy = yMm - middle.yMm - off.yMm;
    const r = Math.hypot(dx, dy) / radius;
    const inZone = Math.abs(xMm - middle.xMm) <= zoneWidth / 2 + 1e-9;
    if (station.shape.kind === 'rectangle' && zone.acrossMm === undefined)
      return zone.source === 'gas' || zone.source === 'camping' ? flamesInRow(dx, dy, zoneWidth) : Number(inZone);
    switch (zone.source) {
      case 'gas':
      case 'camping':
        return r < 0.75 ? Math.exp(-(((r - 0.75) / 0.28) ** 2)) : Math.exp(-(r - 0.75) / 0.3);
      case 'coil':
        return r > 1.05 ? 0 : 0.7 + 0.3 * Math.cos(2 * Math.PI * 3 * r);
      case 'electric':
        return r > 1 ? 0 : 1 - 0.25 * r * r;
      case 'induction':
        return Math.exp(-(((r - 0.55) / 0.32) ** 2));
      case undefined:
        return Number(inZone);
    }
  };
  const weights = Float64Array.from(cells, weight);
  const sum = weights.reduce((total, each) => total + each, 0) * cellM2;
  return weights.map((each) => each / sum);
}

/** Flames stand so far apart along a burner's tube, mm. Assumed. */
const FLAMES_APART_MM = 90;

function flamesInRow(dx: number, dy: number, zoneWidth: number): number {
  const across = Math.exp(-Math.abs(dx) / (0.33 * zoneWidth));
  return across * (1 + 0.2 * Math.cos((2 * Math.PI * dy) / FLAMES_APART_MM));
}
