import { setpointC, type Dial } from './dial.ts';
import { powerShare } from './dial-curve.ts';
import { WET_BASE_C, degreesPerLnGain, lossW, type ZoneThermal } from './heat-balance.ts';

const { abs, ceil, exp, floor, log, max, min } = Math; // bound once: asked for at every cell of every step

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

/** A zone's temperature on an even grid of times. */
export interface ZoneTrack {
  readonly startS: number;
  readonly stepS: number;
  readonly tempC: Float64Array;
  /**
   * How much of an error of the burner shows at each moment: nothing on a plate just lit, one where it holds. The error
   * itself is told as degrees on the holding plate.
   */
  readonly share: Float64Array;
  /** How far off the temperature is if the plate answers that much quicker than written, °C: nothing where it holds. */
  readonly quickerC: Float64Array;
}

export interface ZoneHistory {
  readonly startC: number;
  readonly ambientC: number;
  readonly turns: readonly BurnerTurn[];
  readonly loads: readonly FoodLoad[];
  readonly startS: number;
  readonly endS: number;
}

const STEP_S = 2;
/** Probes of the share: a burner by a twentieth stronger, a thermostat by 5 °C higher. */
const NUDGE = { gain: 1.05, setC: 5 };
const MOST_SHARE = 1.5;

/** One zone of a plate through its history. */
export interface TrackedZone {
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

/** The temperature of a zone that stands alone, see `plateTracks`. */
export function zoneTrack(zone: ZoneThermal, dial: Dial, history: ZoneHistory): ZoneTrack {
  const { startC, turns, loads, ...rest } = history;
  return plateTracks({ ...rest, zones: [{ zone, dial, startC, turns, loads }], betweenWK: 0 })[0]!;
}

/**
 * The temperature of each zone of a plate from `startS` to `endS` as its burner was turned and food lay on it, with what
 * flows between neighbours; a thermostat is taken at the mean of its cycle. Explicit steps of 2 s: the shortest time
 * constant of a kitchen plate is above a minute.
 */
export function plateTracks(history: PlateHistory): ZoneTrack[] {
  const plain = temperatures(history);
  return history.zones.map(({ zone, dial }, z) => {
    const tempC = plain[z]!;
    let share: Float64Array | undefined;
    let quickerC: Float64Array | undefined;
    return {
      ...{ startS: history.startS, stepS: STEP_S, tempC },
      // a track that is only asked for its temperature does not run a second time
      get share() {
        return (share ??= shareOf(history, z, zone, dial, tempC));
      },
      get quickerC() {
        return (quickerC ??= quickerOf(history, z, tempC));
      },
    };
  });
}

function shareOf(history: PlateHistory, z: number, zone: ZoneThermal, dial: Dial, tempC: Float64Array): Float64Array {
  const thermostat = dial.kind === 'thermostat';
  const whole = thermostat ? NUDGE.setC : log(NUDGE.gain) * degreesPerLnGain(zone, history.ambientC);
  const startC = history.zones[z]!.takenOver ? whole : 0;
  const nudge = thermostat ? { gain: 1, setC: NUDGE.setC, startC } : { gain: NUDGE.gain, setC: 0, startC };
  const nudged = temperatures(history, z, nudge)[z]!;
  return tempC.map((temp, i) => min(MOST_SHARE, max(0, (nudged[i]! - temp) / whole)));
}

/** How fast a plate takes up and gives off heat is known to so much: its thickness, its element, the air over it. Assumed. */
const ANSWER_KNOWN_TO = 0.12;
const MOST_QUICKER_C = 25;

/** How far off a zone is, should it answer that much quicker. */
function quickerOf(history: PlateHistory, z: number, tempC: Float64Array): Float64Array {
  const zones = history.zones.map((each) => ({
    ...each,
    zone: { ...each.zone, heatCapacityJPerK: each.zone.heatCapacityJPerK * (1 - ANSWER_KNOWN_TO) },
  }));
  const quicker = temperatures({ ...history, zones })[z]!;
  return tempC.map((temp, i) => max(-MOST_QUICKER_C, min(MOST_QUICKER_C, quicker[i]! - temp)));
}

/** Temperatures of all zones; one of them may be heated a little otherwise. */
function temperatures(
  { zones, betweenWK, ambientC, startS, endS }: PlateHistory,
  nudgedZone = -1,
  nudge = { gain: 1, setC: 0, startC: 0 },
): Float64Array[] {
  const count = max(2, ceil((endS - startS) / STEP_S) + 1);
  const burners = zones.map(({ zone, dial, startC, turns, loads }, z) => {
    const tempC = new Float64Array(count);
    tempC[0] = startC + (z === nudgedZone ? nudge.startC : 0);
    return {
      ...{ zone, dial, food: drawn(loads, startS, count), tempC, turn: 0, mark: 0, powerW: 0 },
      turns: [...turns].sort((a, b) => a.atS - b.atS),
      takeUp: zone.lagS ? 1 - exp(-STEP_S / zone.lagS) : 1,
      fullW: zone.fullPowerW * (z === nudgedZone ? nudge.gain : 1),
      setOffC: z === nudgedZone ? nudge.setC : 0,
    };
  });
  for (let i = 1; i < count; i++) {
    const atS = startS + (i - 1) * STEP_S;
    for (const [z, burner] of burners.entries()) {
      const { zone, dial, turns, tempC, fullW } = burner;
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
      burner.powerW += (holds ? 1 : burner.takeUp) * (wanted - burner.powerW);
      tempC[i] = before + (STEP_S * (burner.powerW - foodW - lost)) / zone.heatCapacityJPerK;
    }
  }
  return burners.map(({ tempC }) => tempC);
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

/** Temperature of the track at a moment, °C; held at its ends. */
export function trackAt(track: ZoneTrack, atS: number): number {
  return between(track, track.tempC, atS);
}

/**
 * How far the track may be off at a moment by how fast its plate answers, °C; soon after a look at `seenS` only by what has
 * changed: what it was off by then is part of what the look said.
 */
export function roughAt(track: ZoneTrack, atS: number, seenS?: number): number {
  const nowC = between(track, track.quickerC, atS);
  const shownThen = seenS === undefined ? 0 : shareAt(track, seenS);
  if (seenS === undefined || shownThen < LEAST_SHOWN) return abs(nowC);
  return min(abs(nowC), abs(nowC - (shareAt(track, atS) / shownThen) * between(track, track.quickerC, seenS)));
}
/** Below this share of a burner's error a look says little of later moments. Assumed. */
const LEAST_SHOWN = 0.3;

/** How much of a burner's error shows at a moment. */
export function shareAt(track: ZoneTrack, atS: number): number {
  return between(track, track.share, atS);
}

function between(track: ZoneTrack, values: Float64Array, atS: number): number {
  const position = min(values.length - 1, max(0, (atS - track.startS) / track.stepS));
  const low = floor(position);
  const high = min(values.length - 1, low + 1);
  return values[low]! + (position - low) * (values[high]! - values[low]!);
}
