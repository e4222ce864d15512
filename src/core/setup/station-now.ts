import type { StationBody, Zone } from '#core/plate';
import { zoneKey, type Pins, type RunState } from '#core/run';
import { stationOf } from './station-in-run.ts';

/** A station as it stands now: its plates over the burners they were last put on. @throws RangeError when not pinned. */
export function stationNow(pins: Pins, state: Pick<RunState, 'zones'>, stationId: string): StationBody {
  const station = stationOf(pins, stationId);
  const swapped = station.zones.some(({ id }) => state.zones.get(zoneKey(stationId, id))?.swaps.length);
  if (!swapped) return station;
  return {
    ...station,
    zones: station.zones.map((zone): Zone => {
      const last = state.zones.get(zoneKey(stationId, zone.id))?.swaps.at(-1);
      return last ? { ...last.burner, id: zone.id } : zone;
    }),
  };
}

/** @throws RangeError when the station has no such zone. */
export function zoneOf(station: StationBody, zoneId: string): Zone {
  const zone = station.zones.find((candidate) => candidate.id === zoneId);
  if (!zone) throw new RangeError(`${station.name} has no zone ${zoneId}.`);
  return zone;
}
