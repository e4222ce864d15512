import { given } from '#core/given';
import { eggPartG, ingredientOf, type EggClass, type Larder } from '#core/ingredients';
import { FormulaFault } from './fault.ts';
import type { FormulaBody } from './formula.ts';
import type { ScaleTarget } from './scale-target.ts';
import { mainLiquid, type EggG, type UnitBatter, type UnitLine } from './unit-batter.ts';

/** What an egg, or the part of one, weighs that is counted. */
export const countedEggG = (id: string, eggClass: EggClass) =>
  given(eggPartG(id, eggClass), 'only what has a mass a piece is counted');

/** What a target comes to for the equations. */
export type ScaleGoal =
  | { readonly kind: 'volume'; readonly volumeMl: number }
  | { readonly kind: 'grain'; readonly grainG: number }
  | { readonly kind: 'liquid'; readonly massG: number }
  /** Grams of egg on hand: nothing to round. */
  | { readonly kind: 'eggG'; readonly grainG: number };

/** @throws FormulaFault when the target asks for what the formula does not have */
export function scaleGoal(
  body: FormulaBody,
  larder: Larder,
  target: ScaleTarget,
  { portionMl, eggClass }: { readonly portionMl: number; readonly eggClass: EggClass },
  unit: UnitBatter,
): ScaleGoal {
  const above = (value: number, field: string): number => {
    if (!(value > 0) || !Number.isFinite(value))
      throw new FormulaFault(
        field === 'volumeMl' ? 'noVolume' : 'noAmount',
        `The ${WORD[field] ?? field} must be above zero.`,
        field,
      );
    return value;
  };
  switch (target.by) {
    case 'volume':
      return { kind: 'volume', volumeMl: above(target.volumeMl, 'volumeMl') };
    case 'pieces':
      return { kind: 'volume', volumeMl: above(target.pieces, 'pieces') * portionMl };
    case 'people':
      return { kind: 'volume', volumeMl: above(target.people, 'people') * above(target.each, 'each') * portionMl };
    case 'panfuls':
      return {
        kind: 'volume',
        volumeMl: above(target.panfuls, 'panfuls') * above(target.perPanful, 'perPanful') * portionMl,
      };
    case 'factor':
      return { kind: 'grain', grainG: above(target.factor, 'factor') * (body.written?.grainG ?? 100) };
    case 'grain':
      return { kind: 'grain', grainG: above(target.grainG, 'grainG') };
    case 'eggs': {
      const egg = unit.eggs.find((line) => eggPartG(line.id, eggClass) !== null);
      if (!egg) throw new FormulaFault('noEggs', 'There is no egg in this formula.', 'eggs');
      const eggs = above(target.eggs, 'eggs');
      if (!Number.isInteger(eggs))
        throw new FormulaFault('eggsNotWhole', 'Eggs come whole: give a whole number.', 'eggs');
      return { kind: 'grain', grainG: (eggs * countedEggG(egg.id, eggClass)) / egg.perGrain };
    }
    case 'onHand': {
      const massG = above(target.massG, 'massG');
      const line = body.lines.find((candidate) => candidate.ingredientId === target.ingredientId);
      if (!line) throw new FormulaFault('notInFormula', 'This ingredient is not in the formula.', target.ingredientId);
      if (line.percent === null)
        throw new FormulaFault('amountUnknown', 'How much of this goes in is unknown.', target.ingredientId);
      if (target.ingredientId === unit.main?.id) return { kind: 'liquid', massG };
      const grainG = (massG * 100) / line.percent;
      return ingredientOf(larder, target.ingredientId).role === 'egg'
        ? { kind: 'eggG', grainG }
        : { kind: 'grain', grainG };
    }
  }
}

const WORD: Record<string, string> = {
  volumeMl: 'volume to make',
  massG: 'amount on hand',
  grainG: 'weight of grain',
  each: 'number of pieces for each',
  perPanful: 'number of pieces a panful',
};

/** Grain that meets the goal when the eggs weigh what they weigh (null: as the formula has them), grams. */
export function solve(unit: UnitBatter, goal: ScaleGoal, eggG: EggG): number {
  const eggOf = (line: UnitLine) => eggG?.get(line.id);
  // with fixed eggs the main liquid is a·grain + b, see mainLiquidG
  const { a, b } = mainLiquid(unit, eggG);
  if (goal.kind === 'liquid') return (goal.massG - b) / a;
  if (goal.kind !== 'volume') return goal.grainG;
  const batterMl = goal.volumeMl * (1 - unit.gas);
  let perGrainMl = unit.main ? a * unit.main.mlPerG : 0;
  let fixedMl = unit.main ? b * unit.main.mlPerG : 0;
  for (const line of unit.others) perGrainMl += line.perGrain * line.mlPerG;
  for (const line of unit.eggs) {
    const g = eggOf(line);
    if (g === undefined) perGrainMl += line.perGrain * line.mlPerG;
    else fixedMl += g * line.mlPerG;
  }
  return (batterMl - fixedMl) / perGrainMl;
}
