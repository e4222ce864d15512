import { spotField, spotSpreadC } from '#core/adapt';
import { besideZoneC, patternOf, zoneAt } from '#core/plate';
import type { LayoutWish, Place } from '#core/pour';
import { pinnedStation, type Pins, type RunState } from '#core/run';
import { formulaOf, placesIn } from '#core/setup';
import { stationNow } from '#core/setup';

/**
 * Places of a batter on a station by wish; with `even`, only where the plate stands within the batter's span while its
 * zones hold the batter's surface, by its burners' pattern and what was read of its spots before the run.
 */
export function wishedPlaces(
  pins: Pins,
  state: RunState,
  formulaId: string,
  stationId: string,
  { even, ...wish }: Omit<LayoutWish, 'mayLie'> & { readonly even: boolean },
): Place[] {
  if (!even) return placesIn(pins, state, formulaId, stationId, wish);
  const { targetC, lowC, highC } = formulaOf(pins, formulaId).heat;
  const station = stationNow(pins, state, stationId);
  const spreadC = spotSpreadC(patternOf(station, pins.roomC).unevenC);
  const calibration = pinnedStation(pins, stationId)?.calibration ?? [];
  const fields = new Map(calibration.map(({ zoneId, spots }) => [zoneId, spotField(spots, spreadC)]));
  const mayLie = (xMm: number, yMm: number) => {
    const at = { xMm, yMm };
    const read = fields.get(zoneAt(station, xMm).id)?.(at).interceptC ?? 0;
    const surfaceC = targetC + besideZoneC(station, at, targetC, pins.roomC) + read;
    return surfaceC >= lowC && surfaceC <= highC;
  };
  return placesIn(pins, state, formulaId, stationId, { ...wish, mayLie });
}
