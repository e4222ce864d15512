import { WATER_VAPOUR_J_KGK, KELVIN_AT_ZERO_C } from '#core/units';
import { setFraction, waterActivity, type Column, type ColumnSettings } from './column.ts';
import { MAX_CELLS, solveTridiagonal } from './tridiagonal.ts';
import { WATER_J_PER_KG_K, latentHeatJPerKg } from './water.ts';

const { abs, exp, log, max, min, sqrt } = Math; // bound once: asked for at every cell of every step

const work = () => new Float64Array(MAX_CELLS);
const SCRATCH = { a: work(), b: work(), c: work(), d: work() };

/** What conduction needs of a step, worked out before it. */
export interface ConductionStep {
  readonly cap: Float64Array;
  /** Conductance below each cell and above the last, W/m²K: the plate first, the air last. */
  readonly link: Float64Array;
  readonly fruitW: Float64Array | undefined;
  /** What reaches the uppermost cell from the air, W/m², beside −hTop·T. */
  readonly topW: number;
  readonly dt: number;
}

/** Passes in which a step of boiling settles, and when it has. Numerical. */
const MAX_PASSES = 12;
const SETTLED_C_PER_S = 0.01; // the wet part of the boiling curve is steep: much water for little warmth. Numerical.
const SETTLED_SHARE = 0.02; // of the steam, that would yet condense elsewhere. Numerical.
const COOLER_C = 1; // a cell takes less steam as it comes so near to boiling. Numerical.
const BEFORE_C = work();
const TRIAL_C = work();
const COND_KG = work();
const COND_W = work();
const NEXT_KG = work();
const NEXT_W = work();
const KEPT = work();

/**
 * Conduction, boiling and condensing in one implicit step, by enthalpy: above its boiling point a cell holds no more water
 * than is at equilibrium with steam at its temperature, and the rest has boiled off. A share of the steam leaves at the
 * side; the rest rises and condenses in cooler batter, the more of it the deeper it has to go. Newton's method, since heat
 * content grows with temperature; steam follows its last trial. Changes temperatures and water; returns the steam that
 * came right through, kg/m².
 */
export function solveBoiling(column: Column, settings: ColumnSettings, step: ConductionStep): number {
  const { tempC, moisture, dryKgM2: dry, solidM } = column;
  const { pressurePa, parameters: p } = settings;
  const { cap, link, fruitW, topW, dt } = step;
  const { a, b, c, d } = SCRATCH;
  const n = tempC.length;
  const pureC = boilingInFood(pressurePa, 1);
  const latent = latentHeatJPerKg(pureC);
  const reachM = p.condensingMm / 1000;
  BEFORE_C.set(tempC);
  TRIAL_C.set(tempC);
  for (let i = 0; i < n; i++) {
    COND_KG[i] = coolness(tempC[i]!, pureC) * column.condensing[i]! * dt;
    COND_W[i] = (COND_KG[i]! * (latent + WATER_J_PER_KG_K * (pureC - tempC[i]!))) / dt;
    KEPT[i] = 1 - exp(-solidM[i]! / reachM);
  }
  for (let pass = 0; pass < MAX_PASSES; pass++) {
    for (let i = 0; i < n; i++) {
      const trialC = TRIAL_C[i]!;
      const held = moisture[i]! + COND_KG[i]! / dry[i]!;
      let heatJ = cap[i]! * (trialC - BEFORE_C[i]!);
      let slope = cap[i]!;
      const kept = keptAt(pressurePa, trialC, pureC, held);
      if (kept < held) {
        heatJ += latent * dry[i]! * (held - kept);
        slope -= latent * dry[i]! * equilibriumSlope(kept, trialC);
      }
      const down = link[i]!;
      const up = link[i + 1]!;
      a[i] = i > 0 ? -down : 0;
      c[i] = i < n - 1 ? -up : 0;
      b[i] = slope / dt + down + up;
      d[i] = (slope * trialC - heatJ) / dt + COND_W[i]!;
      if (fruitW) d[i]! -= fruitW[i]!;
      if (i === 0) d[i]! += down * column.plateC;
      if (i === n - 1) d[i]! += topW;
    }
    solveTridiagonal(a, b, c, d, tempC, n);
    const still = settled(column, pureC, pressurePa, dt);
    const movedShare = condense(column, settings, dt, pureC, latent);
    if (still && movedShare < SETTLED_SHARE) break;
    COND_KG.set(NEXT_KG);
    COND_W.set(NEXT_W);
  }
  let madeKg = 0;
  let condensedKg = 0;
  for (let i = 0; i < n; i++) {
    const held = moisture[i]! + COND_KG[i]! / dry[i]!;
    const left = keptAt(pressurePa, tempC[i]!, pureC, held);
    madeKg += (held - left) * dry[i]!;
    condensedKg += COND_KG[i]!;
    moisture[i] = left;
    column.condensing[i] = COND_KG[i]! / dt;
  }
  column.steamLostKgM2 += madeKg - condensedKg;
  return max(0, (1 - ventedShare(column, settings)) * madeKg - condensedKg);
}

