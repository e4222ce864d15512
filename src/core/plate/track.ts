import type { Dial } from './dial.ts';
import { degreesPerLnGain, type ZoneThermal } from './heat-balance.ts';
import {
  NOT_NUDGED,
  STEP_S,
  followed,
  type BurnerTurn,
  type Followed,
  type FoodLoad,
  type Nudge,
  type PlateHistory,
} from './track-steps.ts';

const { abs, floor, log, max, min } = Math; // bound once: asked for at every cell of every step

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
  /** How it was followed: for tracks that go on from it. */
  readonly steps: TrackSteps;
}

/** A plate followed as written, with one burner nudged, and answering quicker; the two others when they were asked for. */
interface TrackSteps {
  readonly plain: Followed;
  nudged?: Followed;
  quicker?: Followed;
}

export interface ZoneHistory {
  readonly startC: number;
  readonly ambientC: number;
  readonly turns: readonly BurnerTurn[];
  readonly loads: readonly FoodLoad[];
  readonly startS: number;
  readonly endS: number;
}

/** Probes of the share: a burner by a twentieth stronger, a thermostat by 5 °C higher. Numerical. */
const NUDGE = { gain: 1.05, setC: 5 };
const MAX_SHARE = 1.5; // Assumed.

/** The temperature of a zone that stands alone, see `plateTracks`. */
export function zoneTrack(zone: ZoneThermal, dial: Dial, history: ZoneHistory): ZoneTrack {
  const { startC, turns, loads, ...rest } = history;
  return plateTracks({ ...rest, zones: [{ zone, dial, startC, turns, loads }], betweenWK: 0 })[0]!;
}

/**
 * The temperature of each zone of a plate from `startS` to `endS` as its burner was turned and food lay on it, with what
 * flows between neighbours; a thermostat is taken at the mean of its cycle.
 * @param earlier tracks of the same plate: as far as the same was done to it they are taken over and not followed anew
 */
export function plateTracks(history: PlateHistory, earlier: readonly ZoneTrack[] = []): ZoneTrack[] {
  const plain = followed(history, NOT_NUDGED, earlier[0]?.steps.plain);
  let answersQuicker: Followed | undefined;
  const quickerSteps = () =>
    (answersQuicker ??= followed(
      quicker(history),
      NOT_NUDGED,
      earlier.find(({ steps }) => steps.quicker)?.steps.quicker,
    ));
  return history.zones.map(({ zone, dial }, z) => {
    const tempC = plain.tempC[z]!;
    const before = earlier[z]?.steps;
    const steps: TrackSteps = { plain };
    let share: Float64Array | undefined;
    let quickerC: Float64Array | undefined;
    return {
      ...{ startS: history.startS, stepS: STEP_S, tempC, steps },
      // a track that is only asked for its temperature does not run a second time
      get share() {
        if (share) return share;
        const whole = wholeErrorC(zone, dial, history.ambientC);
        steps.nudged = followed(history, nudgeOf(history, z, dial, whole), before?.nudged);
        return (share = shareOf(tempC, steps.nudged.tempC[z]!, whole));
      },
      get quickerC() {
        if (quickerC) return quickerC;
        steps.quicker = quickerSteps();
        return (quickerC = quickerOf(tempC, steps.quicker.tempC[z]!));
      },
    };
  });
}

/** The whole of an error of the burner, as degrees on the holding plate. */
function wholeErrorC(zone: ZoneThermal, dial: Dial, ambientC: number): number {
  return dial.kind === 'thermostat' ? NUDGE.setC : log(NUDGE.gain) * degreesPerLnGain(zone, ambientC);
}

function nudgeOf(history: PlateHistory, z: number, dial: Dial, wholeC: number): Nudge {
  const startC = history.zones[z]!.takenOver ? wholeC : 0;
  return dial.kind === 'thermostat'
    ? { zone: z, gain: 1, setC: NUDGE.setC, startC }
    : { zone: z, gain: NUDGE.gain, setC: 0, startC };
}

function shareOf(tempC: Float64Array, nudgedC: Float64Array, wholeC: number): Float64Array {
  return tempC.map((temp, i) => min(MAX_SHARE, max(0, (nudgedC[i]! - temp) / wholeC)));
}

/** How fast a plate takes up and gives off heat is known to so much: its thickness, its element, the air over it. Assumed. */
const ANSWER_KNOWN_TO = 0.12;
const MAX_QUICKER_C = 25;

/** The same plate, should it answer that much quicker. */
function quicker(history: PlateHistory): PlateHistory {
  const zones = history.zones.map((each) => ({
    ...each,
    zone: { ...each.zone, heatCapacityJPerK: each.zone.heatCapacityJPerK * (1 - ANSWER_KNOWN_TO) },
  }));
  return { ...history, zones };
}

/** How far off a zone is, should it answer that much quicker. */
function quickerOf(tempC: Float64Array, quickerC: Float64Array): Float64Array {
  return tempC.map((temp, i) => max(-MAX_QUICKER_C, min(MAX_QUICKER_C, quickerC[i]! - temp)));
}

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
