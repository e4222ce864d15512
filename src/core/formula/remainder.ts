import { ingredientOf, type Larder } from '#core/ingredients';
import { grainOf } from './balance.ts';
import { FormulaFault } from './fault.ts';
import type { ScaledBatter } from './scale.ts';

/** What to do with batter that does not come out in whole pieces. */
export type WayOut =
  /** One small piece of what is left. */
  | { readonly way: 'smallPiece'; readonly pieces: number; readonly volumeMl: number }
  /** Thin it until it makes one piece more; `hydrationShift` in points of hydration. */
  | {
      readonly way: 'moreLiquid';
      readonly pieces: number;
      readonly ingredientId: string;
      readonly massG: number;
      readonly hydrationShift: number;
    }
  /** Pour all of them a little smaller, one piece more. */
  | { readonly way: 'smallerPortion'; readonly pieces: number; readonly portionMl: number }
  /** Pour all of them a little larger, nothing left. */
  | { readonly way: 'largerPortion'; readonly pieces: number; readonly portionMl: number };

export interface Remainder {
  readonly pieces: number;
  readonly leftMl: number;
  readonly ways: readonly WayOut[];
}

/** More than this a batter feels: points of hydration that "a little more liquid" may move. Assumed. */
const LITTLE_HYDRATION = 6;
/** And this much of a portion a hand cannot see. Assumed. */
const LITTLE_PORTION = 0.12;
/** Below this share of a portion nothing is left to speak of. Numerical. */
const NOTHING = 0.02;

/** Whole pieces that pours come to; one that lacks next to nothing counts. */
export function wholePieces(pours: number): number {
  return Math.floor(pours + NOTHING);
}

/** The last pour of a batter, and the ways out of it. */
export function remainderOf(batter: ScaledBatter, portionMl: number, larder: Larder): Remainder {
  if (!(portionMl > 0)) throw new FormulaFault('noPortion', 'The portion must be above zero.', 'portionMl');
  const pieces = wholePieces(batter.volumeMl / portionMl);
  const leftMl = Math.max(0, batter.volumeMl - pieces * portionMl);
  if (leftMl < NOTHING * portionMl) return { pieces, leftMl: 0, ways: [] };
  const ways: WayOut[] = [{ way: 'smallPiece', pieces: pieces + 1, volumeMl: leftMl }];
  const thin = thinned(batter, portionMl - leftMl, pieces + 1, larder);
  if (thin) ways.push(thin);
  const smallerMl = batter.volumeMl / (pieces + 1);
  if (smallerMl >= portionMl * (1 - LITTLE_PORTION))
    ways.push({ way: 'smallerPortion', pieces: pieces + 1, portionMl: smallerMl });
  const largerMl = batter.volumeMl / Math.max(1, pieces);
  if (pieces > 0 && largerMl <= portionMl * (1 + LITTLE_PORTION))
    ways.push({ way: 'largerPortion', pieces, portionMl: largerMl });
  return { pieces, leftMl, ways };
}

function thinned(batter: ScaledBatter, missingMl: number, pieces: number, larder: Larder): WayOut | null {
  const liquid = batter.lines
    .filter((line) => line.massG !== null && ingredientOf(larder, line.ingredientId).role === 'liquid')
    .sort((a, b) => (b.massG ?? 0) - (a.massG ?? 0))[0];
  const food = liquid && ingredientOf(larder, liquid.ingredientId);
  if (!food?.densityGPerMl || !food.composition) return null;
  const massG = missingMl * food.densityGPerMl.value;
  const hydrationShift = (massG * food.composition.waterG) / grainOf(batter.lines, larder);
  return hydrationShift <= LITTLE_HYDRATION
    ? { way: 'moreLiquid', pieces, ingredientId: food.id, massG, hydrationShift }
    : null;
}

/** Pieces that fill whole panfuls, near a wish: one panful fewer or more. */
export interface WholePanfuls {
  readonly exact: number;
  readonly fewer: { readonly panfuls: number; readonly pieces: number } | null;
  readonly more: {
    readonly panfuls: number;
    readonly pieces: number;
    /** By so much more batter, as a share, or by pours that are so much smaller. */
    readonly batterShare: number;
    readonly pourShare: number;
  };
}

/** How a wish for pieces falls into panfuls: 5½ becomes 5 or 6. */
export function wholePanfuls(pieces: number, perPanful: number): WholePanfuls {
  if (!(perPanful >= 1)) throw new FormulaFault('noAmount', 'A panful holds one piece at least.', 'perPanful');
  const exact = pieces / perPanful;
  const down = Math.floor(exact + 1e-9);
  const up = Math.ceil(exact - 1e-9);
  return {
    exact,
    fewer: down > 0 && down < up ? { panfuls: down, pieces: down * perPanful } : null,
    more: {
      ...{ panfuls: up, pieces: up * perPanful },
      ...{ batterShare: (up * perPanful) / pieces - 1, pourShare: 1 - pieces / (up * perPanful) },
    },
  };
}
