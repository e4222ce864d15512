import { PROBE_SD_C, plateSimulator, type PlateTruth, type SpotOnPlate, type StationBody } from '#core/plate';
import { normal, seedFrom, seeded } from './random.ts';

/** How far burners and plates differ from what is written of them. Assumed, about what kitchens differ by. */
export interface PlateSpread {
  /** ln of burner strength, and of losses to the room. */
  readonly lnGain: number;
  readonly lnLoss: number;
  /** Thermostats, °C. */
  readonly setC: number;
  /** Burners off the middle of their zone, mm. */
  readonly offMm: number;
}

export const PLATE_SPREAD: PlateSpread = { lnGain: 0.11, lnLoss: 0.05, setC: 10, offMm: 12 };

/** The truth of a plate over its burners: drawn from a seed by burner, so that a burner keeps its faults under any pan. */
export function hiddenPlate(station: StationBody, seed: number, spread: PlateSpread = PLATE_SPREAD): PlateTruth {
  const draw = (what: string, zoneId: string) => {
    const zone = station.zones.find((candidate) => candidate.id === zoneId);
    return normal(seeded(seedFrom(`${what} ${zone?.burnerId ?? `${station.name}/${zoneId}`}`, seed)));
  };
  const byZone = <T>(make: (zoneId: string) => T) => Object.fromEntries(station.zones.map(({ id }) => [id, make(id)]));
  return {
    gain: byZone((id) => Math.exp(spread.lnGain * draw('gain', id))),
    setErrorC: byZone((id) => spread.setC * draw('set', id)),
    off: byZone((id) => ({ xMm: spread.offMm * draw('offX', id), yMm: spread.offMm * draw('offY', id) })),
    lossFactor: Math.exp(spread.lnLoss * normal(seeded(seedFrom(`loss ${station.name}`, seed)))),
  };
}

/** How the burners of a plate were turned since it was cold: from the first turn at 0 s. */
export interface PlateTurns {
  readonly turns: readonly { readonly atS: number; readonly zoneId: string; readonly mark: number }[];
  readonly roomC: number;
}

/** Cells of a hidden plate: a fifteenth of its smaller side, a griddle's near 3 cm. */
const CELLS = 15;

/** A hidden plate at work, from cold to a moment: what a simulated probe is pressed on. */
export function hiddenPlateAt(station: StationBody, truth: PlateTruth, { turns, roomC }: PlateTurns, atS: number) {
  const { shape } = station;
  const smallerMm = shape.kind === 'rectangle' ? Math.min(shape.widthMm, shape.depthMm) : shape.diameterMm;
  const plate = plateSimulator(
    station,
    { startC: roomC, ambientC: roomC },
    { cellMm: smallerMm / CELLS, stepS: 5 },
    truth,
  );
  for (const turn of [...turns].sort((a, b) => a.atS - b.atS)) {
    if (turn.atS > atS) break;
    plate.advanceTo(turn.atS);
    plate.turn(turn.zoneId, turn.mark);
  }
  plate.advanceTo(atS);
  return plate;
}

/** What a probe shows at a spot of a hidden plate: the truth there with the probe's own noise, the same for the same second. */
export function probeShows(trueC: number, spot: SpotOnPlate, atS: number, seed: number): number {
  const random = seeded(seedFrom(`probe ${Math.round(spot.xMm)} ${Math.round(spot.yMm)} ${Math.floor(atS)}`, seed));
  return Math.round((trueC + PROBE_SD_C * normal(random)) * 2) / 2;
}
