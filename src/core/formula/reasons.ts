import { isEqual, omit } from 'es-toolkit';
import type { FormulaBody } from './formula.ts';

/** Parts of a formula that carry a reason for what they choose. */
const PARTS = ['mix', 'rest', 'heat', 'portion', 'flip', 'fat'] as const;

/** Stands for a reason where a figure was changed and nobody said why. */
export const OWN_CHOICE = 'This kitchen’s own choice.';

/**
 * A changed formula whose reasons speak of what they stand beside: where a part's figures moved and its sentence did not,
 * the sentence explained something else, and the change is marked as the kitchen's own.
 */
export function withReasons(before: FormulaBody, after: FormulaBody): FormulaBody {
  const moved = PARTS.filter((part) => {
    const [was, is] = [before[part], after[part]];
    return was.reason === is.reason && !isEqual(omit(was, ['reason']), omit(is, ['reason']));
  });
  const typeMoved = before.type !== after.type && before.mix.reason === after.mix.reason ? (['mix'] as const) : [];
  return [...moved, ...typeMoved].reduce(
    (body, part) => ({ ...body, [part]: { ...body[part], reason: OWN_CHOICE } }),
    after,
  );
}