/**
 * Whether the solved temperatures are the trial's. The next trial is the solved one, but a cell that passes its boiling
 * point is first tried at it: from there on the way up is concave and Newton's steps fall short instead of running away.
 */
function settled({ tempC, moisture, dryKgM2: dry }: Column, pureC: number, pressurePa: number, dt: number): boolean {
  let far = 0;
  let boils = false;
  for (let i = 0; i < tempC.length; i++) {
    let next = tempC[i]!;
    if (next > pureC || COND_W[i] !== 0) boils = true;
    if (next > pureC) {
      const held = moisture[i]! + COND_KG[i]! / dry[i]!;
      const boilC = boilingInFood(pressurePa, waterActivity(held));
      if (next > boilC && TRIAL_C[i]! < boilC) next = boilC + 1e-6;
    }
    far = max(far, abs(next - TRIAL_C[i]!), abs(next - tempC[i]!));
    TRIAL_C[i] = next;
  }
  // without steam the system is linear and solved at once
  return !boils || far < SETTLED_C_PER_S * dt;
}

/** Where the steam of the trial condenses next, from the plate upwards; returns the share of it that changes place. */
function condense(column: Column, settings: ColumnSettings, dt: number, pureC: number, latent: number): number {
  const { moisture, dryKgM2: dry } = column;
  const { pressurePa } = settings;
  const vented = ventedShare(column, settings);
  let risingKg = 0;
  let madeKg = 0;
  let movedKg = 0;
  for (let i = 0; i < moisture.length; i++) {
    const trialC = TRIAL_C[i]!;
    const held = moisture[i]! + COND_KG[i]! / dry[i]!;
    const left = keptAt(pressurePa, trialC, pureC, held);
    const hereKg = risingKg * KEPT[i]! * coolness(trialC, pureC);
    const steamKg = (held - left) * dry[i]!;
    madeKg += steamKg;
    movedKg += abs(hereKg - COND_KG[i]!);
    risingKg += (1 - vented) * steamKg - hereKg;
    NEXT_KG[i] = hereKg;
    NEXT_W[i] = (hereKg * (latent + WATER_J_PER_KG_K * (pureC - BEFORE_C[i]!))) / dt;
  }
  // with no steam left, what the step before condensed is nobody's: it has to be let go first
  return madeKg > 0 ? movedKg / madeKg : movedKg > 0 ? Infinity : 0;
}

/** Share of the steam that finds a way out at the side and beneath. */
function ventedShare(column: Column, { parameters: p }: ColumnSettings): number {
  return min(1, p.vented + p.otherwise.ventedOnceSet * setFraction(column, 0));
}

/** Water a cell keeps at a temperature, kg/kg dry: what is in it, or what equilibrium with steam leaves it. */
function keptAt(pressurePa: number, tempC: number, pureC: number, held: number): number {
  return tempC > pureC ? min(held, equilibriumMoisture(pressurePa, tempC)) : held;
}

/** How readily a cell takes steam, 0–1: not when it boils itself. */
function coolness(tempC: number, pureC: number): number {
  return min(1, max(0, (pureC - tempC) / COOLER_C));
}

/** Water that food at `tempC` holds against steam of this pressure, kg/kg dry: a_w·p_sat(T) = p and the Oswin isotherm. */
function equilibriumMoisture(pressurePa: number, tempC: number): number {
  const lnActivity =
    log(pressurePa / 101325) - (2.257e6 / WATER_VAPOUR_J_KGK) * (1 / 373.15 - 1 / (tempC + KELVIN_AT_ZERO_C));
  return lnActivity >= -1e-9 ? Infinity : 0.1 / sqrt(exp(-lnActivity) - 1);
}

/** How that water changes with warmth, kg/kg K: the derivative of the same law. */
function equilibriumSlope(moisture: number, tempC: number): number {
  const inverseActivity = 1 + (0.1 / moisture) ** 2;
  const lnSlope = -2.257e6 / WATER_VAPOUR_J_KGK / (tempC + KELVIN_AT_ZERO_C) ** 2;
  return (0.5 * moisture * inverseActivity * lnSlope) / (inverseActivity - 1);
}

/** Boiling point of food water of activity a_w: where a_w·p_sat(T) = p. Clausius–Clapeyron about 100 °C. */
function boilingInFood(pressurePa: number, activity: number): number {
  const invK = 1 / 373.15 - (WATER_VAPOUR_J_KGK / 2.257e6) * log(pressurePa / 101325 / max(activity, 1e-3));
  return 1 / invK - KELVIN_AT_ZERO_C;
}
