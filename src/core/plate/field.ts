import { KELVIN_AT_ZERO_C, STEFAN_BOLTZMANN_WM2K4 } from '#core/units';
import { lossesOf } from './heat-balance.ts';
import { METAL, arealHeatCapacityJm2K } from './metal.ts';
import { plateSizeMm, type StationBody } from './station.ts';

const { hypot, max, round } = Math; // bound once: asked for at every cell of every step

/** A plate from above as square cells, each at one temperature through its thickness. Row by row, the cook's side last. */
export interface PlateGrid {
  readonly columns: number;
  readonly rows: number;
  readonly cellM: number;
  /** 1 where there is metal. */
  readonly metal: Uint8Array;
  readonly arealHeatCapacityJm2K: number;
  /** Conductivity times thickness, W/K: what flows along the plate for each kelvin between cells. */
  readonly sheetConductanceWK: number;
  readonly convectionWm2K: number;
  readonly lossBelowWm2K: number;
  readonly emissivity: number;
}

/** A station's plate in cells of about `cellMm`. */
export function plateGrid(station: StationBody, cellMm: number): PlateGrid {
  const { widthMm, depthMm } = plateSizeMm(station);
  const columns = max(2, round(widthMm / cellMm));
  const rows = max(2, round(depthMm / cellMm));
  const metal = new Uint8Array(columns * rows).fill(1);
  if (station.shape.kind !== 'rectangle')
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const off = hypot(column + 0.5 - columns / 2, row + 0.5 - rows / 2);
        metal[row * columns + column] = off <= columns / 2 ? 1 : 0;
      }
  return {
    ...{ columns, rows, metal, ...lossesOf(station) },
    cellM: widthMm / 1000 / columns,
    arealHeatCapacityJm2K: arealHeatCapacityJm2K(station.metal, station.thicknessMm),
    sheetConductanceWK: (METAL[station.metal].conductivityWmK * station.thicknessMm) / 1000,
  };
}

/** What went in and out during a step, J. */
export interface FieldEnergy {
  readonly inJ: number;
  readonly lostJ: number;
}

/** Advances temperatures by one step, in place; `heatWm2` is what each cell gets from below less what food takes. */
export type FieldStep = (tempC: Float64Array, heatWm2: Float64Array, dtS: number) => FieldEnergy;

/** Elimination along one direction, worked out once for a step: what divides each cell, and what it hands to the next. */
interface Elimination {
  readonly inverse: Float64Array;
  readonly onward: Float64Array;
}

/** Where losses are linearised for the implicit part, °C: a plate at work. What is left is explicit, and small. Numerical. */
const LINEARISED_AT_C = 180;

/**
 * A solver for a plate in a room: conduction along the plate, heat in and out of each cell, losses to the room.
 * Alternating directions (Peaceman & Rachford 1955), second order and stable at any step. Losses are taken at the start
 * of a step and carried on at one slope, so that the elimination is worked out once; what they took is told, so that
 * energy closes. It keeps its scratch, so it serves one plate at a time.
 */
