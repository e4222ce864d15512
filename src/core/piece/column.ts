import type { BatterProperties } from './batter.ts';
import { BROWNING_LSTAR, rateAt, type PieceParameters } from './parameters.ts';
import { latentHeatJPerKg, saturationPressurePa } from './water.ts';

/** One vertical column through a piece; index 0 lies on the plate. Cells are thin at both faces, where crust forms. */
export interface Column {
  readonly tempC: Float64Array;
  /** Water, kg per kg of dry matter. */
  readonly moisture: Float64Array;
  readonly starchSet: Float64Array;
  readonly eggSet: Float64Array;
  readonly gasReacted: Float64Array;
  /** Thickness as poured and dry matter of each cell. */
  readonly cellM: Float64Array;
  readonly dryKgM2: Float64Array;
  /** Browning of the face on the plate and of the face in the air. */
  baseLStar: number;
  topLStar: number;
  plateC: number;
  steamLostKgM2: number;
  heatInJM2: number;
}

export interface PlateContact {
  /** Surface before the pour, °C. */
  readonly surfaceC: number;
  /** Heat capacity of the metal under the piece, J/m²K. */
  readonly arealHeatCapacityJm2K: number;
  /** Heat that flows back from burner and surroundings per degree of dip, W/m²K. */
  readonly recoveryWm2K: number;
}

export interface ColumnSettings {
  readonly batter: BatterProperties;
  readonly parameters: PieceParameters;
  readonly plate: PlateContact;
  readonly ambientC: number;
  readonly pressurePa: number;
  readonly stepS: number;
}

const INITIAL_REACTED = 0.3; // share of the leavening spent in the bowl; assumed
const WATER_J_PER_KG_K = 4179; // near 40 °C
const DRY_J_PER_KG_K = 1500; // flour solids; Choi & Okos order, from memory
const OPEN_PORES = 0.3; // vapour swells a bubble about threefold before it opens; assumed
const DIFFUSIVITY_VAPOUR = 2.6e-5; // m²/s near 60 °C, handbook
const GAS_CONSTANT_VAPOUR = 461.5; // J/kgK
const MAX_CONDUCTIVITY = 3; // W/mK: beyond this the steam is handled as boiling
const AMBIENT_VAPOUR_PA = 1400; // about half-damp air at 22 °C
const MASS_TRANSFER_PER_CONVECTION = 1 / (1.1 * 1007 * 0.9); // m/s per W/m²K; Lewis analogy, Le^(2/3) ≈ 0.9

export function newColumn(settings: ColumnSettings, thicknessM: number, batterC: number, cells: number): Column {
  const { batter } = settings;
  const cellM = gradedCells(thicknessM, cells);
  const dryKgM3 = batter.densityKgM3 * (1 - batter.gasFraction) * (1 - batter.waterFraction);
  return {
    tempC: new Float64Array(cells).fill(batterC),
    moisture: new Float64Array(cells).fill(batter.waterFraction / (1 - batter.waterFraction)),
    starchSet: new Float64Array(cells),
    eggSet: new Float64Array(cells),
    gasReacted: new Float64Array(cells).fill(INITIAL_REACTED),
    cellM,
    dryKgM2: cellM.map((size) => size * dryKgM3),
    baseLStar: BROWNING_LSTAR.raw,
    topLStar: BROWNING_LSTAR.raw,
    plateC: settings.plate.surfaceC,
    steamLostKgM2: 0,
    heatInJM2: 0,
  };
}

/** Cell sizes symmetric about the middle, growing by `GROWTH` from each face inwards. */
function gradedCells(thicknessM: number, cells: number): Float64Array {
  const weights = Float64Array.from({ length: cells }, (_, i) => GROWTH ** Math.min(i, cells - 1 - i));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.map((weight) => (weight / total) * thicknessM);
}

/** The column turned over: what lay on the plate now faces the air. The plate under it has its own temperature again. */
export function turned(column: Column, settings: ColumnSettings): Column {
  const flip = (a: Float64Array) => a.slice().reverse();
  return {
    ...column,
    tempC: flip(column.tempC),
    moisture: flip(column.moisture),
    starchSet: flip(column.starchSet),
    eggSet: flip(column.eggSet),
    gasReacted: flip(column.gasReacted),
    baseLStar: column.topLStar,
    topLStar: column.baseLStar,
    plateC: (column.plateC + settings.plate.surfaceC) / 2,
  };
}

/** Water activity by the Oswin isotherm a_w = 1/(1 + (0.1/X)²), X in kg/kg dry: crumb and crust, order of magnitude. */
export function waterActivity(moisture: number): number {
  const ratio = 0.1 / Math.max(moisture, 1e-4);
  return 1 / (1 + ratio * ratio);
}

export function setFraction(column: Column, cell: number): number {
  return 0.6 * column.starchSet[cell]! + 0.4 * column.eggSet[cell]!;
}

