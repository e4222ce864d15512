import { minBy } from 'es-toolkit';
import { FELT, eggPartG, ingredientOf, inSpoons, type Ingredient, type Larder } from '#core/ingredients';
import { kitchenMeasureMl, type MeasureSystem } from '#core/units';
import { bowlVolumeMl, checkFormula, inBatter, linesFor } from './batter.ts';
import { FormulaFault } from './fault.ts';
import type { FormulaBody } from './formula.ts';
import { countedEggG } from './scale-goal.ts';
import type { ScaleTarget } from './scale-target.ts';
import { scale, type ScaledBatter, type ScaledLine, type ScaleOptions } from './scale.ts';

/** How a kitchen without a scale comes to its amounts. */
interface Measured {
  /** How often the recipe as it is written; null: nothing is written down of it. */
  readonly factor: number | null;
  /** What cups, spoons and whole eggs make of a line, where that is more than a hand's own spread: 0.06 is 6 % more. */
  readonly off: readonly { readonly ingredientId: string; readonly share: number }[];
  /** What no cup or spoon comes near. */
  readonly unmeasured: readonly string[];
}
export type MeasuredBatter = ScaledBatter & { readonly measured?: Measured };

export interface KitchenScaleOptions extends ScaleOptions {
  /** Whose cups and spoons stand in for a scale; null or left out: there is a scale. */
  readonly measuredBy?: MeasureSystem | null | undefined;
}

/** Parts of a recipe that a cook makes without thinking: halves, thirds and quarters. Common practice, no source. */
const PARTS = [0, 1 / 4, 1 / 3, 1 / 2, 2 / 3, 3 / 4];
const MOST_TIMES = 400; // Numerical.
/** How far what is made may lie below and above what is wanted, as shares. Assumed: too little is worse. */
const NEAR = { below: 0.97, above: 1.25 };
/** What a share of error costs: of what lifts and salts, of eggs, of the rest; what no spoon measures; and a share too much. Assumed. */
const COST = { felt: 3, egg: 1.5, other: 1, unmeasured: 0.12, surplus: 0.35 };
/** Less than this is a hand's own spread. Common practice, no source. */
const TOLD = 0.02;

/**
 * Amounts for a target in this kitchen: by weight (see `scale`), or, without a scale, the nearest multiple of the recipe
 * at which eggs, leaveners and cups come out. What cups and spoons hold is then what is in it.
 * @throws FormulaFault as `scale` does
 */
export function scaleInKitchen(
  body: FormulaBody,
  larder: Larder,
  target: ScaleTarget,
  { measuredBy, ...options }: KitchenScaleOptions,
): MeasuredBatter {
  if (!measuredBy) return scale(body, larder, target, options);
  checkFormula(body, larder);
  const wanted = exactly(body, larder, target, options);
  const tries = grainsFor(body, larder, wanted.grainG, measuredBy, options).map(({ grainG, factor }) => ({
    factor,
    grainG,
    lines: measuredLines(body, larder, grainG, measuredBy, options),
  }));
  const best = minBy(tries, ({ lines, grainG }) => {
    const surplus = grainG / wanted.grainG - 1;
    return lines.reduce((sum, line) => sum + line.cost, 0) + COST.surplus * Math.abs(surplus);
  });
  if (!best) throw new FormulaFault('eggsDrown', 'No whole egg fits so little batter: make more.', 'eggs');
  return asBatter(body, larder, best, wanted, options);
}

/** What the target comes to by weight, eggs as they fall. */
function exactly(body: FormulaBody, larder: Larder, target: ScaleTarget, options: ScaleOptions): ScaledBatter {
  return scale(body, larder, target, { ...options, eggs: target.by === 'eggs' ? options.eggs : 'grams' });
}

/** Multiples of the recipe near a weight of grain; without a recipe, grain that fills cups. */
function grainsFor(
  body: FormulaBody,
  larder: Larder,
  wantedG: number,
  system: MeasureSystem,
  { eggClass }: ScaleOptions,
): { grainG: number; factor: number | null }[] {
  const written = body.written?.grainG;
  const base = written ?? cupOfGrainG(body, larder, system);
  const low = (wantedG * NEAR.below) / base;
  // one whole egg is the least there can be of a batter with egg in it
  const eggLine = body.lines.find(({ ingredientId }) => eggPartG(ingredientId, eggClass) !== null);
  const oneEggG = eggLine?.percent ? (countedEggG(eggLine.ingredientId, eggClass) * 100) / eggLine.percent : 0;
  const high = (Math.max(wantedG * NEAR.above, oneEggG * 1.05) / base) * 1.0001;
  const whole = Array.from({ length: Math.min(MOST_TIMES, Math.floor(high) + 1) }, (_none, times) => times);
  const factors = whole.flatMap((times) => PARTS.map((part) => times + part));
  const near = factors.filter((factor) => factor > 0 && factor >= low && factor <= high);
  return (near.length > 0 ? near : [wantedG / base]).map((factor) => ({
    grainG: factor * base,
    factor: written ? factor : null,
  }));
}

