import { gasFreeDensityGPerMl, ingredientOf, mixtureComposition, type Amount, type Larder } from '#core/ingredients';
import { FormulaFault } from './fault.ts';
import type { BatterType, FormulaBody } from './formula.ts';
import { airMl } from './whites.ts';

/**
 * Volume of gas in the bowl over the volume of batter, from aerated against gas-free densities; low certainty. What whites
 * bring is counted by the whites (`whites.ts`): this is what beating and folding do besides. Assumed.
 */
const GAS_IN_BOWL: Record<BatterType, number> = {
  leavened: 0.1,
  thin: 0,
  eggRichThin: 0,
  coarseMeal: 0.08,
  whippedWhite: 0.05,
  // doubled, then stirred down and ladled
  yeast: 0.3,
  other: 0.05,
};

/** Share of a batter's volume that beating alone leaves as gas: of what whipped whites bring nothing. */
export function beatenGasShare(type: BatterType): number {
  return GAS_IN_BOWL[type];
}

/** Volume in the bowl of what a batter is made of: as it is, with what beating leaves in it and the air of its whites, mL. */
function volumesMl(type: BatterType, batter: readonly Amount[], larder: Larder) {
  const { massG } = mixtureComposition(batter, larder);
  const plainMl = massG / gasFreeDensityGPerMl(batter, larder);
  return { massG, plainMl, bowlMl: plainMl / (1 - GAS_IN_BOWL[type]) + airMl(type, batter) };
}

/** Share of a batter's volume that is gas when it stands in the bowl, by its type and the whites that are whipped into it. */
export function gasShare(type: BatterType, batter: readonly Amount[], larder: Larder): number {
  const { plainMl, bowlMl } = volumesMl(type, batter, larder);
  return 1 - plainMl / bowlMl;
}

/** The formula's amounts when its grain weighs `grainG`, without any rounding. What goes onto pieces is no batter. */
export function linesFor(body: FormulaBody, grainG: number): Amount[] {
  return body.lines.map((line) => ({
    ingredientId: line.ingredientId,
    massG: line.percent === null ? null : (line.percent * grainG) / 100,
  }));
}

/** Amounts that are stirred into the batter: all but what is counted onto pieces. */
export function inBatter(body: FormulaBody, amounts: readonly Amount[]): Amount[] {
  const onPiece = new Set(body.lines.filter((line) => line.when === 'onPiece').map((line) => line.ingredientId));
  return amounts.filter((amount) => !onPiece.has(amount.ingredientId));
}

/** Density of the formula's batter as it is poured, g/mL. */
export function pouredDensityGPerMl(body: FormulaBody, larder: Larder): number {
  const { massG, bowlMl } = volumesMl(body.type, inBatter(body, linesFor(body, 100)), larder);
  return massG / bowlMl;
}

/** Volume of batter that amounts make in the bowl, mL. */
export function bowlVolumeMl(body: FormulaBody, amounts: readonly Amount[], larder: Larder): number {
  return volumesMl(body.type, inBatter(body, amounts), larder).bowlMl;
}

/** @throws FormulaFault when the formula names what the kitchen does not have, or has no grain */
export function checkFormula(body: FormulaBody, larder: Larder): void {
  for (const { ingredientId } of body.lines) {
    if (!larder.has(ingredientId))
      throw new FormulaFault(
        'unknownIngredient',
        `There is no ingredient "${ingredientId}" in this kitchen.`,
        ingredientId,
      );
  }
  const grain = body.lines.filter((line) => ingredientOf(larder, line.ingredientId).role === 'grain');
  if (!grain.some((line) => line.percent !== null))
    throw new FormulaFault('noGrain', 'A batter needs grain above zero.', 'lines');
}
