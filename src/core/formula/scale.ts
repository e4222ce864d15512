import { eggPartG, ingredientOf, volumeOf100gMl, type Amount, type EggClass, type Larder } from '#core/ingredients';
import { airMlPerG } from './whites.ts';
import { beatenGasShare, bowlVolumeMl, checkFormula, inBatter, linesFor } from './batter.ts';
import { FormulaFault } from './fault.ts';
import type { FormulaBody, LineMoment } from './formula.ts';
import type { ScaleTarget } from './scale-target.ts';

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
  const aim = targetConsistency(body, larder, target, options, unit);
  const exactG = solve(unit, aim, null);
  const eggLines = unit.eggs.filter((line) => eggPartG(line.id, options.eggClass) !== null);
  const exact = eggLines.map((line) => (exactG * line.perGrain) / eggPartG(line.id, options.eggClass)!);
  const round = options.eggs === 'whole' && eggLines.length > 0 && aim.kind !== 'eggG';
  const counts = round ? bestCounts(unit, aim, exact, exactG, eggLines, options.eggClass, target) : null;
  const eggG = counts
    ? new Map(eggLines.map((line, index) => [line.id, counts[index]! * eggPartG(line.id, options.eggClass)!]))
    : null;
  const grainG = solve(unit, aim, eggG);
  const liquidG = unit.main && eggG ? mainLiquidG(unit, grainG, eggG) : null;
  const amounts = linesFor(body, grainG).map((line): Amount => {
    const egg = eggG?.get(line.ingredientId);
    if (egg !== undefined) return { ...line, massG: egg };
    return liquidG !== null && line.ingredientId === unit.main!.id ? { ...line, massG: liquidG } : line;
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

interface UnitLine {
  readonly id: string;
  /** Grams for a gram of grain. */
  readonly perGrain: number;
  readonly water: number;
  readonly mlPerG: number;
}

/** The formula for one gram of grain, in what the equations need. */
interface UnitBatter {
  readonly eggs: readonly UnitLine[];
  /** The liquid that answers for the eggs' water. */
  readonly main: UnitLine | null;
  /** Everything else. */
  readonly others: readonly UnitLine[];
  readonly gas: number;
  readonly gaps: readonly string[];
}

function unitBatter(body: FormulaBody, larder: Larder): UnitBatter {
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

type TargetColour =
  | { readonly kind: 'volume'; readonly volumeMl: number }
  | { readonly kind: 'grain'; readonly grainG: number }
  | { readonly kind: 'liquid'; readonly massG: number }
  /** Grams of egg on hand: nothing to round. */
  | { readonly kind: 'eggG'; readonly grainG: number };

function targetConsistency(
  body: FormulaBody,
  larder: Larder,
  target: ScaleTarget,
  { portionMl, eggClass }: ScaleOptions,
  unit: UnitBatter,
): TargetColour {
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
      return { kind: 'grain', grainG: (eggs * eggPartG(egg.id, eggClass)!) / egg.perGrain };
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

type EggG = ReadonlyMap<string, number> | null;

/** Grain that meets the aim when the eggs weigh what they weigh (null: as the formula has them), grams. */
function solve(unit: UnitBatter, aim: TargetColour, eggG: EggG): number {
  const eggOf = (line: UnitLine) => eggG?.get(line.id);
  // with fixed eggs the main liquid is a·grain + b, see mainLiquidG
  const { a, b } = mainLiquid(unit, eggG);
  if (aim.kind === 'liquid') return (aim.massG - b) / a;
  if (aim.kind !== 'volume') return aim.grainG;
  const batterMl = aim.volumeMl * (1 - unit.gas);
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

/** The main liquid for a weight of grain so that hydration is the formula's: a·grain + b. */
function mainLiquid(unit: UnitBatter, eggG: EggG): { a: number; b: number } {
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

function mainLiquidG(unit: UnitBatter, grainG: number, eggG: EggG): number {
  const { a, b } = mainLiquid(unit, eggG);
  return a * grainG + b;
}

/**
 * Whole numbers of each line of egg that change the share of egg on grain least; one at least.
 * @throws FormulaFault when the eggs leave no room for the rest
 */
function bestCounts(
  unit: UnitBatter,
  aim: TargetColour,
  exact: readonly number[],
  exactG: number,
  lines: readonly UnitLine[],
  eggClass: EggClass,
  target: ScaleTarget,
): number[] {
  if (target.by === 'eggs') return exact.map((count) => Math.max(1, Math.round(count)));
  let best: { counts: number[]; change: number } | null = null;
  for (const counts of roundings(exact)) {
    const eggG = new Map(lines.map((line, index) => [line.id, counts[index]! * eggPartG(line.id, eggClass)!]));
    const grainG = solve(unit, aim, eggG);
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
