import type { Question } from '#core/memo';
import {
  betweenZonesWK,
  plateRecord,
  plateTracks,
  shareAt,
  trackAt,
  zoneThermal,
  type PlateRecord,
  type PlateTruth,
  type RecordedFood,
  type RecordedStretch,
  type StationBody,
  type ZoneTrack,
} from '#core/plate';
import { zoneKey, type RunState, type ZoneState, piecesOnPlates } from '#core/run';
import { foodsOn, loadsOn } from './food-load.ts';
import type { RunView } from '#core/setup';
import { isDone } from './zone-use.ts';

/** A history serves all moments of so long: nothing happens in it but what is known. Numerical. */
const ASKED_EVERY_MS = 30_000;
/** So far on from the last moment asked the plate is followed: the first minute of what was poured just now. Numerical. */
const AHEAD_MS = 140_000;

/** A plate's history: its zones as lumps, for what shows of an error, and its metal in two dimensions, worked out when first asked. */
export interface History {
  readonly stretches: readonly Stretch[];
  readonly records: () => PlateRecords;
}

/** A plate as it is written, with burners a little stronger, and with burners that sit a usual slip across or along. */
interface PlateRecords {
  readonly plain: PlateRecord;
  readonly stronger: PlateRecord;
  readonly across: PlateRecord;
  readonly along: PlateRecord;
}

/** How far a burner usually sits off the middle of its zone, mm. Assumed. */
const SLIP_MM = 18;
/** How much stronger, or hotter by its thermostat, burners are taken to see how spots answer. Numerical. */
const STRONGER = { gain: 1.08, setC: 6 };

/** The same plate with other burners. */
function otherwise(station: StationBody): Record<keyof PlateRecords, PlateTruth> {
  const all = <T>(value: T) => Object.fromEntries(station.zones.map(({ id }) => [id, value]));
  return {
    plain: {},
    stronger: { gain: all(STRONGER.gain), setErrorC: all(STRONGER.setC) },
    across: { off: all({ xMm: SLIP_MM, yMm: 0 }) },
    along: { off: all({ xMm: 0, yMm: SLIP_MM }) },
  };
}

/** A plate between two changes of burners: the track of each of its zones. */
interface Stretch {
  readonly atMs: number;
  readonly tracks: readonly ZoneTrack[];
}

/** The tracks of all zones of a station from its first turn on, anew from every change of burners. */
function historyFrom(run: RunView, stationId: string, startMs: number, untilMs: number): History {
  const station = run.station(stationId);
  const zones = station.zones.map(({ id }) => run.state.zones.get(zoneKey(stationId, id)));
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const loads = station.zones.map(({ id }) => loadsOn(run, stationId, id, startMs, untilMs));
  const swaps = zones.flatMap((zone) => zone?.swaps ?? []).filter(({ atMs }) => atMs > startMs);
  // each burner in turn takes its zone over as warm as the last one left it, and off until it is turned
  const fromMs = [startMs, ...swaps.map(({ atMs }) => atMs).sort((a, b) => a - b)];
  let startC = zones.map((zone) => zone?.assumed?.surfaceC ?? run.pins.roomC);
  const recorded: RecordedStretch[] = [];
  const stretches = fromMs.map((atMs, index): Stretch => {
    const endMs = fromMs[index + 1] ?? Math.max(untilMs + AHEAD_MS, startMs + 60_000);
    const under = station.zones.map((pinned, z) => {
      const swap = zones[z]?.swaps.findLast((each) => each.atMs <= atMs);
      const turns = [...(zones[z]?.turns ?? []), ...litAgain(run.state, zones[z], untilMs)]
        .filter((turn) => turn.atMs >= (swap?.atMs ?? -Infinity))
        .map((turn) => ({ atS: seconds(turn.atMs), mark: turn.mark }));
      return { swap, turns, zone: swap ? { ...swap.burner, id: pinned.id } : pinned };
    });
    const part = `${stationId} ${index}`;
    const history = {
      betweenWK: betweenZonesWK(station),
      ambientC: run.pins.roomC,
      startS: seconds(atMs),
      endS: seconds(endMs),
      zones: under.map(({ swap, turns, zone }, z) => ({
        ...{ zone: zoneThermal(station, zone), dial: zone.dial, startC: startC[z]!, loads: loads[z]! },
        ...{ takenOver: swap !== undefined, turns },
      })),
    };
    const tracks = plateTracks(history, run.memo.kept(TRACKS, part));
    run.memo.keep(TRACKS, part, tracks);
    recorded.push({
      ...{ fromS: seconds(atMs), toS: seconds(endMs), startC },
      station: { ...station, zones: under.map(({ zone }) => zone) },
      turns: under.flatMap(({ zone, turns }) => turns.map((turn) => ({ ...turn, zoneId: zone.id }))),
    });
    if (index + 1 < fromMs.length) startC = tracks.map((track, z) => lastKnownC(zones[z], track, atMs, endMs, seconds));
    return { atMs, tracks };
  });
  let records: PlateRecords | undefined;
  return {
    stretches,
    records: () => (records ??= recordsOn(run, stationId, recorded, foodsOn(run, stationId, startMs))),
  };
}

