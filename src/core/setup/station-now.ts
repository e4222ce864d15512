import type { RunView } from './run-view.ts';
import type { StationBody, Zone } from '#core/plate';
import { zoneKey } from '#core/run';

/** A station as it stands now: its plates over the burners they were last put on. @throws RangeError when not pinned. */
export function stationNow(run: RunView, stationId: string): StationBody {
  const station = run.station(stationId);
  const swapped = station.zones.some(({ id }) => run.state.zones.get(zoneKey(stationId, id))?.swaps.length);
  if (!swapped) return station;
  return {
    ...station,
    zones: station.zones.map((zone): Zone => {
      const last = run.state.zones.get(zoneKey(stationId, zone.id))?.swaps.at(-1);
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
