import type { Expected } from '#core/adapt';
import { familyOf, pouredDensityGPerMl } from '#core/formula';
import {
  besideZoneC,
  betweenZonesWK,
  cyclingSdC,
  plateRecord,
  plateTracks,
  roughAt,
  setpointC,
  shareAt,
  trackAt,
  zoneMiddle,
  zoneThermal,
  type FoodLoad,
  type PlateRecord,
  type PlateTruth,
  type RecordedFood,
  type RecordedStretch,
  type SpotOnPlate,
  type StationBody,
  type ZoneTrack,
} from '#core/plate';
import { larderOf, zoneKey, type Piece, type Pins, type RunState, type ZoneState } from '#core/run';
import { onceFor, type Memory } from './once.ts';
import { isDone } from './zone-use.ts';
import { discInRun, formulaOf, placesIn, stationOf } from './batter-run.ts';

/** Heat a gram of batter takes while it cooks, J: warming by 75 K, and the steam that leaves: a tenth of a cake, a third of a film. From the piece model. */
export const COOKING_HEAT_J_PER_G = { leavened: 320, thin: 800 } as const;

/** Both sides of a piece together, s. Trade ranges; common practice, no source. */
export const USUAL_COOK_S = { leavened: 160, thin: 60 } as const;

/** What the plate model expects of a zone, or of a spot of it, at any moment of the run. */
export interface SurfaceModel {
  (atMs: number, spot?: SpotOnPlate): Expected;
  /** Of a piece, the metal beneath it through its first minute: its mean, and what shows of the zone's error. */
  beneath(
    piece: Pick<Piece, 'pouredAtMs'>,
    disc: SpotOnPlate & { readonly diameterMm: number },
    spanS: number,
  ): Expected | null;
}

/** A history serves all moments of so long: nothing happens in it but what is known. */
const ASKED_EVERY_MS = 30_000;
/** So far on from the last moment asked the plate is followed: the first minute of what was poured just now. */
const AHEAD_MS = 140_000;

/**
 * The plate model's surface of a zone and its spots through the run: from cold as its burners were turned and changed,
 * with the food that lay on it; or, when the run began on a plate in use, what was assumed, held until a burner is turned.
 * Of an assumed plate all of the guess's error shows, always.
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
  /** A plate of which only a guess is known: its usual pattern. */
  const unlit = (spot: SpotOnPlate | undefined): Expected => ({
    modelC: before.modelC + (spot ? besideZoneC(station, spot, before.modelC, pins.roomC) : 0),
    share: before.share,
  });
  // an assumed zone stands as it was guessed until its own burner is turned
  const lit = (assumed ? [zones[own]] : zones).flatMap((zone) => zone?.turns[0]?.atMs ?? []);
  if (lit.length === 0)
    return Object.assign((_atMs: number, spot?: SpotOnPlate) => unlit(spot), { beneath: () => null });

  const startMs = Math.min(...lit);
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const onMs = startMs + Math.ceil((untilMs - startMs) / ASKED_EVERY_MS) * ASKED_EVERY_MS;
  const { stretches, records } = onceFor(HISTORIES, pins, state, `${stationId} ${startMs} ${onMs}`, () =>
    historyOf(pins, state, stationId, startMs, onMs),
  );
  const shareOf = (atMs: number) => {
    const { tracks } = stretches.findLast((each) => each.atMs <= atMs) ?? stretches[0]!;
    return assumed ? 1 : shareAt(tracks[own]!, seconds(atMs));
  };
  const roughOf = (atMs: number) => {
    const { tracks } = stretches.findLast((each) => each.atMs <= atMs) ?? stretches[0]!;
    // a look at the plate itself, before this one
    const seen = zones[own]?.readings.findLast((reading) => reading.method !== 'piece' && reading.atMs < atMs);
    if (assumed) return 0;
    return Math.hypot(roughAt(tracks[own]!, seconds(atMs), seen && seconds(seen.atMs)), phaseOf(atMs));
  };
  /** Once a thermostat cycles nobody knows where in its cycle it is. */
  const phaseOf = (atMs: number) => {
    const { dial } = station.zones[own]!;
    const turn = zones[own]?.turns.findLast((each) => each.atMs <= atMs);
    if (dial.kind !== 'thermostat' || !turn || turn.mark <= 0) return 0;
    const stretch = stretches.findLast((each) => each.atMs <= atMs) ?? stretches[0]!;
    const rise = trackAt(stretch.tracks[own]!, seconds(atMs)) - pins.roomC;
    return rise > CYCLES_FROM * (setpointC(dial, turn.mark) - pins.roomC) ? cyclingSdC(dial) : 0;
  };
  /** What is expected of a spot, or of the metal beneath a piece, by how each record has it. */
  const expectedBy = (look: (record: PlateRecord) => number, atMs: number): Expected => {
    const { plain, stronger, across, along } = records();
    const modelC = look(plain);
    const ofZoneC = stronger.zoneC(seconds(atMs), zoneId) - plain.zoneC(seconds(atMs), zoneId);
    // a place over the flame answers more to a stronger burner than its zone does
    const times = ofZoneC > LEAST_ANSWER_C ? (look(stronger) - modelC) / ofZoneC : 1;
    return {
      modelC,
      share: shareOf(atMs) * Math.min(ANSWERS.most, Math.max(ANSWERS.least, times)),
      roughC: roughOf(atMs),
      askewC: [look(across) - modelC, look(along) - modelC],
    };
  };
  const model = (atMs: number, spot?: SpotOnPlate): Expected => {
    if (atMs < startMs) return unlit(spot);
    if (spot) return expectedBy((record) => record.at(seconds(atMs), spot), atMs);
    return { modelC: records().plain.zoneC(seconds(atMs), zoneId), share: shareOf(atMs), roughC: roughOf(atMs) };
  };
  return Object.assign(model, {
    beneath: (
      { pouredAtMs }: Pick<Piece, 'pouredAtMs'>,
      disc: SpotOnPlate & { readonly diameterMm: number },
      spanS: number,
    ) => {
      if (pouredAtMs < startMs) return null;
      const fromS = seconds(pouredAtMs);
      return expectedBy((record) => record.beneathC(fromS, fromS + spanS, disc), pouredAtMs + 500 * spanS);
    },
  });
}

