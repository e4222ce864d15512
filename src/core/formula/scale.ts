import { eggPartG, type Amount, type EggClass, type Larder } from '#core/ingredients';
import { bowlVolumeMl, checkFormula, inBatter, linesFor } from './batter.ts';
import { FormulaFault } from './fault.ts';
import type { FormulaBody, LineMoment } from './formula.ts';
import { countedEggG, scaleGoal, solve, type ScaleGoal } from './scale-goal.ts';
import type { ScaleTarget } from './scale-target.ts';
import { mainLiquidG, unitBatter, type UnitBatter, type UnitLine } from './unit-batter.ts';

export interface ScaleOptions {
  readonly portionMl: number;
  readonly eggClass: EggClass;
  /** Whole eggs, or grams of beaten egg. */
  readonly eggs: 'whole' | 'grams';
}

export interface ScaledLine {
  readonly ingredientId: string;
  /** Null: unknown. */
  readonly massG: number | null;
  /** Of `massG`, what stays back until the batter is seen. */
  readonly heldBackG: number;
  readonly when: LineMoment;
  /** Whole eggs, whites or yolks, for lines of egg that were rounded. */
  readonly eggs?: number;
}

export interface ScaledBatter {
  readonly lines: readonly ScaledLine[];
  readonly grainG: number;
  /** Known mass of the batter, without what goes onto the pieces. */
  readonly massG: number;
  readonly volumeMl: number;
  readonly densityGPerMl: number;
  /** What whole eggs would have been without rounding; zero without eggs. */
  readonly exactEggs: number;
  /** How far the share of egg on grain was moved by whole eggs: 1.1 is a tenth more. */
  readonly eggShift: number;
  /** Pours of the portion that the batter gives, not rounded. */
  readonly pours: number;
  /** Ids whose amount or composition is unknown: they are in no sum. */
  readonly gaps: readonly string[];
}

/**
 * Amounts for a target. Whole eggs: up or down, whichever changes the batter's character less; the main liquid then
 * gives or takes the water that the eggs bring or lack, so that hydration stays the formula's, and everything else
 * follows the target: a volume asked for is made exactly, an ingredient on hand is used up exactly.
 * @throws FormulaFault when the target cannot be met or makes nothing
 */
export function scale(body: FormulaBody, larder: Larder, target: ScaleTarget, options: ScaleOptions): ScaledBatter {
  checkFormula(body, larder);
  if (!(options.portionMl > 0)) throw new FormulaFault('noPortion', 'The portion must be above zero.', 'portionMl');
  const unit = unitBatter(body, larder);
  const goal = scaleGoal(body, larder, target, options, unit);
  const exactG = solve(unit, goal, null);
  const eggLines = unit.eggs.filter((line) => eggPartG(line.id, options.eggClass) !== null);
  const exact = eggLines.map((line) => (exactG * line.perGrain) / countedEggG(line.id, options.eggClass));
  const round = options.eggs === 'whole' && eggLines.length > 0 && goal.kind !== 'eggG';
  const counts = round ? bestCounts(unit, goal, exact, exactG, eggLines, options.eggClass, target) : null;
  const eggG = counts
    ? new Map(eggLines.map((line, index) => [line.id, counts[index]! * countedEggG(line.id, options.eggClass)]))
    : null;
  const grainG = solve(unit, goal, eggG);
  const liquidG = unit.main && eggG ? mainLiquidG(unit, grainG, eggG) : null;
  const amounts = linesFor(body, grainG).map((line): Amount => {
    const egg = eggG?.get(line.ingredientId);
    if (egg !== undefined) return { ...line, massG: egg };
    return liquidG !== null && line.ingredientId === unit.main?.id ? { ...line, massG: liquidG } : line;
  });
  const volumeMl = bowlVolumeMl(body, amounts, larder);
  const massG = inBatter(body, amounts).reduce((sum, line) => sum + (line.massG ?? 0), 0);
  return {
    lines: amounts.map((line, index): ScaledLine => {
      const of = body.lines[index]!;
      const eggs = counts?.[eggLines.findIndex((egg) => egg.id === line.ingredientId)];
      return {
        ...line,
        heldBackG: (line.massG ?? 0) * (of.heldBack ?? 0),
        when: of.when ?? 'mix',
        ...(eggs === undefined ? {} : { eggs }),
      };
    }),
    grainG,
    massG,
    volumeMl,
    densityGPerMl: massG / volumeMl,
    exactEggs: exact[0] ?? 0,
    eggShift: counts ? (counts[0]! * exactG) / (exact[0]! * grainG) : 1,
    pours: volumeMl / options.portionMl,
    gaps: unit.gaps,
  };
}

/**
 * Whole numbers of each line of egg that change the share of egg on grain least; one at least.
 * @throws FormulaFault when the eggs leave no room for the rest
 */
function bestCounts(
  unit: UnitBatter,
  goal: ScaleGoal,
  exact: readonly number[],
  exactG: number,
  lines: readonly UnitLine[],
  eggClass: EggClass,
  target: ScaleTarget,
): number[] {
  if (target.by === 'eggs') return exact.map((count) => Math.max(1, Math.round(count)));
  let best: { counts: number[]; change: number } | null = null;
  for (const counts of roundings(exact)) {
    const eggG = new Map(lines.map((line, index) => [line.id, counts[index]! * countedEggG(line.id, eggClass)]));
    const grainG = solve(unit, goal, eggG);
    if (!(grainG > 0) || (unit.main && !(mainLiquidG(unit, grainG, eggG) > 0))) continue;
    const change = counts.reduce(
      (sum, count, index) => sum + Math.abs(Math.log((count * exactG) / (exact[index]! * grainG))),
      0,
    );
    if (!best || change < best.change - 1e-12) best = { counts, change };
  }
  if (!best)
    throw new FormulaFault(
      'eggsDrown',
      'One whole egg is too much for so little batter: make more, or weigh beaten egg.',
      'eggs',
    );
  return best.counts;
}

/** Every way of rounding up or down, one at least; of two that are as good, the one with more egg comes first. */
function roundings(exact: readonly number[]): number[][] {
  return exact.reduce<number[][]>(
    (ways, count) => {
      const up = Math.max(1, Math.ceil(count - 1e-9));
      const down = Math.max(1, Math.floor(count + 1e-9));
      return ways.flatMap((way) =>
        up === down
          ? [[...way, up]]
          : [
              [...way, up],
              [...way, down],
            ],
      );
    },
    [[]],
  );
}
