import type { Climate, Stay } from './place.ts';

/** A covered bowl in still air, W/m²K. Handbook order of free convection and radiation together; assumed. */
const BOWL_WM2K = 10;
/** Batter, J/K per mL: density times specific heat of a wet batter. Choi & Okos order, from memory. */
const HEAT_J_PER_ML_K = 3.9;

/** Minutes in which a bowl of this much comes two thirds of the way to the air around it: a lump in the shape of a ball. */
export function warmingMin(volumeMl: number): number {
  const areaM2 = 4.84 * (volumeMl * 1e-6) ** (2 / 3);
  return (HEAT_J_PER_ML_K * volumeMl) / (BOWL_WM2K * areaM2) / 60;
}

/** Temperature of a lot that stood here and there, °C at a moment. */
export function lotTemperatureC(
  stays: readonly Stay[],
  mixedC: number,
  volumeMl: number,
  climate: Climate,
  atMs: number,
): number {
  const tauMs = warmingMin(volumeMl) * 60_000;
  let tempC = mixedC;
  for (let i = 0; i < stays.length; i++) {
    const { fromMs, where } = stays[i]!;
    const toMs = Math.min(atMs, stays[i + 1]?.fromMs ?? Infinity);
    if (toMs <= fromMs) continue;
    const airC = where === 'counter' ? climate.roomC : climate.fridgeC;
    tempC = airC + (tempC - airC) * Math.exp(-(toMs - fromMs) / tauMs);
  }
  return tempC;
}
