import {
  edibleEggG,
  gasFreeDensityGPerMl,
  ingredient,
  type Amount,
  type EggClass,
  type IngredientId,
} from '#core/ingredients';
import type { FormulaBody } from './formula.ts';

/** Volume of gas in the bowl over the volume of batter; from aerated against gas-free densities, low certainty. */
const GAS_IN_BOWL = { leavened: 0.1, thin: 0 } as const;

export interface ScaledLine {
  readonly ingredientId: IngredientId;
  readonly massG: number;
  /** Of `massG`, what stays back until the batter is seen. */
  readonly heldBackG: number;
  /** Whole eggs, for the egg line only. */
  readonly eggs?: number;
}

export interface ScaledBatter {
  readonly lines: readonly ScaledLine[];
  readonly massG: number;
  readonly volumeMl: number;
  readonly densityGPerMl: number;
  /** What whole eggs would have been without rounding. */
  readonly exactEggs: number;
  /** Pours of the portion that the batter gives, not rounded. */
  readonly pours: number;
}

/** Density of the formula's batter as it is poured, g/mL. */
export function pouredDensityGPerMl(body: FormulaBody): number {
  return gasFreeDensityGPerMl(linesFor(body, 100)) * (1 - GAS_IN_BOWL[body.type]);
}

/**
 * Amounts for at least `volumeMl` of batter. Eggs become whole: rounded to the nearest egg, the rest scaled up if that
 * made the batter too little, and the main liquid changed by the water the eggs brought or took, so that hydration holds.
 * @throws RangeError when volume or portion is not above zero.
 */
export function scaleToVolume(
  body: FormulaBody,
  volumeMl: number,
  portionMl: number,
  eggClass: EggClass,
): ScaledBatter {
  if (!(volumeMl > 0)) throw new RangeError('The volume to make must be above zero.');
  if (!(portionMl > 0)) throw new RangeError('The portion must be above zero.');
  let exact = linesFor(body, 100);
  const grainFactor = volumeMl / volumeOf(body, exact);
  exact = exact.map((line) => ({ ...line, massG: line.massG * grainFactor }));
  const eggG = exact.find((line) => line.ingredientId === 'egg')?.massG ?? 0;
  const exactEggs = eggG / edibleEggG(eggClass);
  const eggs = eggG > 0 ? Math.max(1, Math.round(exactEggs)) : 0;
  let amounts = withWholeEggs(exact, eggs * edibleEggG(eggClass));
  const short = volumeMl - volumeOf(body, amounts);
  if (short > 0) {
    // rounding eggs down left too little: raise all but the eggs
    const others = amounts.filter((line) => line.ingredientId !== 'egg');
    const factor = 1 + short / volumeOf(body, others);
    amounts = amounts.map((line) => (line.ingredientId === 'egg' ? line : { ...line, massG: line.massG * factor }));
  }
  const massG = amounts.reduce((sum, line) => sum + line.massG, 0);
  const madeMl = volumeOf(body, amounts);
  return {
    lines: amounts.map((line) => ({
      ...line,
      heldBackG: line.massG * (body.lines.find((l) => l.ingredientId === line.ingredientId)?.heldBack ?? 0),
      ...(line.ingredientId === 'egg' ? { eggs } : {}),
    })),
    massG,
    volumeMl: madeMl,
    densityGPerMl: massG / madeMl,
    exactEggs,
    pours: madeMl / portionMl,
  };
}

/** The batter's amounts when its grain weighs `grainG`, without any rounding. */
export function linesFor(body: FormulaBody, grainG: number): Amount[] {
  return body.lines.map((line) => ({ ingredientId: line.ingredientId, massG: (line.percent * grainG) / 100 }));
}

function volumeOf(body: FormulaBody, amounts: readonly Amount[]): number {
  const massG = amounts.reduce((sum, line) => sum + line.massG, 0);
  return massG / (gasFreeDensityGPerMl(amounts) * (1 - GAS_IN_BOWL[body.type]));
}

function withWholeEggs(amounts: readonly Amount[], eggG: number): Amount[] {
  const had = amounts.find((line) => line.ingredientId === 'egg')?.massG ?? 0;
  const liquids = amounts.filter((line) => ingredient(line.ingredientId).role === 'liquid');
  const main = liquids.sort((a, b) => b.massG - a.massG)[0];
  const waterShift = ((eggG - had) * ingredient('egg').composition.waterG) / 100;
  return amounts.map((line) => {
    if (line.ingredientId === 'egg') return { ...line, massG: eggG };
    if (line !== main) return line;
    const liquidShift = (waterShift * 100) / ingredient(line.ingredientId).composition.waterG;
    return { ...line, massG: Math.max(0, line.massG - liquidShift) };
  });
}
