import { isEqual } from 'es-toolkit';
import { setpointC, type Dial } from './dial.ts';
import { powerShare } from './dial-curve.ts';
import { WET_BASE_C, lossW, type ZoneThermal } from './heat-balance.ts';

const { ceil, exp, max, min } = Math; // bound once: asked for at every cell of every step

/** In which a zone is followed, s. Numerical. */
export const STEP_S = 2;

export interface BurnerTurn {
  readonly atS: number;
  readonly mark: number;
}

/** Heat drawn by food that lies on the zone between two moments, W. */
export interface FoodLoad {
  readonly fromS: number;
  readonly toS: number;
  readonly powerW: number;
  /** The surface at which it draws that, °C: less on a cooler plate, nothing where a wet base boils. Nothing said: always as much. */
  readonly atC?: number;
}

/** One zone of a plate through its history. */
interface TrackedZone {
  readonly zone: ZoneThermal;
  readonly dial: Dial;
  readonly startC: number;
  readonly turns: readonly BurnerTurn[];
  readonly loads: readonly FoodLoad[];
  /** It was taken over at work: what its surface is off by shows from the first moment. */
  readonly takenOver?: boolean;
}

/** A plate of one or several zones side by side. */
export interface PlateHistory {
  readonly zones: readonly TrackedZone[];
  /** What flows between neighbours for each kelvin between them, W/K. */
  readonly betweenWK: number;
  readonly ambientC: number;
  readonly startS: number;
  readonly endS: number;
}

/** One zone of a plate heated a little otherwise: its burner stronger, its thermostat set higher, itself warmer at first. */
export interface Nudge {
  readonly zone: number;
  readonly gain: number;
  readonly setC: number;
  readonly startC: number;
}
/** As it stands, for what differs from it. Numerical. */
export const NOT_NUDGED: Nudge = { zone: -1, gain: 1, setC: 0, startC: 0 };

/** A plate step by step: how warm each zone is, °C, and what its burner gives, W. */
export interface Followed {
  readonly history: PlateHistory;
  readonly nudge: Nudge;
  readonly tempC: readonly Float64Array[];
  readonly burningW: readonly Float64Array[];
}

/**
 * Follows all zones of a plate. Explicit steps of 2 s: the shortest time constant of a kitchen plate is above a minute.
 * @param earlier the same plate: its steps are taken over up to where something else was done to it
 */
export function followed(history: PlateHistory, nudge: Nudge, earlier?: Followed): Followed {
  const { zones, betweenWK, ambientC, startS, endS } = history;
  const count = max(2, ceil((endS - startS) / STEP_S) + 1);
  const same = earlier && isEqual(earlier.nudge, nudge) ? sameUntilS(earlier.history, history) : -Infinity;
  /** Steps that are as they were: each rests on what was done before it. */
  const known = earlier ? max(1, min(count, earlier.tempC[0]!.length, ceil((same - startS) / STEP_S) + 1)) : 1;
  const burners = zones.map(({ zone, dial, startC, turns, loads }, z) => {
    const [tempC, burningW] = [new Float64Array(count), new Float64Array(count)];
    tempC[0] = startC + (z === nudge.zone ? nudge.startC : 0);
    if (earlier && known > 1) {
      tempC.set(earlier.tempC[z]!.subarray(0, known));
      burningW.set(earlier.burningW[z]!.subarray(0, known));
    }
    return {
      ...{ zone, dial, food: drawn(loads, startS, count), tempC, burningW, turn: 0, mark: 0 },
      turns: [...turns].sort((a, b) => a.atS - b.atS),
      takeUp: zone.lagS ? 1 - exp(-STEP_S / zone.lagS) : 1,
      fullW: zone.fullPowerW * (z === nudge.zone ? nudge.gain : 1),
      setOffC: z === nudge.zone ? nudge.setC : 0,
    };
  });
  for (let i = known; i < count; i++) {
    const atS = startS + (i - 1) * STEP_S;
    for (const [z, burner] of burners.entries()) {
      const { zone, dial, turns, tempC, burningW, fullW } = burner;
      while (burner.turn < turns.length && turns[burner.turn]!.atS <= atS) burner.mark = turns[burner.turn++]!.mark;
      const before = tempC[i - 1]!;
      const { alwaysW, perKelvinW } = burner.food;
      // however much lies on it, a plate comes no lower than where that boils
      const perKelvin = min(perKelvinW[i - 1]!, zone.heatCapacityJPerK / STEP_S);
      // nor is batter of the room's warmth ever what cools it below that
      const mostW = (max(0, before - ambientC) * zone.heatCapacityJPerK) / STEP_S;
      const foodW = min(alwaysW[i - 1]!, mostW) + perKelvin * max(0, before - WET_BASE_C);
      let lost = lossW(zone, before, ambientC);
      if (z > 0) lost += betweenWK * (before - burners[z - 1]!.tempC[i - 1]!);
      if (z + 1 < burners.length) lost += betweenWK * (before - burners[z + 1]!.tempC[i - 1]!);
      let wanted = fullW * powerShare(zone, dial, burner.mark);
      if (dial.kind === 'thermostat') {
        // it answers what the zone lacks, food after it has told on the plate
        const lacks = setpointC(dial, burner.mark) + burner.setOffC - before;
        wanted = burner.mark > 0 ? min(fullW, max(0, lost + (lacks * zone.heatCapacityJPerK) / SETTLES_S)) : 0;
      }
      // a thermostat that holds is taken at its mean: the lag of its element shows only while it burns fully
      const holds = dial.kind === 'thermostat' && wanted < fullW;
      const wasW = burningW[i - 1]!;
      burningW[i] = wasW + (holds ? 1 : burner.takeUp) * (wanted - wasW);
      tempC[i] = before + (STEP_S * (burningW[i]! - foodW - lost)) / zone.heatCapacityJPerK;
    }
  }
  return {
    history,
    nudge,
    tempC: burners.map(({ tempC }) => tempC),
    burningW: burners.map(({ burningW }) => burningW),
  };
}

