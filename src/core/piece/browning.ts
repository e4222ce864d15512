import type { BatterProperties } from './batter.ts';
import type { ColumnSettings } from './column.ts';
import { BROWNING_LSTAR, rateAt } from './parameters.ts';

export const DARKEST_LSTAR = 22; // where browning ends; assumed

/**
 * Lightness a step later: it falls at the rate k(T)·F·f(a_w)·(L* − 22), F from sugars, milk solids and pH. Form after
 * Purlis & Salvadori 2009; factors fitted. T lies between the batter's face and the plate: fat bridges the gap.
 */
export function browned(
  lStar: number,
  { batter, parameters: p }: ColumnSettings,
  { faceC, plateC, activity }: { readonly faceC: number; readonly plateC: number; readonly activity: number },
  dt: number,
): number {
  const skinC = faceC + p.skinTowardPlate * (plateC - faceC);
  const gate = 1 / (1 + Math.exp((activity - p.browningGate.at) / p.browningGate.width));
  const left = (lStar - DARKEST_LSTAR) / (BROWNING_LSTAR.raw - DARKEST_LSTAR);
  const order = p.otherwise.browningOrder === 1 ? 1 : left ** (p.otherwise.browningOrder - 1);
  const rate = rateAt(p.browning, skinC) * browningFactor(batter) * gate * order;
  return DARKEST_LSTAR + (lStar - DARKEST_LSTAR) * Math.exp(-rate * dt);
}

/** How much faster than a plain batter this one browns. Fitted. */
function browningFactor({ sugarsPercent, milkSolidsPercent, ph }: BatterProperties): number {
  return (0.6 + 0.1 * sugarsPercent) * (0.7 + 0.075 * milkSolidsPercent) * 10 ** (0.3 * (ph - 7));
}
