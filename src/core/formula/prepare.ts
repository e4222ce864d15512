import { ingredientOf, type Larder } from '#core/ingredients';
import type { FormulaBody } from './formula.ts';

const PREPARATIONS = ['feed', 'temper', 'melt', 'sour', 'soak'] as const;
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
 * sets the egg nor beads; oats five minutes in their milk first; milk with lemon or vinegar stands until it thickens; a
 * starter is fed the evening before, some hours ahead of its peak.
 */
const TIMES: Record<PreparationKind, { readonly beforeMin: number; readonly workMin: number }> = {
  feed: { beforeMin: 480, workMin: 3 },
  temper: { beforeMin: 30, workMin: 1 },
  melt: { beforeMin: 10, workMin: 2 },
  sour: { beforeMin: 10, workMin: 1 },
  soak: { beforeMin: 5, workMin: 1 },
};

/** Fats that are hard in a kitchen. */
const HARD_FATS = ['butter', 'clarifiedButter', 'coconutOil', 'margarine', 'lard'];
/** Kept in the fridge although they are neither milk nor egg of an animal. */
const FROM_THE_CUPBOARD = ['water', 'sparklingWater', 'beer', 'coconutMilk', 'sourdoughStarter'];
const SOAKS_FIRST = ['rolledOats'];
const MILKS = ['milk', 'milkSemi', 'milkSkim', 'soyDrink', 'oatDrink', 'almondDrink'];
const ACIDS = ['lemonJuice', 'vinegar'];
/** From this much acid to the milk it is there to sour it: a spoon to a cup is 0.06. Common practice, no source. */
const SOURS_FROM = 0.045;
/** Flakes and coarse meal, which drink before anything else is done. */
export const SOAKERS: ReadonlySet<string> = new Set([
  ...(['rolledOats', 'cornmeal', 'cornmealDegermed', 'masaFlour', 'semolina', 'maizeFlour'] as const),
]);

export function preparationsFor(body: FormulaBody, larder: Larder): Preparation[] {
  const now = body.lines.filter((line) => line.when !== 'onPiece').map((line) => line.ingredientId);
  const cold = now.filter((id) => {
    const { role } = ingredientOf(larder, id);
    return (role === 'egg' || role === 'liquid') && !FROM_THE_CUPBOARD.includes(id);
  });
  const wanted: Record<PreparationKind, string[]> = {
    // what rests in the fridge goes in as cold as it is
    temper: body.rest.where === 'fridge' ? [] : cold,
    feed: now.filter((id) => id === 'sourdoughStarter'),
    sour: souredIn(body),
    melt: now.filter((id) => HARD_FATS.includes(id)),
    soak: now.filter((id) => (body.mix.soakMin === undefined ? SOAKS_FIRST.includes(id) : SOAKERS.has(id))),
  };
  return PREPARATIONS.filter((kind) => wanted[kind].length > 0).map((kind) => ({
    kind,
    ingredientIds: wanted[kind],
    ...TIMES[kind],
    ...(kind === 'soak' && body.mix.soakMin !== undefined ? { beforeMin: body.mix.soakMin } : {}),
  }));
}

/** Milk and the acid it is to stand with; nothing where there is too little acid for that. */
function souredIn({ lines }: Pick<FormulaBody, 'lines'>): string[] {
  const now = lines.filter(({ when = 'mix' }) => when === 'mix');
  const of = (ids: readonly string[]) => now.filter((line) => ids.includes(line.ingredientId));
  const sum = (some: typeof now) => some.reduce((total, { percent }) => total + (percent ?? 0), 0);
  const [milks, acids] = [of(MILKS), of(ACIDS)];
  const milk = sum(milks);
  return milk > 0 && sum(acids) / milk >= SOURS_FROM ? [...milks, ...acids].map((line) => line.ingredientId) : [];
}
