import type { RunView } from './run-view.ts';
import { zonesUsed } from './shared-plate.ts';

/** The first zone a formula of the brief is cooked on; nothing when it is not in the brief. */
export function firstZoneOf(run: RunView, formulaId: string) {
  const stationId = run.state.brief?.items.find((item) => item.formulaId === formulaId)?.stationIds[0];
  if (!stationId) return undefined;
  const [first = run.station(stationId).zones[0]!] = zonesUsed(run, formulaId, stationId);
  return { formulaId, stationId, zoneId: first.id };
}
