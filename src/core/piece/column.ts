import { GAS_CONSTANT_J_MOLK, KELVIN_AT_ZERO_C } from '#core/units';
import type { BatterFamily } from '#core/formula';
import type { BatterProperties } from './batter.ts';
import type { LeftAfter } from './kinetics.ts';
import { BROWNING_LSTAR, type PieceParameters } from './parameters.ts';
import { WATER_J_PER_KG_K } from './water.ts';

const { max, min } = Math; // bound once: asked for at every cell of every step

/** One vertical column through a piece; index 0 lies on the plate. Cells are thin at both faces, where crust forms. */
export interface Column {
  readonly tempC: Float64Array;
  /** Temperatures before the last step: what changes slowly runs at the mean of both. */
  readonly wasC: Float64Array;
  /** Steam that condensed in each cell in the last step, kg/m²s: where the next step begins. */
  readonly condensing: Float64Array;
  /** Water, kg per kg of dry matter. */
  readonly moisture: Float64Array;
  readonly starchSet: Float64Array;
  readonly eggSet: Float64Array;
  /** Share of the leavening spent. */
  readonly gasReacted: Float64Array;
  /** Gas in bubbles, and what is still dissolved, mol/m². */
  readonly gasMol: Float64Array;
  readonly dissolvedMol: Float64Array;
  /** Height that gas takes up in each cell, m. */
  readonly gasM: Float64Array;
  /** Height of batter without its gas, as poured, and dry matter of each cell. */
  readonly solidM: Float64Array;
  readonly dryKgM2: Float64Array;
  /** Fruit in the column, warmed by the batter around it. */
  readonly fruit: Fruit | undefined;
  /** Browning of the face on the plate and of the face in the air. */
  baseLStar: number;
  topLStar: number;
  plateC: number;
  /** Bubbles that have burst on the face in the air, and the holes of them that stand open, per m². */
  burstsPerM2: number;
  holesPerM2: number;
  /** ln of how much slower than in the raw batter such a hole closes now. */
  lnSlowing: number;
  steamLostKgM2: number;
  heatInJM2: number;
}

/** Fruit that lies in a column: a lump warmed by the batter around it. */
export interface Fruit {
  readonly kgM2: number;
  readonly conductanceWm2K: number;
  tempC: number;
  /** Ice still to melt, kg/m². */
  iceKgM2: number;
}

export interface PlateContact {
  /** Surface before the pour, °C. */
  readonly surfaceC: number;
  /** Heat capacity of the metal under the piece, J/m²K. */
  readonly arealHeatCapacityJm2K: number;
  /** Heat that flows back from burner and surroundings per degree of dip, W/m²K. */
  readonly recoveryWm2K: number;
}

/** The air over the piece: the room's, or what gathers under a lid. */
export interface AirAbove {
  readonly tempC: number;
  readonly vapourPa: number;
}

/** What does not change while a column cooks. */
export interface ColumnSettings {
  readonly batter: BatterProperties;
  readonly parameters: PieceParameters;
  readonly plate: PlateContact;
  readonly air: AirAbove;
  readonly pressurePa: number;
  readonly leftAfter: LeftAfter;
  /** A face that is turned onto the plate is pressed down. */
  readonly pressed?: boolean | undefined;
}

const INITIAL_REACTED = 0.3; // share of the leavening spent in the bowl; assumed
const GROWTH = 1.25; // cells grow by so much from each face inwards. Numerical.

/** A column as poured. Of what the bowl made, `gasFraction` is there as bubbles; the rest has left. */
export function newColumn(
  settings: ColumnSettings,
  thicknessM: number,
  batterC: number,
  cells: number,
  fruit?: Fruit,
): Column {
  const { batter, pressurePa } = settings;
  const cellM = gradedCells(thicknessM, cells, batter.type);
  const solidM = cellM.map((size) => size * (1 - batter.gasFraction));
  const gasM = cellM.map((size) => size * batter.gasFraction);
  return {
    tempC: new Float64Array(cells).fill(batterC),
    wasC: new Float64Array(cells).fill(batterC),
    condensing: new Float64Array(cells),
    moisture: new Float64Array(cells).fill(batter.waterFraction / (1 - batter.waterFraction)),
    starchSet: new Float64Array(cells),
    eggSet: new Float64Array(cells),
    gasReacted: new Float64Array(cells).fill(INITIAL_REACTED),
    gasMol: gasM.map((size) => (size * pressurePa) / (GAS_CONSTANT_J_MOLK * (batterC + KELVIN_AT_ZERO_C))),
    dissolvedMol: new Float64Array(cells),
    gasM,
    solidM,
    dryKgM2: solidM.map((size) => size * batter.densityKgM3 * (1 - batter.waterFraction)),
    fruit: fruit && { ...fruit },
    baseLStar: BROWNING_LSTAR.raw,
    topLStar: BROWNING_LSTAR.raw,
    plateC: settings.plate.surfaceC,
    burstsPerM2: 0,
    holesPerM2: 0,
    lnSlowing: 0,
    steamLostKgM2: 0,
    heatInJM2: 0,
  };
}

