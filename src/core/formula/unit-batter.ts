import { ingredientOf, volumeOf100gMl, type Larder } from '#core/ingredients';
import { beatenGasShare, inBatter, linesFor } from './batter.ts';
import type { FormulaBody } from './formula.ts';
import { airMlPerG } from './whites.ts';

export interface UnitLine {
  readonly id: string;
  /** Grams for a gram of grain. */
  readonly perGrain: number;
  readonly water: number;
  readonly mlPerG: number;
}

/** The formula for one gram of grain, in what the equations need. */
export interface UnitBatter {
  readonly eggs: readonly UnitLine[];
  /** The liquid that answers for the eggs' water. */
  readonly main: UnitLine | null;
  /** Everything else. */
  readonly others: readonly UnitLine[];
  readonly gas: number;
  readonly gaps: readonly string[];
}

export function unitBatter(body: FormulaBody, larder: Larder): UnitBatter {
  const gaps: string[] = [];
  const eggs: UnitLine[] = [];
  const liquids: UnitLine[] = [];
  const others: UnitLine[] = [];
  const gas = beatenGasShare(body.type);
  for (const { ingredientId: id, massG } of inBatter(body, linesFor(body, 1))) {
    const { role, composition } = ingredientOf(larder, id);
    if (massG === null || composition === null) {
      gaps.push(id);
      continue;
    }
    // hydration is counted without the grain's own moisture
    const water = role === 'grain' ? 0 : composition.waterG / 100;
    // whites count with the air they bring, on which beating does nothing
    const mlPerG = volumeOf100gMl(composition) / 100 + (1 - gas) * airMlPerG(body.type, id);
    const line = { id, perGrain: massG, water, mlPerG };
    (role === 'egg' ? eggs : role === 'liquid' ? liquids : others).push(line);
  }
  liquids.sort((a, b) => b.perGrain * b.water - a.perGrain * a.water);
  const [main = null, ...rest] = liquids;
  // only eggs that come as eggs are rounded
  return { eggs, main, others: [...others, ...rest], gas, gaps };
}

/** Grams of each line of egg that is fixed; null: as the formula has them. */
export type EggG = ReadonlyMap<string, number> | null;

/** The main liquid for a weight of grain so that hydration is the formula's: a·grain + b. */
export function mainLiquid(unit: UnitBatter, eggG: EggG): { a: number; b: number } {
  if (!unit.main) return { a: 0, b: 0 };
  const { water, perGrain } = unit.main;
  if (!(water > 0)) return { a: perGrain, b: 0 };
  let a = perGrain;
  let b = 0;
  for (const line of unit.eggs) {
    const g = eggG?.get(line.id);
    if (g === undefined) continue;
    a += (line.perGrain * line.water) / water;
    b -= (g * line.water) / water;
  }
  return { a, b };
}

export function mainLiquidG(unit: UnitBatter, grainG: number, eggG: EggG): number {
  const { a, b } = mainLiquid(unit, eggG);
  return a * grainG + b;
}
