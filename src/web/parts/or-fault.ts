import { FormulaFault } from '#core/formula';
import type { Larder } from '#core/ingredients';
import { t } from '../words/index.ts';
import { ingredientName } from './format.ts';

/** What a computation of a formula gives, or the fault in the cook's wish; other errors are thrown on. */
export function orFault<T>(
  work: () => T,
): { readonly value: T; readonly fault: null } | { readonly value: null; readonly fault: FormulaFault } {
  try {
    return { value: work(), fault: null };
  } catch (error) {
    if (!(error instanceof FormulaFault)) throw error;
    return { value: null, fault: error };
  }
}

/** A fault in a cook's words. */
export function faultWords(fault: FormulaFault, larder: Larder): string {
  return t(`fault.${fault.code}`, { name: ingredientName(fault.about, larder) });
}