/** Share of the thickness not yet set, counted from the face in the air downwards. */
export function unsetShare(column: Column): number {
  const n = column.tempC.length;
  let unsetM = 0;
  let totalM = 0;
  for (let i = 0; i < n; i++) totalM += column.cellM[i]!;
  for (let i = n - 1; i >= 0; i--) {
    const set = setFraction(column, i);
    if (set >= 0.5) {
      // the boundary lies between the middles of this cell and the one above: interpolate, so that times do not jump
      if (i < n - 1) {
        const above = setFraction(column, i + 1);
        const reach = (0.5 - above) / (set - above);
        unsetM += (reach - 0.5) * (reach > 0.5 ? column.cellM[i]! : column.cellM[i + 1]!);
      }
      break;
    }
    unsetM += column.cellM[i]!;
  }
  return Math.min(1, Math.max(0, unsetM / totalM));
}

/** Volume of gas above what was poured, mm per m² of column: what comes up as bubbles. */
export function gasMadeMm(column: Column, settings: ColumnSettings): number {
  const { batter, pressurePa } = settings;
  let total = 0;
  for (let i = 0; i < column.tempC.length; i++) {
    const wetKg = column.dryKgM2[i]! / (1 - batter.waterFraction);
    const start = batter.gasFraction * column.cellM[i]!;
    const tempK = column.tempC[i]! + 273.15;
    const dryPa = Math.max(OPEN_PORES * pressurePa, pressurePa - saturationPressurePa(Math.min(column.tempC[i]!, 99)));
    const molNew = batter.leaveningMolPerKg * (column.gasReacted[i]! - INITIAL_REACTED) * wetKg;
    const molStart = (start * pressurePa) / (8.314 * 293);
    total += ((molStart + molNew) * 8.314 * tempK) / dryPa - start;
  }
  return total * 1000;
}

/**
 * Advances the column by one step: implicit conduction, boiling with recondensation above, evaporation from the face
 * in the air, first-order kinetics, browning of the base. `contact` scales the base contact (second side).
 */
export function advance(column: Column, settings: ColumnSettings, contact: number): void {
  const { parameters: p, batter, plate, ambientC, pressurePa, stepS: dt } = settings;
  const { tempC, moisture } = column;
  const n = tempC.length;
  const dx = column.cellM;
  const dry = column.dryKgM2;

  // base contact falls as the base dries
  const baseActivity = waterActivity(moisture[0]!);
  const wetness = Math.min(1, Math.max(0, (baseActivity - 0.3) / 0.6));
  const hContact = contact * (p.contactDryWm2K + (p.contactWetWm2K - p.contactDryWm2K) * wetness);

  // conductivity with vapour carried through the pores (lagged)
  const k = SCRATCH.k;
  for (let i = 0; i < n; i++) k[i] = conductivity(tempC[i]!, batter, p, pressurePa);

  const hBase = 1 / (1 / hContact + dx[0]! / (2 * k[0]!));
  const heatCap = (i: number) => dry[i]! * (DRY_J_PER_KG_K + WATER_J_PER_KG_K * moisture[i]!);

  const between = (i: number) => 2 / (dx[i]! / k[i]! + dx[i + 1]! / k[i + 1]!);

  // face in the air: convection now, evaporation as a lagged sink
  const top = n - 1;
  const topVapour = waterActivity(moisture[top]!) * saturationPressurePa(Math.min(tempC[top]!, 100));
  const evapRate =
    (p.topConvectionWm2K * MASS_TRANSFER_PER_CONVECTION * Math.max(0, topVapour - AMBIENT_VAPOUR_PA)) /
    (GAS_CONSTANT_VAPOUR * (tempC[top]! + 273.15));
  const evapKg = Math.min(evapRate * dt, 0.5 * moisture[top]! * dry[top]!);
  const evapW = (evapKg * latentHeatJPerKg(tempC[top]!)) / dt;

  const { a, b, c, d } = SCRATCH;
  for (let i = 0; i < n; i++) {
    const cap = heatCap(i) / dt;
    const down = i > 0 ? between(i - 1) : hBase;
    const up = i < top ? between(i) : p.topConvectionWm2K;
    a[i] = i > 0 ? -down : 0;
    c[i] = i < top ? -up : 0;
    b[i] = cap + down + up;
    d[i] = cap * tempC[i]!;
    if (i === 0) d[i]! += down * column.plateC;
    if (i === top) d[i]! += up * ambientC - evapW;
  }
  solveTridiagonal(a, b, c, d, tempC, n);
  moisture[top]! -= evapKg / dry[top]!;
  column.steamLostKgM2 += evapKg;

  // the flux the implicit step used, before boiling takes heat out again
  const intoBase = hBase * (column.plateC - tempC[0]!);
  boil(column, settings, heatCap);

  column.heatInJM2 += intoBase * dt;
  column.plateC +=
    (dt * (plate.recoveryWm2K * (plate.surfaceC - column.plateC) - intoBase)) / plate.arealHeatCapacityJm2K;

  for (let i = 0; i < n; i++) {
    const t = tempC[i]!;
    column.starchSet[i] = relax(column.starchSet[i]!, rateAt(p.starch, t), dt);
    column.eggSet[i] = relax(column.eggSet[i]!, rateAt(p.egg, t), dt);
    column.gasReacted[i] = relax(column.gasReacted[i]!, rateAt(p.leavening, t), dt);
  }
  const baseFaceC = tempC[0]! + (intoBase * dx[0]!) / (2 * k[0]!);
  const skinC = baseFaceC + p.skinTowardPlate * (column.plateC - baseFaceC);
  column.baseLStar = browned(column.baseLStar, skinC, waterActivity(moisture[0]!), batter, p, dt);
}