/** A thermostat's plate that has come this share of its rise has begun to cycle. Assumed. */
const CYCLES_FROM = 0.8;

/** How many times its zone's answer to a stronger burner a spot may show; and a zone that answers less tells nothing. Assumed. */
const ANSWERS = { least: 0.4, most: 2.5 };
const LEAST_ANSWER_C = 0.5;

/** A plate's history: its zones as lumps, for what shows of an error, and its metal in two dimensions, worked out when first asked. */
interface History {
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
/** How much stronger, or hotter by its thermostat, burners are taken to see how spots answer. */
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
function historyOf(pins: Pins, state: RunState, stationId: string, startMs: number, untilMs: number): History {
  const station = stationOf(pins, stationId);
  const zones = station.zones.map(({ id }) => state.zones.get(zoneKey(stationId, id)));
  const seconds = (ms: number) => (ms - startMs) / 1000;
  const loads = station.zones.map(({ id }) => loadsOn(pins, state, stationId, id, startMs, untilMs));
  const swaps = zones.flatMap((zone) => zone?.swaps ?? []).filter(({ atMs }) => atMs > startMs);
  // each burner in turn takes its zone over as warm as the last one left it, and off until it is turned
  const fromMs = [startMs, ...swaps.map(({ atMs }) => atMs).sort((a, b) => a - b)];
  let startC = zones.map((zone) => zone?.assumed?.surfaceC ?? pins.roomC);
  const recorded: RecordedStretch[] = [];
  const stretches = fromMs.map((atMs, index): Stretch => {
    const endMs = fromMs[index + 1] ?? Math.max(untilMs + AHEAD_MS, startMs + 60_000);
    const under = station.zones.map((pinned, z) => {
      const swap = zones[z]?.swaps.findLast((each) => each.atMs <= atMs);
      const turns = [...(zones[z]?.turns ?? []), ...litAgain(state, zones[z], untilMs)]
        .filter((turn) => turn.atMs >= (swap?.atMs ?? -Infinity))
        .map((turn) => ({ atS: seconds(turn.atMs), mark: turn.mark }));
      return { swap, turns, zone: swap ? { ...swap.burner, id: pinned.id } : pinned };
    });
    const tracks = plateTracks({
      betweenWK: betweenZonesWK(station),
      ambientC: pins.roomC,
      startS: seconds(atMs),
      endS: seconds(endMs),
      zones: under.map(({ swap, turns, zone }, z) => ({
        ...{ zone: zoneThermal(station, zone), dial: zone.dial, startC: startC[z]!, loads: loads[z]! },
        ...{ takenOver: swap !== undefined, turns },
      })),
    });
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
    records: () => (records ??= recordsOn(pins, stationId, recorded, foodsOn(pins, state, stationId, startMs))),
  };
}

/** A plate that was taken off its heat and is poured on is put back so long after, ms; until a tap says when. Assumed. */
const LIT_AGAIN_MS = 15_000;

/** What is still to come of a zone that stands off its heat under food: it is lit as it was before. */
function litAgain(state: RunState, zone: ZoneState | undefined, untilMs: number): { atMs: number; mark: number }[] {
  const last = zone?.turns.at(-1);
  if (!zone || !last || last.mark > 0 || isDone(state, zone.stationId, zone.zoneId)) return [];
  const lying = [...state.onPlate.values()]
    .map((id) => state.pieces.get(id)!)
    .filter(({ stationId, zoneId }) => stationId === zone.stationId && zoneId === zone.zoneId);
  const mark = zone.turns.findLast((turn) => turn.mark > 0)?.mark;
  if (lying.length === 0 || mark === undefined) return [];
  const firstMs = Math.min(...lying.map(({ pouredAtMs }) => pouredAtMs));
  return [{ atMs: Math.max(last.atMs, firstMs + LIT_AGAIN_MS, untilMs - ASKED_EVERY_MS), mark }];
}

/** A plate's records, going on from the last ones of the same plate. */
function recordsOn(
  pins: Pins,
  stationId: string,
  stretches: readonly RecordedStretch[],
  foods: readonly RecordedFood[],
): PlateRecords {
  let ofPins = RECORDED.get(pins);
  if (!ofPins) RECORDED.set(pins, (ofPins = new Map()));
  const earlier = ofPins.get(stationId);
  const truths = otherwise(stationOf(pins, stationId));
  const records = Object.fromEntries(
    (Object.keys(truths) as (keyof PlateRecords)[]).map((key) => [
      key,
      plateRecord(stretches, foods, pins.roomC, truths[key], earlier?.[key]),
    ]),
  ) as unknown as PlateRecords;
  ofPins.set(stationId, records);
  return records;
}
const RECORDED = new WeakMap<Pins, Map<string, PlateRecords>>();

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

/** Zones of one plate share their history. */
const HISTORIES: Memory<History> = new WeakMap();

/**
 * How a piece draws from the metal: when its crust has formed, and how much more while it is wet, W/m²K; a cake's other
 * face comes down half wet, a film's is set. From the piece model.
 */
const DRAWS = {
  leavened: { contactWm2K: 150, wetterWm2K: 230, wetAgain: 0.4 },
  thin: { contactWm2K: 150, wetterWm2K: 230 },
} as const;

/** Pieces as discs where they lie; one that lies there now stays as long as pieces do. */
function foodsOn(pins: Pins, state: RunState, stationId: string, startMs: number): RecordedFood[] {
  return [...state.pieces.values()]
    .filter((piece) => piece.stationId === stationId)
    .map((piece) => {
      const family = familyOf(formulaOf(pins, piece.formulaId).type);
      const cookS = USUAL_COOK_S[family];
      const { diameterMm, thicknessMm } = discInRun(pins, state, piece.formulaId, stationId);
      const driesOutJm2 = DRIES_OUT_J_PER_KG * (densityOf(pins, piece.formulaId) * thicknessMm);
      const place = placesIn(pins, state, piece.formulaId, stationId).find(({ id }) => id === piece.placeId);
      const { xMm, yMm } = place ?? zoneMiddle(stationOf(pins, stationId), piece.zoneId);
      const fromS = (piece.pouredAtMs - startMs) / 1000;
      const toS = piece.offAtMs === null ? fromS + LIES_AT_MOST * cookS : (piece.offAtMs - startMs) / 1000;
      const turnedS = piece.flippedAtMs === null ? undefined : (piece.flippedAtMs - startMs) / 1000;
      return { ...DRAWS[family], driesOutJm2, fromS, turnedS, toS, xMm, yMm, diameterMm, pouredC: pins.roomC };
    });
}
/** Heat that dries batter out: six tenths of it is water, which warms and boils off. */
const DRIES_OUT_J_PER_KG = 1.6e6;
/** A piece nobody took off is taken for gone after so many times its usual. Assumed. */
const LIES_AT_MOST = 2;

function loadOf(pins: Pins, piece: Piece, startMs: number, untilMs: number): FoodLoad {
  const offMs = piece.offAtMs ?? untilMs;
  const family = familyOf(formulaOf(pins, piece.formulaId).type);
  const cookS = USUAL_COOK_S[family];
  const fromS = (piece.pouredAtMs - startMs) / 1000;
  return {
    fromS,
    toS: Math.min((offMs - startMs) / 1000, fromS + cookS),
    powerW: (piece.volumeMl * densityOf(pins, piece.formulaId) * COOKING_HEAT_J_PER_G[family]) / cookS,
  };
}

function densityOf(pins: Pins, formulaId: string): number {
  return pouredDensityGPerMl(formulaOf(pins, formulaId), larderOf(pins));
}

function loadsOn(
  pins: Pins,
  state: RunState,
  stationId: string,
  zoneId: string,
  startMs: number,
  untilMs: number,
): FoodLoad[] {
  return [...state.pieces.values()]
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId)
    .map((piece) => loadOf(pins, piece, startMs, untilMs));
}
