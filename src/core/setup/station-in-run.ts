import type { StationBody } from '#core/plate';
import { pinnedStation, type Pins, type RunState } from '#core/run';
import { calibratedBody } from './calibrated-station.ts';

/** A station as it was pinned and as its readings say it is. @throws RangeError when the run did not pin it. */
export function stationOf(pins: Pins, stationId: string): StationBody {
  const pinned = pinnedStation(pins, stationId);
  if (!pinned) throw new RangeError(`Station ${stationId} is not pinned by this run.`);
  let body = CALIBRATED.get(pinned);
  if (!body) CALIBRATED.set(pinned, (body = calibratedBody(pinned.body, pinned.calibration)));
  return body;
}

/** Worked out once for each pinned station: it is asked for at every tick, and is a key of what is known of its pattern. */
const CALIBRATED = new WeakMap<Pins['stations'][number], StationBody>();

/** The first zone a formula of the brief is cooked on; nothing when it is not in the brief. */
export function firstZoneOf(pins: Pins, state: Pick<RunState, 'brief'>, formulaId: string) {
  const stationId = state.brief?.items.find((item) => item.formulaId === formulaId)?.stationIds[0];
  return stationId && { formulaId, stationId, zoneId: stationOf(pins, stationId).zones[0]!.id };
}