/** A plate that was taken off its heat and is poured on is put back so long after, ms; until a tap says when. Assumed. */
const LIT_AGAIN_MS = 15_000;

/** What is still to come of a zone that stands off its heat under food: it is lit as it was before. */
function litAgain(state: RunState, zone: ZoneState | undefined, untilMs: number): { atMs: number; mark: number }[] {
  const last = zone?.turns.at(-1);
  if (!zone || !last || last.mark > 0 || isDone(state, zone.stationId, zone.zoneId)) return [];
  const lying = piecesOnPlates(state).filter(
    ({ stationId, zoneId }) => stationId === zone.stationId && zoneId === zone.zoneId,
  );
  const mark = zone.turns.findLast((turn) => turn.mark > 0)?.mark;
  if (lying.length === 0 || mark === undefined) return [];
  const firstMs = Math.min(...lying.map(({ pouredAtMs }) => pouredAtMs));
  return [{ atMs: Math.max(last.atMs, firstMs + LIT_AGAIN_MS, untilMs - ASKED_EVERY_MS), mark }];
}

/** A plate's records, going on from the last ones of the same plate. */
function recordsOn(
  run: RunView,
  stationId: string,
  stretches: readonly RecordedStretch[],
  foods: readonly RecordedFood[],
): PlateRecords {
  const earlier = run.memo.kept(RECORDED, stationId);
  const truths = otherwise(run.station(stationId));
  const records = Object.fromEntries(
    (Object.keys(truths) as (keyof PlateRecords)[]).map((key) => [
      key,
      plateRecord(stretches, foods, run.pins.roomC, truths[key], earlier?.[key]),
    ]),
  ) as unknown as PlateRecords;
  run.memo.keep(RECORDED, stationId, records);
  return records;
}
/** The last tracks of each plate between two changes of its burners. */
const TRACKS: Question<readonly ZoneTrack[]> = { name: 'plate tracks', most: 24 };

/** The last records of each plate: how far they go on is told by what was done to it, not by whose they are. */
const RECORDED: Question<PlateRecords> = { name: 'plate records', most: 12 };

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

/** Below this share of its error a plate is too cold for a reading to say much of it later. Assumed. */
const LEAST_SHARE = 0.3;

/** What a plate went through from its first turn up to `untilMs` and a little on; a state's is worked out once. */
export function plateHistory(run: RunView, stationId: string, startMs: number, untilMs: number): History {
  const onMs = startMs + Math.ceil((untilMs - startMs) / ASKED_EVERY_MS) * ASKED_EVERY_MS;
  return run.once(`history ${stationId} ${startMs} ${onMs}`, () => historyFrom(run, stationId, startMs, onMs));
}
