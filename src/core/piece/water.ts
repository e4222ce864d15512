import { KELVIN_AT_ZERO_C } from '#core/units';
/**
 * Saturation line of water.
 * Source: IAPWS Industrial Formulation 1997, region 4 (equations 30 and 31), coefficients from memory and
 * checked in the tests against its published verification values. Valid 0–373.9 °C.
 */
const N = [
  0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2, 0.1202082470247e5, -0.32325550322333e7,
  0.1491510861353e2, -0.48232657361591e4, 0.40511340542057e6, -0.23855557567849, 0.65017534844798e3,
] as const;

/** Saturation pressure of water, Pa, at `tempC`. */
export function saturationPressurePa(tempC: number): number {
  const tempK = tempC + KELVIN_AT_ZERO_C;
  const theta = tempK + N[8] / (tempK - N[9]);
  const a = theta * theta + N[0] * theta + N[1];
  const b = N[2] * theta * theta + N[3] * theta + N[4];
  const c = N[5] * theta * theta + N[6] * theta + N[7];
  const root = (2 * c) / (-b + Math.sqrt(b * b - 4 * a * c));
  return root ** 4 * 1e6;
}

/** Temperature, °C, at which water of activity 1 boils at `pressurePa`. */
export function boilingPointC(pressurePa: number): number {
  const beta = (pressurePa / 1e6) ** 0.25;
  const e = beta * beta + N[2] * beta + N[5];
  const f = N[0] * beta * beta + N[3] * beta + N[6];
  const g = N[1] * beta * beta + N[4] * beta + N[7];
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g));
  const s = N[9] + d;
  return (s - Math.sqrt(s * s - 4 * (N[8] + N[9] * d))) / 2 - KELVIN_AT_ZERO_C;
}

/** Heat of evaporation, J/kg; linear fit of the steam tables between 20 and 140 °C, within 0.3 % (from memory). */
export function latentHeatJPerKg(tempC: number): number {
  return 2.501e6 - 2430 * tempC;
}

/** Specific heat of water near 40 °C, J/kgK; Choi & Okos 1986, from memory. */
export const WATER_J_PER_KG_K = 4179;