export function fieldSolver(grid: PlateGrid, ambientC: number): FieldStep {
  const { columns, rows, metal } = grid;
  const count = columns * rows;
  const areaM2 = grid.cellM ** 2;
  const right = joints(grid, 1);
  const below = joints(grid, columns);
  const half = new Float64Array(count);
  const loss = new Float64Array(count);
  const swept = new Float64Array(count);
  const linear = grid.convectionWm2K + grid.lossBelowWm2K;
  const radiation = grid.emissivity * STEFAN_BOLTZMANN_WM2K4;
  const room4 = (ambientC + KELVIN_AT_ZERO_C) ** 4;
  const slope = linear + 4 * radiation * (LINEARISED_AT_C + KELVIN_AT_ZERO_C) ** 3;
  const known = new Map<number, readonly [Elimination, Elimination]>();

  function eliminations(capacity: number): readonly [Elimination, Elimination] {
    let pair = known.get(capacity);
    if (!pair) known.set(capacity, (pair = [eliminate(capacity, right, 1), eliminate(capacity, below, columns)]));
    return pair;
  }

  function eliminate(capacity: number, joint: Float64Array, step: number): Elimination {
    const inverse = new Float64Array(count);
    const onward = new Float64Array(count);
    for (let i = 0; i < count; i++) {
      const before = i >= step ? joint[i - step]! : 0; // nothing is joined over a rim
      const handed = i >= step ? onward[i - step]! : 0;
      inverse[i] = 1 / (capacity + slope + before + joint[i]! - before * handed);
      onward[i] = joint[i]! * inverse[i]!;
    }
    return { inverse, onward };
  }

  /** Half a step, implicit along rows and explicit across them. */
  function alongRows(from: Float64Array, to: Float64Array, heatWm2: Float64Array, capacity: number): void {
    const { inverse, onward } = eliminations(capacity)[0];
    for (let i = 0; i < count; i++) {
      const t = from[i]!;
      let value = (capacity + slope) * t + heatWm2[i]! - loss[i]!;
      if (i + columns < count) value += below[i]! * (from[i + columns]! - t);
      if (i >= columns) value += below[i - columns]! * (from[i - columns]! - t);
      if (i > 0) value += right[i - 1]! * swept[i - 1]!;
      swept[i] = value * inverse[i]!;
    }
    let next = 0;
    for (let i = count - 1; i >= 0; i--) to[i] = next = swept[i]! + onward[i]! * next;
  }

  /** Half a step, implicit down columns and explicit across them. */
  function downColumns(from: Float64Array, to: Float64Array, heatWm2: Float64Array, capacity: number): void {
    const { inverse, onward } = eliminations(capacity)[1];
    for (let i = 0; i < count; i++) {
      const t = from[i]!;
      let value = (capacity + slope) * t + heatWm2[i]! - loss[i]!;
      if (i + 1 < count) value += right[i]! * (from[i + 1]! - t);
      if (i > 0) value += right[i - 1]! * (from[i - 1]! - t);
      if (i >= columns) value += below[i - columns]! * swept[i - columns]!;
      swept[i] = value * inverse[i]!;
    }
    for (let i = count - 1; i >= 0; i--) to[i] = swept[i]! + (i + columns < count ? onward[i]! * to[i + columns]! : 0);
  }

  return (tempC, heatWm2, dtS) => {
    const capacity = grid.arealHeatCapacityJm2K / (dtS / 2);
    for (let i = 0; i < count; i++) {
      const kelvin = tempC[i]! + KELVIN_AT_ZERO_C;
      const square = kelvin * kelvin;
      loss[i] = linear * (tempC[i]! - ambientC) + radiation * (square * square - room4);
    }
    alongRows(tempC, half, heatWm2, capacity);
    let heat = 0;
    let lost = 0;
    for (let i = 0; i < count; i++) {
      const first = slope * (half[i]! - tempC[i]!);
      if (metal[i]) {
        heat += heatWm2[i]!;
        lost += 2 * (loss[i]! + first) - slope * half[i]!;
      }
      loss[i]! += first;
    }
    downColumns(half, tempC, heatWm2, capacity);
    for (let i = 0; i < count; i++) if (metal[i]) lost += slope * tempC[i]!;
    return { inJ: heat * areaM2 * dtS, lostJ: (lost * areaM2 * dtS) / 2 };
  };
}

/** What joins each cell to the one a step on: nothing at a rim. */
function joints(grid: PlateGrid, step: number): Float64Array {
  const { columns, rows, metal } = grid;
  const conductance = grid.sheetConductanceWK / grid.cellM ** 2;
  return Float64Array.from({ length: columns * rows }, (_cell, i) => {
    const atRim = step === 1 ? i % columns === columns - 1 : i + step >= columns * rows;
    return !atRim && metal[i] && metal[i + step] ? conductance : 0;
  });
}

/** Heat stored in a plate above 0 °C, J. */
export function storedJ(grid: PlateGrid, tempC: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < tempC.length; i++) if (grid.metal[i]) sum += tempC[i]!;
  return sum * grid.arealHeatCapacityJm2K * grid.cellM ** 2;
}
