import { familyOf, filmOf, type FilmSchool } from '#core/formula';
import type { RunView } from './run-view.ts';
import { stationNow } from './station-now.ts';

/** Whether a batter is run to a film there: a thin one in a round pan, or one that a spreader draws out on any flat plate. */
export function isSwirled(
  run: RunView,
  { formulaId, stationId }: { readonly formulaId: string; readonly stationId: string },
): boolean {
  const body = run.formula(formulaId);
  if (familyOf(body.type) !== 'thin') return false;
  const { kind } = stationNow(run, stationId).shape;
  return kind === 'round' || (kind === 'rectangle' && filmOf(body).school === 'spreader');
}

/** How a film is made there, whether its pan may be held in the air, and whether it is while the film runs. */
export function filmOn(
  run: RunView,
  { formulaId, stationId }: { readonly formulaId: string; readonly stationId: string },
): { readonly school: FilmSchool; readonly inHand: boolean; readonly lifted: boolean } {
  const { school, heat } = filmOf(run.formula(formulaId));
  const inHand = stationNow(run, stationId).shape.kind === 'round' && school !== 'spreader';
  return { school, inHand, lifted: inHand && heat === 'off' };
}
