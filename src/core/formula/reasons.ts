import { isEqual, omit } from 'es-toolkit';
import { filmOf } from './film-school.ts';
import type { FormulaBody } from './formula.ts';

/** Parts of a formula that carry a reason for what they choose. */
const PARTS = ['mix', 'rest', 'heat', 'portion', 'flip', 'fat', 'film'] as const;
const partOf = (body: FormulaBody, part: (typeof PARTS)[number]) => (part === 'film' ? filmOf(body) : body[part]);

/** Stands for a reason where a figure was changed and nobody said why. */
export const OWN_CHOICE = 'This kitchen’s own choice.';

/**
 * A changed formula whose reasons speak of what they stand beside: where a part's figures moved and its sentence did not,
 * the sentence explained something else, and the change is marked as the kitchen's own.
 */
export function withReasons(before: FormulaBody, after: FormulaBody): FormulaBody {
  const moved = PARTS.filter((part) => {
    const [was, is] = [partOf(before, part), partOf(after, part)];
    return was.reason === is.reason && !isEqual(omit(was, ['reason']), omit(is, ['reason']));
  });
  const typeMoved = before.type !== after.type && before.mix.reason === after.mix.reason ? (['mix'] as const) : [];
  return [...moved, ...typeMoved].reduce(
    (body, part) => ({ ...body, [part]: { ...partOf(body, part), reason: OWN_CHOICE } }),
    after,
  );
}
