import type { PlateGrid } from './field.ts';
import { plateSizeMm, zoneMiddle, type StationBody, type Zone } from './station.ts';

/**
 * How the heat of a burner lies under a plate. Forms assumed from how burners are built: a ring of flames a little
 * inside its width with hot gas sweeping outwards, an even disc, a ring over an induction coil; under a griddle a row of
 * flames along the depth.
 */
const FORM = {
  gas: { ringAt: 0.78, ringWidth: 0.2, swept: 0.15 },
  camping: { ringAt: 0.6, ringWidth: 0.25, swept: 0.2 },
  induction: { ringAt: 0.58, ringWidth: 0.2, swept: 0 },
} as const;
/** Width of burners under a pan that nobody measured, as a share of the pan. Assumed. */
const USUAL_ACROSS = { gas: 0.6, coil: 0.85, electric: 0.85, induction: 0.8, camping: 0.35 } as const;
/** Flames along a griddle: spread across their zone, and what is missing at the front and back ends. Assumed. */
const TUBE = { spread: 0.3, swept: 0.4, endsMm: 40 };

/** Where a burner sits, mm off the middle of its zone: a set-up the cook did not wish. */
export interface OffMiddle {
  readonly xMm: number;
  readonly yMm: number;
}

/**
 * Heat that reaches each cell for each watt of a burner, 1/m²: times cell area it sums to one over the metal. A burner
 * whose kind is not known heats its zone evenly.
 */
export function burnerPattern(
  station: StationBody,
  zone: Zone,
  grid: PlateGrid,
  off: OffMiddle = { xMm: 0, yMm: 0 },
): Float64Array {
  const { widthMm, depthMm } = plateSizeMm(station);
  const middle = zoneMiddle(station, zone.id);
  const zoneWidth = widthMm / station.zones.length;
  const tube = station.shape.kind === 'rectangle' && zone.source === 'gas' && zone.acrossMm === undefined;
  const smaller = Math.min(zoneWidth, depthMm);
  const radius = (zone.acrossMm ?? smaller * (zone.source ? USUAL_ACROSS[zone.source] : 1)) / 2;

  const weightAt = (x: number, y: number): number => {
    const inZone = Math.abs(x - middle.xMm) <= zoneWidth / 2 + 1e-9 ? 1 : 0;
    const dx = x - middle.xMm - off.xMm;
    const dy = y - middle.yMm - off.yMm;
    const source = zone.source;
    if (!source) return inZone;
    if (tube) {
      const row = Math.exp(-0.5 * (dx / (TUBE.spread * zoneWidth)) ** 2);
      const end = Math.min(1, Math.max(0, (Math.min(y, depthMm - y) + TUBE.endsMm / 2) / (1.5 * TUBE.endsMm)));
      return (TUBE.swept * inZone + (1 - TUBE.swept) * row) * end;
    }
    const r = Math.hypot(dx, dy) / radius;
    if (source === 'coil' || source === 'electric') return Math.min(1, Math.max(0, (1 - r) * 6 + 0.5));
    const { ringAt, ringWidth, swept } = FORM[source];
    const ring = Math.exp(-0.5 * ((r - ringAt) / ringWidth) ** 2);
    return (1 - swept) * ring + swept * Math.exp(-0.5 * (r / 1.3) ** 2);
  };

  const pattern = new Float64Array(grid.columns * grid.rows);
  let sum = 0;
  for (let row = 0, i = 0; row < grid.rows; row++)
    for (let column = 0; column < grid.columns; column++, i++) {
      if (!grid.metal[i]) continue;
      const weight = weightAt(((column + 0.5) * widthMm) / grid.columns, ((row + 0.5) * depthMm) / grid.rows);
      pattern[i] = weight;
      sum += weight;
    }
  const scale = 1 / (sum * grid.cellM ** 2);
  for (let i = 0; i < pattern.length; i++) pattern[i]! *= scale;
  return pattern;
}