/**
 * Depth of a face that dries, colours and dulls as one, mm: what an eye sees of it. Part of the model, not of the grid:
 * finer layers are not told apart. Assumed.
 */
const SKIN_MM: Record<BatterFamily, number> = { leavened: 0.21, thin: 0.08 };
const MAX_SKIN = 0.08; // of a very thin piece

/** A skin on each face, and between them cells symmetric about the middle, growing inwards. */
function gradedCells(thicknessM: number, cells: number, type: BatterFamily): Float64Array {
  const skinM = min(SKIN_MM[type] / 1000, MAX_SKIN * thicknessM);
  const inner = cells - 2;
  const weights = Array.from({ length: inner }, (_, i) => GROWTH ** min(i, inner - 1 - i, MAX_GROWTH));
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const innerM = weights.map((weight) => (weight / total) * (thicknessM - 2 * skinM));
  return Float64Array.from([skinM, ...innerM, skinM]);
}
const MAX_GROWTH = 9; // beyond, cells are of one size, so that a fine grid is fine in the middle too. Numerical.

/** The column turned over: what lay on the plate now faces the air. The plate under it has its own temperature again. */
export function turned(column: Column, settings: ColumnSettings): Column {
  const flip = (a: Float64Array) => a.slice().reverse();
  return {
    tempC: flip(column.tempC),
    wasC: flip(column.wasC),
    condensing: new Float64Array(column.tempC.length),
    moisture: flip(column.moisture),
    starchSet: flip(column.starchSet),
    eggSet: flip(column.eggSet),
    gasReacted: flip(column.gasReacted),
    gasMol: flip(column.gasMol),
    dissolvedMol: flip(column.dissolvedMol),
    gasM: flip(column.gasM),
    solidM: flip(column.solidM),
    dryKgM2: flip(column.dryKgM2),
    fruit: column.fruit && { ...column.fruit },
    baseLStar: column.topLStar,
    topLStar: column.baseLStar,
    plateC: (column.plateC + settings.plate.surfaceC) / 2,
    burstsPerM2: column.burstsPerM2,
    holesPerM2: column.holesPerM2,
    lnSlowing: column.lnSlowing,
    steamLostKgM2: column.steamLostKgM2,
    heatInJM2: column.heatInJM2,
  };
}

/** Water activity by the Oswin isotherm a_w = 1/(1 + (0.1/X)²), X in kg/kg dry: crumb and crust, order of magnitude. */
export function waterActivity(moisture: number): number {
  const ratio = 0.1 / max(moisture, 1e-4);
  return 1 / (1 + ratio * ratio);
}

/** How far a cell has set, 0–1: its starch and its egg. Weights assumed. */
export function setFraction(column: Column, cell: number): number {
  return 0.6 * column.starchSet[cell]! + 0.4 * column.eggSet[cell]!;
}

/** Heat a cell stores, J/m²K. */
export function heatCapacity(column: Column, { batter }: ColumnSettings, cell: number): number {
  return column.dryKgM2[cell]! * (batter.dryHeatJKgK + WATER_J_PER_KG_K * column.moisture[cell]!);
}

/** Height of a cell with its gas, m. */
export function cellHeightM(column: Column, cell: number): number {
  return column.solidM[cell]! + column.gasM[cell]!;
}

/** Height of the whole column now, m: batter and gas. */
export function heightM(column: Column): number {
  let sum = 0;
  for (let i = 0; i < column.solidM.length; i++) sum += cellHeightM(column, i);
  return sum;
}

/** Mass of the column now without its fruit, kg/m². */
export function massKgM2(column: Column): number {
  let sum = 0;
  for (let i = 0; i < column.dryKgM2.length; i++) sum += column.dryKgM2[i]! * (1 + column.moisture[i]!);
  return sum;
}

/** The coldest point of the batter, °C; fruit in it may be cooler. */
export function coldestC({ tempC }: Column): number {
  let least = Infinity;
  for (let i = 0; i < tempC.length; i++) if (tempC[i]! < least) least = tempC[i]!;
  return least;
}

/** The least set point, 0–1. */
export function leastSet(column: Column): number {
  let least = 1;
  for (let i = 0; i < column.tempC.length; i++) least = min(least, setFraction(column, i));
  return least;
}

/** Share of its water that the skin in the air has lost against what was poured; below 0 where steam has wetted it. */
function faceLoss(column: Column, { batter }: ColumnSettings): number {
  const poured = batter.waterFraction / (1 - batter.waterFraction);
  return 1 - column.moisture[column.moisture.length - 1]! / poured;
}

/** How dull the face in the air looks: 1 when it has set and lost the water that made it shine. */
export function dullness(column: Column, settings: ColumnSettings): number {
  const set = setFraction(column, column.tempC.length - 1) / DULL_SET;
  return min(1, set, faceLoss(column, settings) / settings.parameters.dullLoss);
}
const DULL_SET = 0.55; // assumed
