import type { SpotOnPlate } from './reading.ts';
import { plateSimulator, type FoodOnPlate, type PlateSnapshot } from './simulator.ts';
import { cellMiddle, plateSizeMm, zoneAt, type StationBody } from './station.ts';

const { ceil, max, min } = Math; // bound once: asked for at every cell of every step

/** A plate between two changes of its burners. */
export interface RecordedStretch {
  readonly fromS: number;
  readonly toS: number;
  readonly station: StationBody;
  /** How warm each zone is as the stretch begins, °C; the first stretch's pattern is flat. */
  readonly startC: readonly number[];
  readonly turns: readonly { readonly atS: number; readonly zoneId: string; readonly mark: number }[];
}

export interface RecordedFood extends FoodOnPlate {
  readonly fromS: number;
  readonly toS: number;
}

/** How warm a plate was and will be, as far as it was followed. At a pour it tells how it was just before. */
export interface PlateRecord {
  zoneC(atS: number, zoneId: string): number;
  at(atS: number, spot: SpotOnPlate): number;
  /** Mean of the metal beneath a disc from one moment to another, °C. */
  beneathC(fromS: number, toS: number, disc: SpotOnPlate & { readonly diameterMm: number }): number;
}

/** Coarse, for it is asked at every tap: cells across the smaller side, and s. */
const CELLS = 12;
const STEP_S = 6;
const SHOT_EVERY_S = 12;
/** A thermostat is followed at its mean: its swings are not in step with the real one's. */
const STEADY_SWING_C = 1;

/**
 * Follows a plate through its history and on to the end of the last stretch: burners heat their own place first, food
 * cools its own, and metal evens out over minutes.
 */
export function plateRecord(
  stretches: readonly RecordedStretch[],
  foods: readonly RecordedFood[],
  ambientC: number,
): PlateRecord {
  const shots: Shot[] = [];
  let before: Float64Array | undefined;
  for (const { station, fromS, toS, startC, turns } of stretches) {
    const { widthMm, depthMm } = plateSizeMm(station);
    const cut = { cellMm: min(widthMm, depthMm) / CELLS, stepS: STEP_S };
    const plate = plateSimulator(steadied(station), { startC: startC[0]!, ambientC }, cut);
    if (before) plate.tempC.set(before);
    const means = station.zones.map(({ id }) => plate.zoneMeanC(id));
    plate.tempC.forEach((tempC, cell) => {
      const zone = station.zones.indexOf(zoneAt(station, cellMiddle(station, plate.grid, cell).xMm));
      plate.tempC[cell] = tempC + startC[zone]! - means[zone]!;
    });
    const deeds: Deed[] = turns.map(({ atS, zoneId, mark }) => ({ atS, act: () => plate.turn(zoneId, mark) }));
    for (const food of foods) {
      if (food.toS <= fromS || food.fromS >= toS) continue;
      let off: (() => void) | undefined;
      deeds.push({ atS: food.fromS, act: () => void (off = plate.pour(food)) });
      deeds.push({ atS: food.toS, act: () => off?.() });
    }
    for (let atS = fromS; atS < toS; atS += SHOT_EVERY_S) deeds.push({ atS, act: () => undefined });
    deeds.push({ atS: toS, act: () => undefined });
    for (const { atS, act } of deeds.sort((a, b) => a.atS - b.atS)) {
      if (atS > toS) break;
      plate.advanceTo(max(plate.timeS(), atS - fromS));
      if (shots.at(-1)?.atS !== atS || atS === fromS) shots.push({ atS, ...plate.snapshot() });
      act();
    }
    before = plate.tempC;
  }
  return {
    zoneC: (atS, zoneId) => shots[lastUpTo(shots, atS)]!.zoneMeanC(zoneId),
    at: (atS, { xMm, yMm }) => shots[lastUpTo(shots, atS)]!.at(xMm, yMm),
    beneathC(fromS, toS, { xMm, yMm, diameterMm }) {
      const r = ASKED_AT * (diameterMm / 2);
      let sum = 0;
      let count = 0;
      for (let i = lastUpTo(shots, fromS) + 1; i < shots.length && (count === 0 || shots[i]!.atS <= toS); i++) {
        const { at } = shots[i]!;
        sum += (at(xMm, yMm) + at(xMm - r, yMm) + at(xMm + r, yMm) + at(xMm, yMm - r) + at(xMm, yMm + r)) / 5;
        count += 1;
      }
      return count > 0 ? sum / count : shots.at(-1)!.at(xMm, yMm);
    },
  };
}

/** Share of a disc's radius at which the metal beneath is asked besides its middle. */
const ASKED_AT = 0.6;

interface Shot extends PlateSnapshot {
  readonly atS: number;
}

interface Deed {
  readonly atS: number;
  act(): void;
}

/** Index of the last shot up to a moment. */
function lastUpTo(shots: readonly Shot[], atS: number): number {
  let low = 0;
  let high = shots.length - 1;
  while (low < high) {
    const middle = ceil((low + high) / 2);
    if (shots[middle]!.atS <= atS) low = middle;
    else high = middle - 1;
  }
  return low;
}

function steadied(station: StationBody): StationBody {
  return {
    ...station,
    zones: station.zones.map((zone) =>
      zone.dial.kind === 'thermostat' ? { ...zone, dial: { ...zone.dial, swingC: STEADY_SWING_C } } : zone,
    ),
  };
}
