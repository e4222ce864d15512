import { WATER_VAPOUR_J_KGK, KELVIN_AT_ZERO_C } from '#core/units';
import { solveBoiling, type ConductionStep } from './boiling.ts';
import { heatCapacity, setFraction, waterActivity, type Column, type ColumnSettings } from './column.ts';
import { VAPOUR_PA, vapourConductivityWmK } from './lookup.ts';
import { MAX_CELLS, solveTridiagonal } from './tridiagonal.ts';
import { latentHeatJPerKg } from './water.ts';

const { exp, max, min } = Math; // bound once: asked for at every cell of every step

const ICE_MELT_J_PER_KG = 334e3; // handbook. Source: handbook, from memory.
const MASS_TRANSFER_PER_CONVECTION = 1 / (1.1 * 1007 * 0.9); // m/s per W/m²K; Lewis analogy, Le^(2/3) ≈ 0.9. Source: Lewis analogy.
const AIR_WMK = 0.028; // still air at 60 °C, handbook. Source: handbook, from memory.

const work = () => new Float64Array(MAX_CELLS);
const SCRATCH = { a: work(), b: work(), c: work(), d: work(), half: work(), cap: work(), link: work() };

/** What one step of heat did, for what follows it. */
export interface HeatStep {
  /** The face of the batter on the plate, mean over the step, °C. */
  readonly baseFaceC: number;
  /** Water activity of the lowest cell, mean over the step. */
  readonly baseActivity: number;
  /** Steam that came right through, kg/m². */
  readonly throughKgM2: number;
}

/**
 * One step of heat and water: implicit conduction with the plate beneath and the air above, water leaving the face in
 * the air or condensing on it, boiling with the steam condensing in the cooler batter above, fruit drawing its share.
 * @param touching share of the base that touches the plate
 */
export function heatStep(column: Column, settings: ColumnSettings, touching: number, dt: number): HeatStep {
  const { parameters: p, air } = settings;
  const { tempC, moisture, dryKgM2: dry } = column;
  const n = tempC.length;
  const top = n - 1;
  column.wasC.set(tempC);
  const { half, cap, link } = SCRATCH;
  for (let i = 0; i < n; i++) {
    half[i] = (column.solidM[i]! + column.gasM[i]!) / (2 * conductivity(column, settings, i));
    cap[i] = heatCapacity(column, settings, i);
  }
  const baseActivity = waterActivity(moisture[0]!);
  const wetness = min(1, max(0, (baseActivity - 0.3) / 0.6));
  const kept = 1 - p.otherwise.contactLost * setFraction(column, 0);
  const hContact = touching * kept * (p.contactDryWm2K + (p.contactWetWm2K - p.contactDryWm2K) * wetness);
  const hBase = hContact > 0 ? 1 / (1 / hContact + half[0]!) : 0;

  const evaporation = evaporationAt(column, settings, dt);
  const hTop = 1 / (1 / max(p.topConvectionWm2K, 1e-9) + half[top]!);
  const fruitW = fruitDraw(column, dt);

  link[0] = hBase;
  for (let i = 1; i < n; i++) link[i] = 1 / (half[i - 1]! + half[i]!);
  link[n] = hTop + evaporation.slopeWm2K;
  const system: ConductionStep = {
    cap,
    link,
    fruitW,
    topW: air.tempC * hTop - evaporation.heatWm2 + evaporation.slopeWm2K * tempC[top]!,
    dt,
  };
  const throughKgM2 = solveBoiling(column, settings, system);
  const evapW = evaporation.heatWm2 + evaporation.slopeWm2K * (tempC[top]! - column.wasC[top]!);
  const evapKg = (evapW * dt) / evaporation.latentJKg;
  moisture[top]! -= evapKg / dry[top]!;
  column.steamLostKgM2 += evapKg;

  const intoBaseWm2 = hBase * (column.plateC - tempC[0]!);
  const baseFaceC = 0.5 * (column.wasC[0]! + tempC[0]!) + intoBaseWm2 * half[0]!;
  spreadMoisture(column, settings, dt);
  column.heatInJM2 += intoBaseWm2 * dt;
  dip(column, settings, intoBaseWm2, dt);
  return { baseFaceC, baseActivity: 0.5 * (baseActivity + waterActivity(moisture[0]!)), throughKgM2 };
}

/** The plate under the piece: the heat it gives and what flows back, exactly over the step. */
function dip(column: Column, { plate }: ColumnSettings, intoBaseWm2: number, dt: number): void {
  const { surfaceC, arealHeatCapacityJm2K, recoveryWm2K } = plate;
  const restC = surfaceC - intoBaseWm2 / recoveryWm2K;
  column.plateC = restC + (column.plateC - restC) * exp((-dt * recoveryWm2K) / arealHeatCapacityJm2K);
}

/** Heat that leaves with the water of the face in the air, or comes with that of a moister air, and how it grows with warmth. */
interface Evaporation {
  readonly heatWm2: number;
  readonly slopeWm2K: number;
  readonly latentJKg: number;
}

