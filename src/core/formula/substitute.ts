import { ingredientOf, type Allergen, type Larder } from '#core/ingredients';
import { FormulaFault } from './fault.ts';
import type { FormulaBody, FormulaLine } from './formula.ts';
import { SUBSTITUTIONS, type Diet, type Substitution } from './substitutions.ts';

/** What a kitchen can put in place of an ingredient. */
export function standInsFor(ingredientId: string): Substitution[] {
  return SUBSTITUTIONS.filter((each) => each.from === ingredientId);
}

/**
 * Puts one thing in place of another. Nothing else moves: hydration, leavening and the rest are what they then are.
 * What is unknown of the old stays unknown of the new. @throws FormulaFault when there is nothing to replace
 */
export function substitute(
  body: FormulaBody,
  { from, share, to }: Omit<Substitution, 'id' | 'diets' | 'source' | 'certainty'>,
): FormulaBody {
  const at = body.lines.findIndex((line) => line.ingredientId === from);
  const old = body.lines[at];
  if (!old) throw new FormulaFault('nothingToReplace', 'This ingredient is not in the formula.', from);
  if (share === 1 && to.some((each) => each.ingredientId === from))
    throw new FormulaFault('circular', 'An ingredient cannot stand in for itself.', from);
  const added = to.map(({ ingredientId, perG }): FormulaLine => ({
    ingredientId,
    percent: old.percent === null ? null : old.percent * share * perG,
    ...(old.when ? { when: old.when } : {}),
  }));
  // what was held back is held back of the one that comes in its place
  const largest = added.reduce((a, b) => ((b.percent ?? 0) > (a.percent ?? 0) ? b : a));
  if (old.heldBack) added[added.indexOf(largest)] = { ...largest, heldBack: old.heldBack };
  const kept = share < 1 ? [{ ...old, percent: old.percent === null ? null : old.percent * (1 - share) }] : [];
  const lines = [...body.lines.slice(0, at), ...kept, ...added, ...body.lines.slice(at + 1)];
  return { ...body, lines: mergeLines(lines) };
}

/** One line an ingredient; an unknown amount makes the sum unknown. */
function mergeLines(lines: readonly FormulaLine[]): FormulaLine[] {
  const merged = new Map<string, FormulaLine>();
  for (const line of lines) {
    const before = merged.get(line.ingredientId);
    const percent = before
      ? before.percent === null || line.percent === null
        ? null
        : before.percent + line.percent
      : 0;
    merged.set(line.ingredientId, before ? { ...before, percent } : line);
  }
  return [...merged.values()];
}

/**
 * Substitutions one after another.
 * @throws FormulaFault `circular` when one brings back what an earlier one took out: A for B, then B for A
 */
export function substituteAll(body: FormulaBody, chain: readonly Substitution[]): FormulaBody {
  const gone = new Set<string>();
  return chain.reduce((changed, each) => {
    const back = each.to.find(({ ingredientId }) => gone.has(ingredientId));
    if (back)
      throw new FormulaFault(
        'circular',
        'These stand-ins go round in a circle: one brings back what another took out.',
        back.ingredientId,
      );
    const next = substitute(changed, each);
    if (each.share === 1) gone.add(each.from);
    return next;
  }, body);
}

/** What a diet cannot have, among the allergens a batter holds. */
const NOT_FOR: Record<Diet, readonly Allergen[]> = {
  dairyFree: ['milk'],
  eggFree: ['egg'],
  // oats too, unless they are bought as gluten-free
  glutenFree: ['wheat', 'rye', 'barley', 'oats'],
};

export interface DietChange {
  readonly body: FormulaBody;
  readonly applied: readonly Substitution[];
  /** Ids in the formula for which there is no stand-in. */
  readonly left: readonly string[];
  /** The fat on the plate does not fit and was not changed: the cook decides. */
  readonly plateFat: boolean;
}

/** Puts stand-ins for all that a diet cannot have, by first choice. What cannot be answered is named, not passed over. */
export function forDiet(body: FormulaBody, diet: Diet, larder: Larder): DietChange {
  const unfit = (id: string) => ingredientOf(larder, id).allergens.some((each) => NOT_FOR[diet].includes(each));
  const applied: Substitution[] = [];
  const left: string[] = [];
  for (const { ingredientId } of body.lines) {
    if (!unfit(ingredientId)) continue;
    const fits = standInsFor(ingredientId).filter(
      (each) => !each.to.some((to) => unfit(to.ingredientId)) && each.share === 1,
    );
    const chosen = fits.find((each) => each.diets.includes(diet)) ?? fits[0];
    if (chosen) applied.push(chosen);
    else left.push(ingredientId);
  }
  const plate = plateFatAllergens(body.fat.kind);
  return {
    body: substituteAll(body, applied),
    applied,
    left,
    plateFat: plate.some((each) => NOT_FOR[diet].includes(each)),
  };
}

/** What the fat on the plate brings to every piece. */
export function plateFatAllergens(kind: FormulaBody['fat']['kind']): Allergen[] {
  return kind === 'butter' || kind === 'clarifiedButter' ? ['milk'] : [];
}
