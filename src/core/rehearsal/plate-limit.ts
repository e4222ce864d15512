import type { FormulaBody } from '#core/formula';
import { FAT_LIMIT_C, OVER_BATTER_C, ceilingC, type StationBody } from '#core/plate';

/** What the face or the fat on it bears, °C; nothing when neither minds. */
export function faceLimitC(station: StationBody, fat: FormulaBody['fat']['kind'] | null): number | null {
  const limits = [ceilingC(station), fat && FAT_LIMIT_C[fat]].filter((limit) => limit !== null);
  return limits.length ? Math.min(...limits) : null;
}

/** What a batter bears of a plate, °C. */
export function batterLimitC(heat: Pick<FormulaBody['heat'], 'highC'>): number {
  return heat.highC + OVER_BATTER_C;
}