/** Grain of a batter whose main flour fills a cup, g. */
function cupOfGrainG(body: FormulaBody, larder: Larder, system: MeasureSystem): number {
  const grains = body.lines.filter(({ ingredientId }) => ingredientOf(larder, ingredientId).role === 'grain');
  const main = minBy(grains, ({ percent }) => -(percent ?? 0));
  const food = main && ingredientOf(larder, main.ingredientId);
  const cupMl = kitchenMeasureMl([{ unit: 'cup', whole: 1, fraction: [0, 1] }], system);
  return food?.densityGPerMl && main?.percent ? (food.densityGPerMl.value * cupMl * 100) / main.percent : 100;
}

interface Tried {
  readonly ingredientId: string;
  readonly massG: number | null;
  readonly eggs?: number;
  readonly off: number;
  readonly cost: number;
  readonly measurable: boolean;
}

function measuredLines(
  body: FormulaBody,
  larder: Larder,
  grainG: number,
  system: MeasureSystem,
  { eggClass }: ScaleOptions,
): Tried[] {
  return linesFor(body, grainG).map(({ ingredientId, massG }): Tried => {
    const food = ingredientOf(larder, ingredientId);
    const exact = { ingredientId, massG, off: 0, cost: 0, measurable: true };
    if (massG === null) return exact;
    const one = eggPartG(ingredientId, eggClass);
    if (one !== null) {
      const eggs = Math.max(1, Math.round(massG / one));
      const off = (eggs * one) / massG - 1;
      return { ...exact, massG: eggs * one, eggs, off, cost: COST.egg * Math.abs(off) };
    }
    return { ...exact, ...bySpoons(food, massG, system) };
  });
}

function bySpoons(food: Ingredient, massG: number, system: MeasureSystem): Partial<Tried> {
  const measures = inSpoons(food, massG, system);
  if (measures === null || food.densityGPerMl === null) return { measurable: false, cost: COST.unmeasured };
  if (measures.length === 0) return {};
  const heldG = kitchenMeasureMl(measures, system) * food.densityGPerMl.value;
  const off = heldG / massG - 1;
  // each thing that is filled costs a little too: three sizes for one flour are none
  return {
    massG: heldG,
    off,
    cost: (FELT.has(food.role) ? COST.felt : COST.other) * Math.abs(off) + 0.01 * measures.length,
  };
}

function asBatter(
  body: FormulaBody,
  larder: Larder,
  { grainG, factor, lines }: { grainG: number; factor: number | null; lines: readonly Tried[] },
  wanted: ScaledBatter,
  { portionMl }: ScaleOptions,
): MeasuredBatter {
  const amounts = lines.map(({ ingredientId, massG }) => ({ ingredientId, massG }));
  const volumeMl = bowlVolumeMl(body, amounts, larder);
  const massG = inBatter(body, amounts).reduce((sum, line) => sum + (line.massG ?? 0), 0);
  const egg = lines.find(({ eggs }) => eggs !== undefined);
  const measuredGrainG = lines.reduce(
    (sum, line) => sum + (ingredientOf(larder, line.ingredientId).role === 'grain' ? (line.massG ?? 0) : 0),
    0,
  );
  return {
    lines: lines.map((line, index): ScaledLine => {
      const of = body.lines[index]!;
      return {
        ingredientId: line.ingredientId,
        massG: line.massG,
        heldBackG: (line.massG ?? 0) * (of.heldBack ?? 0),
        when: of.when ?? 'mix',
        ...(line.eggs === undefined ? {} : { eggs: line.eggs }),
      };
    }),
    grainG: measuredGrainG || grainG,
    massG,
    volumeMl,
    densityGPerMl: massG / volumeMl,
    exactEggs: egg?.eggs === undefined ? 0 : egg.eggs / (1 + egg.off),
    eggShift: egg ? 1 + egg.off : 1,
    pours: volumeMl / portionMl,
    gaps: wanted.gaps,
    measured: {
      factor,
      off: lines.flatMap(({ ingredientId, off }) => (Math.abs(off) > TOLD ? [{ ingredientId, share: off }] : [])),
      unmeasured: lines.flatMap(({ ingredientId, measurable }) => (measurable ? [] : [ingredientId])),
    },
  };
}
