import type { Expected } from '#core/adapt';
import { familyOf } from '#core/formula';
import { betweenZonesWK, plateTracks, shareAt, trackAt, zoneThermal, type FoodLoad, type ZoneTrack } from '#core/plate';
import { zoneKey, type Pins, type RunState, type ZoneState } from '#core/run';
import { formulaOf, stationOf } from './batter-run.ts';

/** Heat a gram of batter takes while it cooks, J: warming by 65 K and a little steam. Assumed from the piece model. */
export const COOKING_HEAT_J_PER_G = 320;

/** Both sides of a piece together, s. Trade ranges; common practice, no source. */
export const USUAL_COOK_S = { leavened: 160, thin: 60 } as const;

/** What the plate model expects of a zone at any moment of the run. */
export type SurfaceModel = (atMs: number) => Expected;

/**
 * The plate model's surface of a zone through the run: from cold as its burners were turned and changed, with the food
 * that lay on it and its neighbours beside it; or, when the run began on a plate in use, what was assumed, held until a
 * burner is turned. Of an assumed plate all of the guess's error shows, always.
 */
export function surfaceModel(
  pins: Pins,
  state: RunState,
  stationId: string,
  zoneId: string,
  untilMs: number,
): SurfaceModel {
  const station = stationOf(pins, stationId);
  const own = station.zones.findIndex(({ id }) => id === zoneId);
  const zones = station.zones.map(({ id }) => state.zones.get(zoneKey(stationId, id)));
  const assumed = zones[own]?.assumed ?? null;
  const before = { modelC: assumed?.surfaceC ?? pins.roomC, share: assumed ? 1 : 0 };
  // an assumed zone stands as it was guessed until its own burner is turned
  const lit = (assumed ? [zones[own]] : zones).flatMap((zone) => zone?.turns[0]?.atMs ?? []);
  if (lit.length === 0) return () => before;

  const startMs = Math.min(...lit);
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const stretches = remembered(pins, state, `${stationId} ${startMs} ${untilMs}`, () =>
    stretchesOf(pins, state, stationId, startMs, untilMs),
  );
  return (atMs) => {
    if (atMs < startMs) return before;
    const track = (stretches.findLast((each) => each.atMs <= atMs) ?? stretches[0]!).tracks[own]!;
    return { modelC: trackAt(track, seconds(atMs)), share: assumed ? 1 : shareAt(track, seconds(atMs)) };
  };
}

/** A plate between two changes of burners: the track of each of its zones. */
interface Stretch {
  readonly atMs: number;
  readonly tracks: readonly ZoneTrack[];
}

/** The tracks of all zones of a station from its first turn on, anew from every change of burners. */
function stretchesOf(pins: Pins, state: RunState, stationId: string, startMs: number, untilMs: number): Stretch[] {
  const station = stationOf(pins, stationId);
  const zones = station.zones.map(({ id }) => state.zones.get(zoneKey(stationId, id)));
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const loads = station.zones.map(({ id }) => loadsOn(pins, state, stationId, id, startMs, untilMs));
  const swaps = zones.flatMap((zone) => zone?.swaps ?? []).filter(({ atMs }) => atMs > startMs);
  // each burner in turn takes its zone over as warm as the last one left it, and off until it is turned
  const fromMs = [startMs, ...swaps.map(({ atMs }) => atMs).sort((a, b) => a - b)];
  let startC = zones.map((zone) => zone?.assumed?.surfaceC ?? pins.roomC);
  return fromMs.map((atMs, index) => {
    const endMs = fromMs[index + 1] ?? Math.max(untilMs, startMs + 60_000);
    const tracks = plateTracks({
      betweenWK: betweenZonesWK(station),
      ambientC: pins.roomC,
      startS: seconds(atMs),
      endS: seconds(endMs),
      zones: station.zones.map((pinned, z) => {
        const zone = zones[z];
        const swap = zone?.swaps.findLast((each) => each.atMs <= atMs);
        const burner = swap ? { ...swap.burner, id: pinned.id } : pinned;
        const sinceMs = swap?.atMs ?? -Infinity;
        return {
          ...{ zone: zoneThermal(station, burner), dial: burner.dial, startC: startC[z]!, loads: loads[z]! },
          takenOver: swap !== undefined,
          turns: (zone?.turns ?? [])
            .filter((turn) => turn.atMs >= sinceMs)
            .map((turn) => ({ atS: seconds(turn.atMs), mark: turn.mark })),
        };
      }),
    });
    startC = tracks.map((track, z) => lastKnownC(zones[z], track, atMs, endMs, seconds));
    return { atMs, tracks };
  });
}

/**
 * How warm a zone goes over to the next burner: as the model has it, put right by the last thermometer that was read on
 * this one.
 */
function lastKnownC(
  zone: ZoneState | undefined,
  track: ZoneTrack,
  fromMs: number,
  endMs: number,
  seconds: (ms: number) => number,
): number {
  const modelC = trackAt(track, seconds(endMs));
  const read = zone?.readings.findLast((each) => 'sdC' in each && each.atMs >= fromMs && each.atMs <= endMs);
  if (!read || !('sdC' in read)) return modelC;
  const shownThen = shareAt(track, seconds(read.atMs));
  if (shownThen < LEAST_SHARE) return modelC;
  return modelC + ((read.surfaceC - trackAt(track, seconds(read.atMs))) * shareAt(track, seconds(endMs))) / shownThen;
}

/** Below this share of its error a plate is too cold for a reading to say much of it later. */
const LEAST_SHARE = 0.3;

/** Zones of one plate share their tracks: what was worked out for one state of a run is kept as long as that state. */
function remembered(pins: Pins, state: RunState, key: string, make: () => Stretch[]): Stretch[] {
  let ofPins = TRACKED.get(state);
  if (!ofPins) TRACKED.set(state, (ofPins = new WeakMap()));
  let known = ofPins.get(pins);
  if (!known) ofPins.set(pins, (known = new Map()));
  let stretches = known.get(key);
  if (!stretches) {
    if (known.size > MOST_KEPT) known.clear();
    known.set(key, (stretches = make()));
  }
  return stretches;
}

const TRACKED = new WeakMap<RunState, WeakMap<Pins, Map<string, Stretch[]>>>();
/** A state that is asked at many moments keeps only the latest answers. */
const MOST_KEPT = 8;

function loadsOn(
  pins: Pins,
  state: RunState,
  stationId: string,
  zoneId: string,
  startMs: number,
  untilMs: number,
): FoodLoad[] {
  const loads: FoodLoad[] = [];
  for (const piece of state.pieces.values()) {
    if (piece.stationId !== stationId || piece.zoneId !== zoneId) continue;
    const offMs = piece.offAtMs ?? untilMs;
    const cookS = USUAL_COOK_S[familyOf(formulaOf(pins, piece.formulaId).type)];
    loads.push({
      fromS: (piece.pouredAtMs - startMs) / 1000,
      toS: Math.min((offMs - startMs) / 1000, (piece.pouredAtMs - startMs) / 1000 + cookS),
      powerW: (piece.volumeMl * COOKING_HEAT_J_PER_G) / cookS,
    });
  }
  return loads;
}
