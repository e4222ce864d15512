import { allergensOf, mixtureComposition, type Allergen, type Larder } from '#core/ingredients';
import { grainOf, hydration } from './balance.ts';
import { inBatter, linesFor } from './batter.ts';
import type { FormulaBody } from './formula.ts';
import { leaveningBalance, type LeaveningVerdict } from './leavening.ts';
import { plateFatAllergens } from './substitute.ts';

/** What a formula comes to, per 100 g of grain unless said otherwise. */
export interface FormulaFigures {
  readonly hydration: number;
  readonly hydrationWithoutEgg: number;
  readonly fat: number;
  readonly sugars: number;
  readonly milkSolids: number;
  readonly gasMl: number;
  readonly leavening: LeaveningVerdict;
  readonly excessSodaG: number;
  /** Allergens of the batter and of what goes onto the pieces. */
  readonly allergens: readonly Allergen[];
  /** Of the fat on the plate. */
  readonly plateAllergens: readonly Allergen[];
  /** Ids that are in no sum. */
  readonly gaps: readonly string[];
}

/** @throws FormulaFault without grain */
export function figuresOf(body: FormulaBody, larder: Larder, pressurePa: number): FormulaFigures {
  const amounts = inBatter(body, linesFor(body, 100));
  const mixture = mixtureComposition(amounts, larder);
  const grainG = grainOf(amounts, larder);
  const perGrain = (per100: number) => (per100 * mixture.massG) / grainG;
  const water = hydration(amounts, larder);
  const leavening = leaveningBalance(amounts, larder, pressurePa);
  return {
    hydration: water.withEggG,
    hydrationWithoutEgg: water.withoutEggG,
    fat: perGrain(mixture.fatG),
    sugars: perGrain(mixture.sugarsG),
    milkSolids: perGrain(mixture.milkSolidsG),
    gasMl: leavening.gasMlPer100g.value,
    leavening: leavening.verdict,
    excessSodaG: leavening.excessSodaG,
    allergens: allergensOf(
      body.lines.map((line) => line.ingredientId),
      larder,
    ),
    plateAllergens: plateFatAllergens(body.fat.kind),
    gaps: mixture.gaps,
  };
}

/** What changed between two formulas. */
export interface FormulaChange {
  readonly before: FormulaFigures;
  readonly after: FormulaFigures;
  readonly lines: readonly LineChange[];
  readonly allergensAdded: readonly Allergen[];
  readonly allergensGone: readonly Allergen[];
  /** `mixed`: soda left over hurries it, fewer sugars or milk solids slow it; nobody knows which wins. */
  readonly browning: 'sooner' | 'later' | 'same' | 'mixed';
}

interface LineChange {
  readonly ingredientId: string;
  /** % of grain; null: unknown; undefined: not there. */
  readonly before: number | null | undefined;
  readonly after: number | null | undefined;
}

/** Less sugar and milk solids than this, g per 100 g grain, is no change of colour to speak of. Assumed. */
const COLOUR_STEP = 1.5;

export function compareFormulas(
  before: FormulaBody,
  after: FormulaBody,
  larder: Larder,
  pressurePa: number,
): FormulaChange {
  const a = figuresOf(before, larder, pressurePa);
  const b = figuresOf(after, larder, pressurePa);
  const ids = [...new Set([...before.lines, ...after.lines].map((line) => line.ingredientId))];
  const percentIn = (body: FormulaBody, id: string) => body.lines.find((line) => line.ingredientId === id)?.percent;
  const all = (figures: FormulaFigures) => new Set([...figures.allergens, ...figures.plateAllergens]);
  return {
    before: a,
    after: b,
    lines: ids.map((ingredientId) => ({
      ingredientId,
      before: percentIn(before, ingredientId),
      after: percentIn(after, ingredientId),
    })),
    allergensAdded: [...all(b)].filter((each) => !all(a).has(each)),
    allergensGone: [...all(a)].filter((each) => !all(b).has(each)),
    browning: browningOf(a, b),
  };
}

/** More soda left over than this, g per 100 g grain, hurries the colour. Assumed. */
const ALKALINE_G = 0.15;

/** Sugar and milk solids colour a piece, and soda left over hurries it. */
function browningOf(a: FormulaFigures, b: FormulaFigures): FormulaChange['browning'] {
  const solids = b.sugars + b.milkSolids - a.sugars - a.milkSolids;
  const bySolids = solids > COLOUR_STEP ? 1 : solids < -COLOUR_STEP ? -1 : 0;
  const bySoda = Number(b.excessSodaG > ALKALINE_G) - Number(a.excessSodaG > ALKALINE_G);
  if (bySolids * bySoda < 0) return 'mixed';
  return bySolids + bySoda > 0 ? 'sooner' : bySolids + bySoda < 0 ? 'later' : 'same';
}
