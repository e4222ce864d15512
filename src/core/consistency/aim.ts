import { familyOf, standsPa, type BatterType, type FormulaBody } from '#core/formula';
import type { Quantity } from './estimate.ts';

/** Which number says how a type's batter runs. */
export function quantityOf(type: BatterType): Quantity {
  return familyOf(type) === 'thin' ? 'viscosity' : 'yieldStress';
}

/** Viscosity of a thin batter at its best, Pa·s: light to heavy cream. From memory; it covers a pan of 24 cm by 60 mL. */
const THIN_VISCOSITY_PAS: Partial<Record<BatterType, number>> = { thin: 0.07, eggRichThin: 0.05 };

/** Of a thin batter without gas, kg/m³. Textbook synthesis, 1.07–1.11 g/mL; from memory. */
export const USUAL_THIN_KG_M3 = 1080;

/** What a formula's batter should be when it is poured, Pa or Pa·s. */
export function targetConsistency(
  body: Pick<FormulaBody, 'type' | 'yieldStressPa' | 'viscosityPaS' | 'lines'>,
): number {
  return quantityOf(body.type) === 'viscosity'
    ? (body.viscosityPaS ?? THIN_VISCOSITY_PAS[body.type]!)
    : Math.max(0.5, standsPa(body));
}

/**
 * Share of a 24 cm base that 60 mL covers when it is tilted at once, by viscosity (Pa·s). Prototype of the swirl in
 * docs/models.md, no measurement.
. From the swirl prototype: fitted. */
const COVERED: readonly (readonly [number, number])[] = [
  [0.09, 1],
  [0.15, 0.81],
  [0.25, 0.73],
  [0.5, 0.6],
  [1, 0.49],
];

/** How much of a pan the usual pour of a thin batter covers. */
export function filmCover(viscosityPaS: number): number {
  if (viscosityPaS <= COVERED[0]![0]) return 1;
  for (let i = 1; i < COVERED.length; i++) {
    const [from, high] = COVERED[i - 1]!;
    const [to, low] = COVERED[i]!;
    if (viscosityPaS <= to) return high + ((low - high) * Math.log(viscosityPaS / from)) / Math.log(to / from);
  }
  return COVERED[COVERED.length - 1]![1];
}