/** What is above its boiling point boils; the steam condenses in the first cooler cell above or leaves. */
function boil(column: Column, settings: ColumnSettings, heatCap: (i: number) => number): void {
  const { parameters: p, pressurePa } = settings;
  const { tempC, moisture, dryKgM2: dry } = column;
  const n = tempC.length;
  const pureC = boilingInFood(pressurePa, 1);
  for (let i = 0; i < n; i++) {
    const boilC = boilingInFood(pressurePa, waterActivity(moisture[i]!));
    if (tempC[i]! <= boilC) continue;
    const latent = latentHeatJPerKg(boilC);
    const wantKg = ((tempC[i]! - boilC) * heatCap(i)) / latent;
    const steamKg = Math.min(wantKg, 0.5 * moisture[i]! * dry[i]!);
    tempC[i]! -= (steamKg * latent) / heatCap(i);
    moisture[i]! -= steamKg / dry[i]!;
    let above = i + 1;
    while (above < n && tempC[above]! >= pureC - 0.5) above++;
    const condensedKg = above < n ? p.recondensed * steamKg : 0;
    if (above < n) {
      // the condensate brings its latent heat and its own warmth
      const before = heatCap(above) * tempC[above]!;
      moisture[above]! += condensedKg / dry[above]!;
      tempC[above] = (before + condensedKg * (latent + WATER_J_PER_KG_K * boilC)) / heatCap(above);
    }
    column.steamLostKgM2 += steamKg - condensedKg;
  }
}

/** Boiling point of food water of activity a_w: where a_w·p_sat(T) = p. Clausius–Clapeyron about 100 °C. */
function boilingInFood(pressurePa: number, activity: number): number {
  const invK = 1 / 373.15 - (GAS_CONSTANT_VAPOUR / 2.257e6) * Math.log(pressurePa / 101325 / Math.max(activity, 1e-3));
  return 1 / invK - 273.15;
}

/** Batter and pores side by side; the pores carry heat by evaporation and condensation across them. */
function conductivity(tempC: number, batter: BatterProperties, p: PieceParameters, pressurePa: number): number {
  const t = Math.min(tempC, 97);
  const pv = saturationPressurePa(t);
  const tempK = t + 273.15;
  const slope = (pv * latentHeatJPerKg(t)) / (GAS_CONSTANT_VAPOUR * tempK * tempK); // dp_sat/dT
  const vapour =
    (latentHeatJPerKg(t) * DIFFUSIVITY_VAPOUR * slope * pressurePa) /
    (GAS_CONSTANT_VAPOUR * tempK * Math.max(0.05 * pressurePa, pressurePa - pv));
  const pores = p.pores[batter.type];
  return Math.min(MAX_CONDUCTIVITY, (1 - pores) * p.conductivityWmK + pores * Math.min(vapour, MAX_CONDUCTIVITY));
}

/** Lightness falls at the rate k(T)·F·f(a_w)·(L − 22); F from sugars, milk solids and pH. Form after Purlis & Salvadori 2009; factors fitted. */
function browned(
  lStar: number,
  skinC: number,
  activity: number,
  batter: BatterProperties,
  p: PieceParameters,
  dt: number,
): number {
  const factor =
    (0.6 + 0.1 * batter.sugarsPercent) * (0.7 + 0.075 * batter.milkSolidsPercent) * 10 ** (0.3 * (batter.ph - 7));
  const gate = 1 / (1 + Math.exp((activity - p.browningGate.at) / p.browningGate.width));
  return 22 + (lStar - 22) * Math.exp(-rateAt(p.browning, skinC) * factor * gate * dt);
}

function relax(done: number, rate: number, dt: number): number {
  return 1 - (1 - done) * Math.exp(-rate * dt);
}

const GROWTH = 1.25;
const MAX_CELLS = 128;
const SCRATCH = {
  a: new Float64Array(MAX_CELLS),
  b: new Float64Array(MAX_CELLS),
  c: new Float64Array(MAX_CELLS),
  d: new Float64Array(MAX_CELLS),
  k: new Float64Array(MAX_CELLS),
};

/** Thomas algorithm; writes the solution into `x`. */
function solveTridiagonal(
  a: Float64Array,
  b: Float64Array,
  c: Float64Array,
  d: Float64Array,
  x: Float64Array,
  n: number,
): void {
  for (let i = 1; i < n; i++) {
    const w = a[i]! / b[i - 1]!;
    b[i]! -= w * c[i - 1]!;
    d[i]! -= w * d[i - 1]!;
  }
  x[n - 1] = d[n - 1]! / b[n - 1]!;
  for (let i = n - 2; i >= 0; i--) x[i] = (d[i]! - c[i]! * x[i + 1]!) / b[i]!;
}
