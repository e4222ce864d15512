import { GAS_CONSTANT_J_MOLK, WATER_VAPOUR_J_KGK, KELVIN_AT_ZERO_C } from '#core/units';
import { latentHeatJPerKg, saturationPressurePa } from './water.ts';

const { exp, max, min } = Math; // bound once: asked for at every cell of every step

/** Span of the tables over temperature, °C, and rows a degree. Numerical. */
const FROM_C = -30;
const TO_C = 320; // Numerical.
const PER_C = 2; // Numerical.
const COUNT = (TO_C - FROM_C) * PER_C + 1; // Numerical.

/** A function of temperature, read off at steps of half a degree and straight between: far cheaper than asking it. */
export class ByTemperature {
  private readonly values: Float64Array;

  /** Tabulates `f` from −30 to 320 °C; held at both ends. */
  constructor(f: (tempC: number) => number) {
    this.values = Float64Array.from({ length: COUNT }, (_, i) => f(FROM_C + i / PER_C));
  }

  at(tempC: number): number {
    const x = (tempC - FROM_C) * PER_C;
    if (!(x > 0)) return this.values[0]!;
    if (x >= COUNT - 1) return this.values[COUNT - 1]!;
    const i = x | 0;
    const low = this.values[i]!;
    return low + (x - i) * (this.values[i + 1]! - low);
  }
}

/** Saturation pressure of water, Pa. */
export const VAPOUR_PA = new ByTemperature((tempC) => saturationPressurePa(max(tempC, 0)));

const DIFFUSIVITY_VAPOUR = 2.6e-5; // m²/s near 60 °C, handbook. Source: handbook, from memory.
const MAX_VAPOUR_WMK = 3; // beyond this the steam is handled as boiling. Numerical.
const NEAR_BOILING = 0.03; // least share of the pressure left to air; below it the steam drives itself. Numerical.
const OPEN_PORES = 0.3; // vapour swells a bubble about threefold before its wall opens; assumed

/** L·D·(dp_sat/dT) / (R_v·T), W/mK: what vapour carries at no share of air but one. */
const CARRIED_WMK = new ByTemperature((tempC) => {
  const tempK = tempC + KELVIN_AT_ZERO_C;
  const latent = latentHeatJPerKg(tempC);
  const slope = (saturationPressurePa(max(tempC, 0)) * latent) / (WATER_VAPOUR_J_KGK * tempK * tempK);
  return (latent * DIFFUSIVITY_VAPOUR * slope) / (WATER_VAPOUR_J_KGK * tempK);
});

/**
 * Heat carried across a wet pore by water that evaporates on its hot side and condenses on its cold one, W/mK:
 * L·D·(dp_sat/dT)·p / (R_v·T·(p − p_sat)), de Vries 1958 (from memory). Capped at 3 W/mK.
 */
export function vapourConductivityWmK(tempC: number, pressurePa: number): number {
  const airPa = max(NEAR_BOILING * pressurePa, pressurePa - VAPOUR_PA.at(tempC));
  return min(MAX_VAPOUR_WMK, (CARRIED_WMK.at(tempC) * pressurePa) / airPa);
}

/** Volume of a mole of gas in a bubble whose wall is wet, m³: nRT/(p − p_v), until the wall opens. */
export function swollenM3PerMol(tempC: number, pressurePa: number): number {
  return (
    (GAS_CONSTANT_J_MOLK * (tempC + KELVIN_AT_ZERO_C)) / max(OPEN_PORES * pressurePa, pressurePa - VAPOUR_PA.at(tempC))
  );
}

/** Henry's constant of CO₂, mol/kg bar: 0.034 at 25 °C, 2400 K (Sander 2015, from memory). */
const HENRY = new ByTemperature((tempC) => 0.034 * exp(2400 * (1 / (tempC + KELVIN_AT_ZERO_C) - 1 / 298.15)));

/** CO₂ that water holds under its own pressure in a wet bubble, mol/kg. */
export function dissolvedMolPerKg(tempC: number, pressurePa: number): number {
  return (HENRY.at(tempC) * max(0, pressurePa - VAPOUR_PA.at(tempC))) / 1e5;
}
