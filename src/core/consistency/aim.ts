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
