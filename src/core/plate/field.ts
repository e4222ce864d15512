import { KELVIN_AT_ZERO_C } from '#core/units';
import { LOSSES, STEFAN_BOLTZMANN } from './heat-balance.ts';
import { METAL, arealHeatCapacityJm2K } from './metal.ts';
import type { StationBody } from './station.ts';

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
  const { shape } = station;
  const round = shape.kind === 'round';
  const widthMm = round ? shape.diameterMm : shape.widthMm;
  const depthMm = round ? shape.diameterMm : shape.depthMm;
  const columns = Math.max(2, Math.round(widthMm / cellMm));
  const rows = Math.max(2, Math.round(depthMm / cellMm));
  const metal = new Uint8Array(columns * rows).fill(1);
  if (round)
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++) {
        const off = Math.hypot(column + 0.5 - columns / 2, row + 0.5 - rows / 2);
        metal[row * columns + column] = off <= columns / 2 ? 1 : 0;
      }
  return {
    ...{ columns, rows, metal, ...LOSSES },
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

/** Cells of one direction: which follow each other, and what joins a cell to the one after it, W/m²K. */
interface Direction {
  readonly lines: number;
  readonly cells: number;
  readonly lineStep: number;
  readonly cellStep: number;
  readonly joint: Float64Array;
}

/**
 * A solver for a plate in a room: conduction along the plate, heat in and out of each cell, losses to the room.
 * Alternating directions (Peaceman & Rachford 1955), second order and stable at any step; losses are linearised about
 * each half step, and what they took is told, so that energy closes. It keeps its scratch, so it serves one plate at a
 * time.
 */
export function fieldSolver(grid: PlateGrid, ambientC: number): FieldStep {
  const { columns, rows } = grid;
  const count = columns * rows;
  const areaM2 = grid.cellM ** 2;
  const along: Direction = { lines: rows, cells: columns, lineStep: columns, cellStep: 1, joint: joints(grid, 1) };
  const across: Direction = {
    lines: columns,
    cells: rows,
    lineStep: 1,
    cellStep: columns,
    joint: joints(grid, columns),
  };
  const half = new Float64Array(count);
  const loss = new Float64Array(count);
  const slope = new Float64Array(count);
  const upper = new Float64Array(Math.max(columns, rows));
  const right = new Float64Array(Math.max(columns, rows));
  const linear = grid.convectionWm2K + grid.lossBelowWm2K;
  const radiation = grid.emissivity * STEFAN_BOLTZMANN;
  const room4 = (ambientC + KELVIN_AT_ZERO_C) ** 4;

  /** Half a step, implicit along one direction and explicit across it. */
  function sweep(
    implicit: Direction,
    explicit: Direction,
    from: Float64Array,
    to: Float64Array,
    heatWm2: Float64Array,
    capacity: number,
  ): void {
    const { lines, cells, lineStep, cellStep, joint } = implicit;
    for (let line = 0; line < lines; line++) {
      const first = line * lineStep;
      let before = 0;
      for (let n = 0, i = first; n < cells; n++, i += cellStep) {
        const t = from[i]!;
        const after = joint[i]!;
        const down = explicit.joint[i]!;
        const up = line > 0 ? explicit.joint[i - lineStep]! : 0;
        let value = (capacity + slope[i]!) * t + heatWm2[i]! - loss[i]!;
        if (down) value += down * (from[i + lineStep]! - t);
        if (up) value += up * (from[i - lineStep]! - t);
        const pivot = capacity + slope[i]! + before + after - (n > 0 ? before * upper[n - 1]! : 0);
        upper[n] = after / pivot;
        right[n] = (value + (n > 0 ? before * right[n - 1]! : 0)) / pivot;
        before = after;
      }
      let next = 0;
      for (let n = cells - 1, i = first + (cells - 1) * cellStep; n >= 0; n--, i -= cellStep)
        to[i] = next = right[n]! + upper[n]! * next;
    }
  }

  function losses(tempC: Float64Array): void {
    for (let i = 0; i < count; i++) {
      const kelvin = tempC[i]! + KELVIN_AT_ZERO_C;
      const cube = kelvin * kelvin * kelvin;
      loss[i] = linear * (tempC[i]! - ambientC) + radiation * (cube * kelvin - room4);
      slope[i] = linear + 4 * radiation * cube;
    }
  }

  function taken(from: Float64Array, to: Float64Array): number {
    let sum = 0;
    for (let i = 0; i < count; i++) if (grid.metal[i]) sum += loss[i]! + slope[i]! * (to[i]! - from[i]!);
    return sum;
  }

  return (tempC, heatWm2, dtS) => {
    const capacity = grid.arealHeatCapacityJm2K / (dtS / 2);
    losses(tempC);
    sweep(along, across, tempC, half, heatWm2, capacity);
    let lost = taken(tempC, half);
    losses(half);
    sweep(across, along, half, tempC, heatWm2, capacity);
    lost += taken(half, tempC);
    let heat = 0;
    for (let i = 0; i < count; i++) if (grid.metal[i]) heat += heatWm2[i]!;
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
