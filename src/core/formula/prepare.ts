import { ingredientOf, type Larder } from '#core/ingredients';
import type { FormulaBody } from './formula.ts';

const PREPARATIONS = ['temper', 'melt', 'soak'] as const;
export type PreparationKind = (typeof PREPARATIONS)[number];

/** What is done to ingredients before they are mixed. */
export interface Preparation {
  readonly kind: PreparationKind;
  readonly ingredientIds: readonly string[];
  /** Begins this long before the mixing does, minutes. */
  readonly beforeMin: number;
  /** Hands it takes, minutes. */
  readonly workMin: number;
}

/**
 * Common practice, no source: cold eggs and dairy out about 30 min before use; fat melted and let cool, so that it neither
 * sets the egg nor beads; oats five minutes in their milk first.
 */
const TIMES: Record<PreparationKind, { readonly beforeMin: number; readonly workMin: number }> = {
  temper: { beforeMin: 30, workMin: 1 },
  melt: { beforeMin: 10, workMin: 2 },
  soak: { beforeMin: 5, workMin: 1 },
};

/** Fats that are hard in a kitchen. */
const HARD_FATS = ['butter', 'clarifiedButter', 'coconutOil', 'margarine', 'lard'];
/** Kept in the fridge although they are neither milk nor egg of an animal. */
const FROM_THE_CUPBOARD = ['water', 'sparklingWater', 'beer', 'coconutMilk'];
const SOAKS_FIRST = ['rolledOats'];

export function preparationsFor(body: FormulaBody, larder: Larder): Preparation[] {
  const now = body.lines.filter((line) => line.when !== 'onPiece').map((line) => line.ingredientId);
  const cold = now.filter((id) => {
    const { role } = ingredientOf(larder, id);
    return (role === 'egg' || role === 'liquid') && !FROM_THE_CUPBOARD.includes(id);
  });
  const wanted: Record<PreparationKind, string[]> = {
    temper: cold,
    melt: now.filter((id) => HARD_FATS.includes(id)),
    soak: now.filter((id) => SOAKS_FIRST.includes(id)),
  };
  return PREPARATIONS.filter((kind) => wanted[kind].length > 0).map((kind) => ({
    kind,
    ingredientIds: wanted[kind],
    ...TIMES[kind],
  }));
}
