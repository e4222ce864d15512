import type { RunView } from './run-view.ts';
import { FormulaFault, SUBSTITUTIONS, substituteAll, type FormulaBody } from '#core/formula';

/** A formula as this run makes it: with what stands in for what was not in the house. */
export function bodyInRun(run: RunView, formulaId: string): FormulaBody {
  const body = run.formula(formulaId);
  const ids = run.state.batters.get(formulaId)?.standInIds ?? [];
  if (ids.length === 0) return body;
  const chain = ids.flatMap((id) => SUBSTITUTIONS.filter((each) => each.id === id));
  try {
    return substituteAll(body, chain);
  } catch (error) {
    if (error instanceof FormulaFault) return body;
    throw error;
  }
}
