import { FormulaFault, SCHOOL, type BatterType, type FormulaBody, type FormulaLine } from '#core/formula';
import { given } from '#core/given';
import { ingredientOf, type Larder } from '#core/ingredients';
import { middle } from '#core/method-text';
import { methodInBody } from './method-in-body.ts';
import type { PastedLine } from './recipe-line.ts';
import type { PastedRecipe } from './recipe-text.ts';

/** Of a liquid from so much to so much the lower end goes in at once; what is between is held back. */
function held(
  { ingredientId, amount, doubts }: PastedLine,
  larder: Larder,
): { massG: number | null; heldBack: number } {
  if (!amount) return { massG: null, heldBack: 0 };
  const isRange =
    doubts.includes('range') && ingredientOf(larder, given(ingredientId, 'its amount has a name')).role === 'liquid';
  return isRange
    ? { massG: amount.highG, heldBack: Math.min(0.9, 1 - amount.lowG / amount.highG) }
    : { massG: amount.g, heldBack: 0 };
}

/**
 * A formula from a recipe that was read and mended. Lines without an amount stay unknown; what its text does not
 * say of rest, heat and flip comes from the school of the type, for the cook to change.
 * @throws FormulaFault without a known weight of grain
 */
export function formulaFrom(recipe: PastedRecipe, type: BatterType, larder: Larder): FormulaBody {
  const grainG = recipe.lines
    .filter((line) => line.ingredientId && ingredientOf(larder, line.ingredientId).role === 'grain')
    .reduce((sum, line) => sum + (line.amount?.g ?? 0), 0);
  if (!(grainG > 0)) throw new FormulaFault('noGrain', 'A batter needs grain above zero.', 'lines');
  const merged = new Map<string, FormulaLine>();
  for (const line of recipe.lines) {
    const { ingredientId } = line;
    if (!ingredientId) continue;
    const { massG, heldBack } = held(line, larder);
    const percent = massG === null ? null : (massG * 100) / grainG;
    const before = merged.get(ingredientId);
    const when = recipe.moments.get(ingredientId);
    merged.set(ingredientId, {
      ingredientId,
      percent: before ? (before.percent === null || percent === null ? null : before.percent + percent) : percent,
      ...(heldBack > 0 && !before ? { heldBack } : {}),
      ...(when ? { when } : {}),
    });
  }
  const school = SCHOOL[type];
  const method = methodInBody(school, recipe.figures);
  const steps = recipe.steps.map((step) => step.text).slice(0, 12);
  return {
    ...school,
    ...method,
    name: recipe.name.slice(0, 80) || 'Pasted recipe',
    pieceWord: school === SCHOOL.thin || school === SCHOOL.eggRichThin ? 'crepes' : 'cakes',
    type,
    lines: [...merged.values()],
    mix: { ...method.mix, ...(steps.length > 0 ? { steps } : {}) },
    written: { grainG, ...(recipe.figures.pieces ? { pieces: middle(recipe.figures.pieces.value) } : {}) },
  };
}