function evaporationAt(column: Column, { parameters: p, air }: ColumnSettings, dt: number): Evaporation {
  const top = column.tempC.length - 1;
  const tempC = min(column.tempC[top]!, 100);
  const latentJKg = latentHeatJPerKg(tempC);
  const activity = waterActivity(column.moisture[top]!);
  const perPa =
    (p.topConvectionWm2K * MASS_TRANSFER_PER_CONVECTION * latentJKg) /
    (WATER_VAPOUR_J_KGK * (tempC + KELVIN_AT_ZERO_C));
  const most = (0.5 * column.moisture[top]! * column.dryKgM2[top]! * latentJKg) / dt;
  const facePa = VAPOUR_PA.at(tempC);
  const heatWm2 = perPa * (activity * facePa - air.vapourPa);
  if (heatWm2 > most) return { heatWm2: most, slopeWm2K: 0, latentJKg };
  return { heatWm2, slopeWm2K: perPa * activity * (VAPOUR_PA.at(tempC + 1) - facePa), latentJKg };
}

/**
 * Batter with bubbles in it, by Maxwell–Eucken: the batter from its water and solids by volume (Choi & Okos order), the
 * bubbles still air and the vapour that crosses them while their walls are wet.
 */
function conductivity(column: Column, { batter, pressurePa }: ColumnSettings, i: number): number {
  const water = column.moisture[i]! / 1000;
  const solids = 1 / batter.dryDensityKgM3;
  const batterK = (water * WATER_WMK + solids * batter.dryConductivityWmK) / (water + solids);
  const gasK = AIR_WMK + waterActivity(column.moisture[i]!) * vapourConductivityWmK(column.tempC[i]!, pressurePa);
  const share = column.gasM[i]! / (column.gasM[i]! + column.solidM[i]!);
  return (
    (batterK * (2 * batterK + gasK - 2 * share * (batterK - gasK))) / (2 * batterK + gasK + share * (batterK - gasK))
  );
}
const WATER_WMK = 0.65; // near 60 °C, handbook. Source: handbook, from memory.

/** Water moves from wet to dry batter, by Fick in dry matter, implicit: what dries a face is drawn from beneath it. */
function spreadMoisture(column: Column, { parameters: p, batter }: ColumnSettings, dt: number): void {
  const { moisture, dryKgM2: dry, solidM } = column;
  const n = moisture.length;
  const { a, b, c, d } = SCRATCH;
  const dryKgM3 = batter.densityKgM3 * (1 - batter.waterFraction);
  let down = 0;
  for (let i = 0; i < n; i++) {
    const up = i < n - 1 ? (2 * p.moistureM2S * dryKgM3) / (solidM[i]! + solidM[i + 1]!) : 0;
    const store = dry[i]! / dt;
    a[i] = -down;
    c[i] = -up;
    b[i] = store + down + up;
    d[i] = store * moisture[i]!;
    down = up;
  }
  solveTridiagonal(a, b, c, d, moisture, n);
}

const FRUIT_W = work();

/** Heat each cell gives to the fruit in it, W/m²; the fruit melts and warms. The upper two thirds hold it. */
function fruitDraw(column: Column, dt: number): Float64Array | undefined {
  const { fruit } = column;
  if (!fruit) return undefined;
  const n = column.tempC.length;
  const total = column.solidM.reduce((sum, size) => sum + size, 0);
  let height = 0;
  let drawn = 0;
  for (let i = 0; i < n; i++) {
    height += column.solidM[i]!;
    const share = height > total / 3 ? column.solidM[i]! / ((2 / 3) * total) : 0;
    const w = fruit.conductanceWm2K * share * (column.tempC[i]! - fruit.tempC);
    FRUIT_W[i] = w;
    drawn += w;
  }
  let heatJ = drawn * dt;
  if (fruit.iceKgM2 > 0) {
    const melted = min(fruit.iceKgM2, heatJ / ICE_MELT_J_PER_KG);
    fruit.iceKgM2 -= melted;
    heatJ -= melted * ICE_MELT_J_PER_KG;
  }
  fruit.tempC += heatJ / (fruit.kgM2 * FRUIT_J_PER_KG_K);
  return FRUIT_W;
}
const FRUIT_J_PER_KG_K = 3800; // berries, 85 % water; handbook order. From memory.

const RACK_C = 50; // cool enough to weigh; assumed
const STEAMED_SHARE = 0.75; // of the heat given off on a rack that goes as steam, by the Lewis analogy at 70 °C. Source: Lewis analogy.

/** Water that steams off while a lifted piece cools on a rack, kg/m². */
export function steamedOffKgM2(column: Column, settings: ColumnSettings): number {
  let heatJ = 0;
  for (let i = 0; i < column.tempC.length; i++) {
    heatJ += heatCapacity(column, settings, i) * max(0, column.tempC[i]! - RACK_C);
  }
  return (STEAMED_SHARE * heatJ) / latentHeatJPerKg(70);
}
