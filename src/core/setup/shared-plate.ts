import type { Zone } from '#core/plate';
import type { Place } from '#core/pour';
import { onStation, piecesOnPlates } from '#core/run';
import { placesIn } from './places.ts';
import { discInRun } from './poured-disc.ts';
import type { RunView } from './run-view.ts';
import { stationNow } from './station-now.ts';

/** The run's other batters on a station. */
export function batterBeside(run: RunView, formulaId: string, stationId: string): string[] {
  const items = run.state.brief?.items ?? [];
  return items.flatMap((item) =>
    item.formulaId !== formulaId && item.stationIds.includes(stationId) ? [item.formulaId] : [],
  );
}

/** Whether a hand said where the pieces of a batter lie on a station. */
const isLaid = (run: RunView, formulaId: string, stationId: string): boolean =>
  run.state.places.has(onStation(formulaId, stationId));

/** Where a hand laid the pieces of the run's other batters on a station, each as wide as it lies. */
export function laidBeside(run: RunView, formulaId: string, stationId: string): Place[] {
  return batterBeside(run, formulaId, stationId)
    .filter((other) => isLaid(run, other, stationId))
    .flatMap((other) => {
      const { diameterMm } = discInRun(run, other, stationId);
      return placesIn(run, other, stationId).map((place) => ({ diameterMm, ...place }));
    });
}

/** Two batters share a zone when a hand laid both, side by side: neither waits until the other is off. */
export function liesBeside(run: RunView, formulaId: string, otherId: string, stationId: string): boolean {
  return isLaid(run, formulaId, stationId) && isLaid(run, otherId, stationId);
}

/** The zones of a station that a batter uses: those its places were laid on and where a piece of it lies; else all. */
export function zonesUsed(run: RunView, formulaId: string, stationId: string): Zone[] {
  const { zones } = stationNow(run, stationId);
  if (!isLaid(run, formulaId, stationId)) return zones;
  const used = new Set(placesIn(run, formulaId, stationId).map(({ zoneId }) => zoneId));
  for (const piece of piecesOnPlates(run.state))
    if (piece.formulaId === formulaId && piece.stationId === stationId) used.add(piece.zoneId);
  return zones.filter(({ id }) => used.has(id));
}
