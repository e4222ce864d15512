import type { BatterType } from '#core/formula';
import { ingredientOf, type Larder } from '#core/ingredients';
import type { Sentence } from '#core/method-text';
import type { PastedLine } from './recipe-line.ts';

/** By what a type was guessed. Each has its sentence in the message catalogue. */
type TypeReason = 'whipped' | 'coarse' | 'rises' | 'muchEgg' | 'nothingRises' | 'yeast' | 'noGrain';
export interface GuessedType {
  readonly value: BatterType;
  readonly why: TypeReason;
}

const WHIPPED =
  /\b(?:whip|beat|whisk)\w*\b[^.]*\bwhites\b|\bwhites\b[^.]*\b(?:peaks?|stiff|whipped|beaten|snow|foam|fold\w*)\b/;
const COARSE: ReadonlySet<string> = new Set(['cornmeal', 'cornmealDegermed', 'rolledOats', 'masaFlour', 'semolina']);
const YEASTS: ReadonlySet<string> = new Set(['dryYeast', 'freshYeast', 'sourdoughStarter']);
/** From this share of the grain on a meal says how the batter behaves. Assumed. */
const MUCH_MEAL = 0.4;
/** Egg to grain by weight from which whites carry it, and from which a thin batter is a rich one. Assumed. */
const WHITES_CARRY = 0.8;
const EGG_RICH = 1.2;

/** What kind of batter a text makes: a suggestion for the cook to change. */
export function batterTypeOf(
  lines: readonly Pick<PastedLine, 'ingredientId' | 'amount'>[],
  sentences: readonly Sentence[],
  larder: Larder,
): GuessedType {
  const gramsOf = (test: (id: string) => boolean) =>
    lines.reduce((sum, line) => sum + (line.ingredientId && test(line.ingredientId) ? (line.amount?.g ?? 0) : 0), 0);
  const roleIs = (role: string) => (id: string) => ingredientOf(larder, id).role === role;
  const grainG = gramsOf(roleIs('grain'));
  const eggG = gramsOf(roleIs('egg'));
  if (!(grainG > 0)) return { value: 'other', why: 'noGrain' };
  const whipped = sentences.some(({ words }) => WHIPPED.test(words));
  if (whipped && eggG > grainG * WHITES_CARRY) return { value: 'whippedWhite', why: 'whipped' };
  const rises = gramsOf(roleIs('powder')) + gramsOf(roleIs('soda')) + gramsOf((id) => id === 'selfRaisingFlour') > 0;
  if (lines.some(({ ingredientId }) => ingredientId && YEASTS.has(ingredientId)))
    return { value: 'yeast', why: 'yeast' };
  // soaked flakes with powder rise as any batter does
  const coarseG = gramsOf((id) => COARSE.has(id) && !(rises && id === 'rolledOats'));
  if (coarseG >= grainG * MUCH_MEAL && coarseG > 0) return { value: 'coarseMeal', why: 'coarse' };
  if (rises) return { value: 'leavened', why: 'rises' };
  return grainG > 0 && eggG >= grainG * EGG_RICH
    ? { value: 'eggRichThin', why: 'muchEgg' }
    : { value: 'thin', why: 'nothingRises' };
}
