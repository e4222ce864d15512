import { STANDARD_GRAVITY_MS2 } from '#core/units';

/** A yield stress fluid stops short of the ideal slump: measured share of the radius (prototype, no outside source). */
export const SPREAD_SHORTFALL = 0.96;

/**
 * Radius at which a small pour stops, m: R = (225 ρ g V² / 128 π² τ_y)^(1/5).
 * Source: Roussel & Coussot 2005, J. Rheol. 49 (slump of a small yield stress), from memory.
 */
export function idealSlumpRadiusM(volumeM3: number, densityKgM3: number, yieldStressPa: number): number {
  return ((225 * densityKgM3 * STANDARD_GRAVITY_MS2 * volumeM3 ** 2) / (128 * Math.PI ** 2 * yieldStressPa)) ** 0.2;
}

/** The same law read backwards: the yield stress of a pour that stopped at this radius, Pa. */
export function slumpYieldStressPa(volumeM3: number, densityKgM3: number, radiusM: number): number {
  return (225 * densityKgM3 * STANDARD_GRAVITY_MS2 * volumeM3 ** 2) / (128 * Math.PI ** 2 * radiusM ** 5);
}
