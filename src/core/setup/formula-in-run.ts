import { FormulaFault, SUBSTITUTIONS, substituteAll, type FormulaBody } from '#core/formula';
import { pinnedFormula, type Pins, type RunState } from '#core/run';

/** A formula as this run makes it: with what stands in for what was not in the house. */
export function bodyInRun(pins: Pins, state: Pick<RunState, 'batters'>, formulaId: string): FormulaBody {
  const body = formulaOf(pins, formulaId);
  const ids = state.batters.get(formulaId)?.standInIds ?? [];
  if (ids.length === 0) return body;
  const chain = ids.flatMap((id) => SUBSTITUTIONS.filter((each) => each.id === id));
  try {
    return substituteAll(body, chain);
  } catch (error) {
    if (error instanceof FormulaFault) return body;
    throw error;
  }
}

/** @throws RangeError when the run did not pin it. */
export function formulaOf(pins: Pins, formulaId: string): FormulaBody {
  const pinned = pinnedFormula(pins, formulaId);
  if (!pinned) throw new RangeError(`Formula ${formulaId} is not pinned by this run.`);
  return pinned.body;
}
