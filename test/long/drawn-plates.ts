import { plateSimulator, type PlateTruth, type StationBody } from '#core/plate';
import { type StoveTurns } from '#core/rehearsal';
import { normal, seedFrom, seeded } from '#core/statistics';

// Plates of the desk's own structure, whose burners differ: against these the spread of its belief is held.

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

/** Cells of a hidden plate: a fifteenth of its smaller side, a griddle's near 3 cm. */
const CELLS = 15;

/** A hidden plate at work, from cold to a moment: what a simulated probe is pressed on. */
export function hiddenPlateAt(station: StationBody, truth: PlateTruth, { turns, roomC }: StoveTurns, atS: number) {
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
