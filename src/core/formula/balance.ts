import { ingredient, type Amount } from '#core/ingredients';
import type { BatterType } from './formula.ts';

/** Water per 100 g of dry grain; the grain's own moisture is left out. */
export interface Hydration {
  readonly withEggG: number;
  readonly withoutEggG: number;
}

/**
 * Bands of hydration with egg, per 100 g grain, as advice: `batter.md`-style textbook synthesis and common practice,
 * whichever is wider; no source.
 */
export const HYDRATION_BAND: Record<BatterType, { low: number; high: number }> = {
  leavened: { low: 130, high: 230 },
  thin: { low: 205, high: 465 },
};

/** Hydration of amounts. @throws RangeError without grain. */
export function hydration(amounts: readonly Amount[]): Hydration {
  const grainG = massByRole(amounts, 'grain');
  if (!(grainG > 0)) throw new RangeError('A batter needs grain above zero.');
  let egg = 0;
  let other = 0;
  for (const { ingredientId, massG } of amounts) {
    const { role, composition } = ingredient(ingredientId);
    if (role === 'grain') continue;
    if (role === 'egg') egg += (massG * composition.waterG) / 100;
    else other += (massG * composition.waterG) / 100;
  }
  return { withEggG: ((egg + other) * 100) / grainG, withoutEggG: (other * 100) / grainG };
}

/** Share of lactic acid in buttermilk: 0.85 % (0.7–1.0). Source: Walstra, Dairy Science & Technology, from memory. */
const BUTTERMILK_ACID = { value: 0.0085, low: 0.007, high: 0.01 };
/** Grams of soda that a gram of lactic acid neutralises: 84.007 / 90.08 (IUPAC weights). */
const SODA_PER_LACTIC = 84.007 / 90.08;

export interface LeaveningBalance {
  readonly sodaG: number;
  /** Soda that the acid of the liquids could neutralise, with its range. */
  readonly neutralisableG: { readonly value: number; readonly low: number; readonly high: number };
  readonly powderPercent: number;
  readonly verdict: 'none' | 'powderOnly' | 'sour' | 'balanced' | 'alkaline';
}

/** Acid against soda, in grams. Baking powder brings its own acid and stands apart. */
export function leaveningBalance(amounts: readonly Amount[]): LeaveningBalance {
  const sodaG = massByRole(amounts, 'soda');
  const grainG = massByRole(amounts, 'grain');
  const powderG = massByRole(amounts, 'powder');
  const buttermilkG = amounts.filter((a) => a.ingredientId === 'buttermilk').reduce((sum, a) => sum + a.massG, 0);
  const neutralise = (share: number) => buttermilkG * share * SODA_PER_LACTIC;
  const neutralisableG = {
    value: neutralise(BUTTERMILK_ACID.value),
    low: neutralise(BUTTERMILK_ACID.low),
    high: neutralise(BUTTERMILK_ACID.high),
  };
  return {
    sodaG,
    neutralisableG,
    powderPercent: grainG > 0 ? (powderG * 100) / grainG : 0,
    verdict: verdict(sodaG, powderG, neutralisableG),
  };
}

function verdict(
  sodaG: number,
  powderG: number,
  acid: LeaveningBalance['neutralisableG'],
): LeaveningBalance['verdict'] {
  if (sodaG === 0) return powderG > 0 ? 'powderOnly' : 'none';
  if (sodaG > acid.high) return 'alkaline';
  return sodaG < acid.low ? 'sour' : 'balanced';
}

function massByRole(amounts: readonly Amount[], role: string): number {
  return amounts.filter((a) => ingredient(a.ingredientId).role === role).reduce((sum, a) => sum + a.massG, 0);
}
