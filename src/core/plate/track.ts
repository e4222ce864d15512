import { lossW, type ZoneThermal } from './heat-balance.ts';
import { powerAtMark } from './preheat.ts';
import type { Dial } from './station.ts';

export interface BurnerTurn {
  readonly atS: number;
  readonly mark: number;
}

/** Heat drawn by food that lies on the zone between two moments, W. */
export interface FoodLoad {
  readonly fromS: number;
  readonly toS: number;
  readonly powerW: number;
}

/** A zone's temperature on an even grid of times. */
export interface ZoneTrack {
  readonly startS: number;
  readonly stepS: number;
  readonly tempC: Float64Array;
}

const STEP_S = 2;

/**
 * The temperature of a zone from `startS` to `endS` as its burner was turned and food lay on it.
 * Explicit steps of 2 s: the shortest time constant of a kitchen plate is above a minute.
 */
export function zoneTrack(
  zone: ZoneThermal,
  dial: Dial,
  history: {
    startC: number;
    ambientC: number;
    turns: readonly BurnerTurn[];
    loads: readonly FoodLoad[];
    startS: number;
    endS: number;
  },
): ZoneTrack {
  const count = Math.max(2, Math.ceil((history.endS - history.startS) / STEP_S) + 1);
  const tempC = new Float64Array(count);
  tempC[0] = history.startC;
  const turns = [...history.turns].sort((a, b) => a.atS - b.atS);
  let turn = 0;
  let powerW = 0;
  for (let i = 1; i < count; i++) {
    const atS = history.startS + (i - 1) * STEP_S;
    while (turn < turns.length && turns[turn]!.atS <= atS) powerW = powerAtMark(zone, dial, turns[turn++]!.mark);
    let foodW = 0;
    for (const load of history.loads) if (load.fromS <= atS && atS < load.toS) foodW += load.powerW;
    const before = tempC[i - 1]!;
    tempC[i] = before + (STEP_S * (powerW - foodW - lossW(zone, before, history.ambientC))) / zone.heatCapacityJPerK;
  }
  return { startS: history.startS, stepS: STEP_S, tempC };
}

/** Temperature of the track at a moment, °C; held at its ends. */
export function trackAt(track: ZoneTrack, atS: number): number {
  const position = Math.min(track.tempC.length - 1, Math.max(0, (atS - track.startS) / track.stepS));
  const low = Math.floor(position);
  const high = Math.min(track.tempC.length - 1, low + 1);
  return track.tempC[low]! + (position - low) * (track.tempC[high]! - track.tempC[low]!);
}
