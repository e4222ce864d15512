import { FormulaFault, SCHOOL, type BatterType, type FormulaBody, type FormulaLine } from '#core/formula';
import { ingredientOf, type Larder } from '#core/ingredients';
import type { PastedLine } from './recipe-line.ts';
import type { PastedRecipe } from './recipe-text.ts';

/** What kind of batter the lines make: a suggestion for the cook to change. */
export function batterTypeOf(
  lines: readonly Pick<PastedLine, 'ingredientId' | 'amount'>[],
  steps: readonly string[],
  larder: Larder,
): BatterType {
  const gramsOf = (test: (id: string) => boolean) =>
    lines.reduce((sum, line) => sum + (line.ingredientId && test(line.ingredientId) ? (line.amount?.g ?? 0) : 0), 0);
  const roleIs = (role: string) => (id: string) => ingredientOf(larder, id).role === role;
  const grainG = gramsOf(roleIs('grain'));
  const whipped = steps.some((step) =>
    /\b(?:whip|beat|whisk)\b[^.]*\bwhites?\b|\bwhites?\b[^.]*\bpeaks?\b/i.test(step),
  );
  const eggG = gramsOf(roleIs('egg'));
  if (whipped && eggG > grainG * 0.8) return 'whippedWhite';
  const coarseG = gramsOf((id) => ['cornmeal', 'cornmealDegermed', 'rolledOats', 'masaFlour', 'semolina'].includes(id));
  const rises =
    gramsOf((id) => ['powder', 'soda'].includes(ingredientOf(larder, id).role)) > 0 ||
    gramsOf((id) => id === 'selfRaisingFlour') > 0;
  if (coarseG >= grainG * 0.4 && coarseG > 0) return 'coarseMeal';
  if (rises) return 'leavened';
  return grainG > 0 && eggG >= grainG * 1.2 ? 'eggRichThin' : 'thin';
}

/**
 * A formula from a recipe that was read and mended. Lines without an amount stay unknown; what its type shares (rest,
 * heat, flip) comes from the school of the type, for the cook to change.
 * @throws FormulaFault without a known weight of grain
 */
export function formulaFrom(recipe: PastedRecipe, type: BatterType, larder: Larder): FormulaBody {
  const grainG = recipe.lines
    .filter((line) => line.ingredientId && ingredientOf(larder, line.ingredientId).role === 'grain')
    .reduce((sum, line) => sum + (line.amount?.g ?? 0), 0);
  if (!(grainG > 0)) throw new FormulaFault('noGrain', 'A batter needs grain above zero.', 'lines');
  const merged = new Map<string, FormulaLine>();
  for (const { ingredientId, amount } of recipe.lines) {
    if (!ingredientId) continue;
    const percent = amount && (amount.g * 100) / grainG;
    const before = merged.get(ingredientId);
    merged.set(ingredientId, {
      ingredientId,
      percent: before ? (before.percent === null || percent === null ? null : before.percent + percent) : percent,
    });
  }
  const school = SCHOOL[type];
  const steps = recipe.steps.map((step) => step.text).slice(0, 12);
  const plateFat = recipe.plate.find(
    ({ ingredientId }) => ingredientId && ingredientOf(larder, ingredientId).role === 'fat',
  )?.ingredientId;
  const kind =
    plateFat === 'butter' || plateFat === 'clarifiedButter'
      ? plateFat
      : plateFat && /oil/i.test(plateFat)
        ? 'oil'
        : null;
  return {
    ...school,
    name: recipe.name.slice(0, 80) || 'Pasted recipe',
    pieceWord: school === SCHOOL.thin || school === SCHOOL.eggRichThin ? 'crepes' : 'cakes',
    type,
    lines: [...merged.values()],
    mix: { ...school.mix, ...(steps.length > 0 ? { steps } : {}) },
    ...(kind ? { fat: { ...school.fat, kind } } : {}),
    written: { grainG, ...(recipe.pieces ? { pieces: recipe.pieces } : {}) },
  };
}
