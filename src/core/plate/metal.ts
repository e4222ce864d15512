import type { METALS } from './station.ts';

export type Metal = (typeof METALS)[number];

/**
 * Metals at 300 K: conductivity W/mK, density kg/m³, specific heat J/kgK.
 * Source: Incropera & DeWitt, Fundamentals of Heat and Mass Transfer, Table A.1 (plain carbon steel, stainless 304, pure
 * aluminium); grey cast iron: ASM Handbook. From memory.
 */
export const METAL: Record<Metal, { conductivityWmK: number; densityKgM3: number; specificHeatJKgK: number }> = {
  carbonSteel: { conductivityWmK: 60.5, densityKgM3: 7854, specificHeatJKgK: 434 },
  castIron: { conductivityWmK: 52, densityKgM3: 7200, specificHeatJKgK: 460 },
  aluminium: { conductivityWmK: 237, densityKgM3: 2702, specificHeatJKgK: 903 },
  stainless: { conductivityWmK: 14.9, densityKgM3: 7900, specificHeatJKgK: 477 },
};

/** Heat stored per area and degree, J/m²K. */
export function arealHeatCapacityJm2K(metal: Metal, thicknessMm: number): number {
  const { densityKgM3, specificHeatJKgK } = METAL[metal];
  return (densityKgM3 * specificHeatJKgK * thicknessMm) / 1000;
}
