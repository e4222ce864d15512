import type { RunView } from '#core/setup';
import { spotField, spotSpreadC } from '#core/inference';
import { besideZoneC, patternOf, zoneAt } from '#core/plate';
import type { LayoutWish, Place } from '#core/pour';
import { pinnedStation } from '#core/run';
import { placesIn } from '#core/setup';
import { stationNow } from '#core/setup';

/**
 * Places of a batter on a station by wish; with `even`, only where the plate stands within the batter's span while its
 * zones hold the batter's surface, by its burners' pattern and what was read of its spots before the run.
 */
export function wishedPlaces(
  run: RunView,
  formulaId: string,
  stationId: string,
  { even, ...wish }: Omit<LayoutWish, 'mayLie'> & { readonly even: boolean },
): Place[] {
  if (!even) return placesIn(run, formulaId, stationId, wish);
  const { targetC, lowC, highC } = run.formula(formulaId).heat;
  const station = stationNow(run, stationId);
  const pattern = patternOf(station, run.pins.roomC, run.memo);
  const spreadC = spotSpreadC(pattern.unevenC);
  const calibration = pinnedStation(run.pins, stationId)?.calibration ?? [];
  const fields = new Map(calibration.map(({ zoneId, spots }) => [zoneId, spotField(spots, spreadC)]));
  const mayLie = (xMm: number, yMm: number) => {
    const at = { xMm, yMm };
    const read = fields.get(zoneAt(station, xMm).id)?.(at).interceptC ?? 0;
    const surfaceC = targetC + besideZoneC(pattern, at, targetC) + read;
    return surfaceC >= lowC && surfaceC <= highC;
  };
  return placesIn(run, formulaId, stationId, { ...wish, mayLie });
}
