import { PROBE_SD_C, type SpotOnPlate, type StationBody } from '#core/plate';
import { drawnPlate } from './drawn-kitchen.ts';
import type { Kitchen } from './kitchen.ts';
import { kitchenPlate, type KitchenPlate } from './kitchen-plate.ts';
import { normal, seedFrom, seeded } from '#core/statistics';

/** How the burners of a stove were turned since it was cold: from the first turn at 0 s. */
export interface StoveTurns {
  readonly turns: readonly { readonly atS: number; readonly zoneId: string; readonly mark: number }[];
  readonly roomC: number;
}

/** A station's plate and its burners as they truly are. */
export type HiddenStove = Kitchen['stations'][number]['hidden'];

/** The truth of a station, drawn from a seed: a burner keeps its faults under any pan. */
export function drawnStove(station: StationBody, seed: number): HiddenStove {
  return { ...drawnPlate(station.name, station, seed), spots: [], wind: 0 };
}

/** An empty plate as it truly is so long after it was cold: what a simulated probe is pressed on. */
export function heatedStove(
  station: StationBody,
  hidden: HiddenStove,
  { turns, roomC }: StoveTurns,
  atS: number,
  seed: number,
): KitchenPlate {
  const plate = kitchenPlate({ body: station, hidden }, roomC, seed, 'own');
  for (const turn of [...turns].sort((a, b) => a.atS - b.atS)) {
    if (turn.atS > atS) break;
    plate.advanceTo(turn.atS);
    plate.turn(turn.zoneId, turn.mark);
  }
  plate.advanceTo(atS);
  return plate;
}

/** What a probe shows of a truth, °C: with its own noise, the same for the same second. */
export function probeShows(trueC: number, spot: SpotOnPlate, atS: number, seed: number): number {
  const random = seeded(seedFrom(`probe ${Math.round(spot.xMm)} ${Math.round(spot.yMm)} ${Math.floor(atS)}`, seed));
  return Math.round((trueC + PROBE_SD_C * normal(random)) * 2) / 2;
}
