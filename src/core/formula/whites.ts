import { given } from '#core/given';
import { eggPartG, type Amount } from '#core/ingredients';
import type { BatterType, FormulaBody } from './formula.ts';

/** What is whipped to a foam, by ingredient. */
const FOAMS = ['eggWhite', 'aquafaba'];

export function isWhipped(ingredientId: string): boolean {
  return FOAMS.includes(ingredientId);
}

/**
 * Air that a gram of whites holds at soft peaks, mL: foams of 0.13–0.17 g/mL in textbooks, six to eight times as large as
 * the whites (from memory, low certainty); and what is left of it once it was folded in (common practice, no source).
 */
const AIR = { mlPerG: 6, keptWhenFolded: 0.8 };

/** Air that a gram of something brings into a batter of a type, mL. */
export function airMlPerG(type: BatterType, ingredientId: string): number {
  return type === 'whippedWhite' && isWhipped(ingredientId) ? AIR.mlPerG * AIR.keptWhenFolded : 0;
}

/** Air that whipped whites bring into a batter, mL. */
export function airMl(type: BatterType, amounts: readonly Amount[]): number {
  return amounts.reduce((sum, { ingredientId, massG }) => sum + airMlPerG(type, ingredientId) * (massG ?? 0), 0);
}

/** A batter without whipped whites stands as a thick batter does, Pa; the air of a batter that is all foam, mL/g. From memory; weak. */
const PLAIN_STANDS_PA = 20;
const FOAM_AIR_ML_PER_G = 1.6;

/** How a formula's batter stands, Pa: what its formula says of a foam, and the less of that the fewer whites are in it. */
export function standsPa({
  type,
  yieldStressPa,
  lines,
}: Pick<FormulaBody, 'type' | 'yieldStressPa' | 'lines'>): number {
  if (type !== 'whippedWhite') return yieldStressPa;
  const batter = lines
    .filter(({ when }) => when !== 'onPiece')
    .map(({ ingredientId, percent }) => ({ ingredientId, massG: percent }));
  const massG = batter.reduce((sum, line) => sum + (line.massG ?? 0), 0);
  const foam = Math.min(1, airMl(type, batter) / Math.max(1, massG) / FOAM_AIR_ML_PER_G);
  return PLAIN_STANDS_PA + foam * (yieldStressPa - PLAIN_STANDS_PA);
}

/** More whites than these sink before they are folded in and poured, a lot. Common practice, no source. */
export const WHITES_A_LOT = 3;

/** How many whites there are to whip, by weight where they are not counted. */
export function whitesIn(
  lines: readonly { readonly ingredientId: string; readonly massG: number | null; readonly eggs?: number }[],
): number {
  const usualG = given(eggPartG('eggWhite', 'euL'), 'a white has a usual mass in every class');
  return lines
    .filter(({ ingredientId }) => isWhipped(ingredientId))
    .reduce((sum, { eggs, massG }) => sum + (eggs ?? (massG ?? 0) / usualG), 0);
}

/** Hands for one lot of whites with a hand mixer: whipped, then folded in, s. Common practice, no source. */
export const WHIP_S = 180;
export const FOLD_S = 60;