/** Up to when the same was done to two plates, s: −∞ when they are not the same plate. */
function sameUntilS(one: PlateHistory, other: PlateHistory): number {
  if (one.zones.length !== other.zones.length) return -Infinity;
  if (one.betweenWK !== other.betweenWK || one.ambientC !== other.ambientC || one.startS !== other.startS)
    return -Infinity;
  let untilS = Infinity;
  for (const [z, a] of one.zones.entries()) {
    const b = other.zones[z]!;
    if (a.startC !== b.startC || !isEqual(a.zone, b.zone) || !isEqual(a.dial, b.dial)) return -Infinity;
    for (let i = 0; i < max(a.turns.length, b.turns.length); i++)
      untilS = min(untilS, turnsPartS(a.turns[i], b.turns[i]));
    for (let i = 0; i < max(a.loads.length, b.loads.length); i++)
      untilS = min(untilS, loadsPartS(a.loads[i], b.loads[i]));
  }
  return untilS;
}

function turnsPartS(a: BurnerTurn | undefined, b: BurnerTurn | undefined): number {
  if (a && b && a.atS === b.atS && a.mark === b.mark) return Infinity;
  return min(a?.atS ?? Infinity, b?.atS ?? Infinity);
}

function loadsPartS(a: FoodLoad | undefined, b: FoodLoad | undefined): number {
  if (!a || !b || a.fromS !== b.fromS || a.powerW !== b.powerW || a.atC !== b.atC)
    return min(a?.fromS ?? Infinity, b?.fromS ?? Infinity);
  return a.toS === b.toS ? Infinity : min(a.toS, b.toS);
}

/** What food draws in each step: always, W, and for each kelvin that the plate is above a wet base, W/K. */
function drawn(loads: readonly FoodLoad[], startS: number, steps: number) {
  const [alwaysW, perKelvinW] = [new Float64Array(steps), new Float64Array(steps)];
  for (const { fromS, toS, powerW, atC } of loads) {
    const into = atC === undefined ? alwaysW : perKelvinW;
    const draws = atC === undefined ? powerW : powerW / (atC - WET_BASE_C);
    for (let i = max(0, ceil((fromS - startS) / STEP_S)); i < steps && startS + i * STEP_S < toS; i++)
      into[i]! += draws;
  }
  return { alwaysW, perKelvinW };
}

/** A cycling thermostat closes what it lacks in about so long, s. Assumed. */
const SETTLES_S = 20;
