import { familyOf } from '#core/formula';
import type { RunView } from './run-view.ts';
import { stationNow } from './station-now.ts';

/** Whether a batter is a film there: a thin one in a round pan, which is tilted. */
export function isSwirled(
  run: RunView,
  { formulaId, stationId }: { readonly formulaId: string; readonly stationId: string },
): boolean {
  return familyOf(run.formula(formulaId).type) === 'thin' && stationNow(run, stationId).shape.kind === 'round';
}
