import {
  aged,
  belief,
  priorPosterior,
  withCue,
  withNotYet,
  withReading,
  type Belief,
  type Posterior,
} from '#core/adapt';
import {
  lossW,
  markForPower,
  preheatPlan,
  trackAt,
  zoneThermal,
  zoneTrack,
  type FoodLoad,
  type PreheatPlan,
  type StationBody,
} from '#core/plate';
import type { TimelineTable } from '#core/piece';
import { familyOf } from '#core/formula';
import { zoneKey, type Piece, type Pins, type RunState, type ZoneState } from '#core/run';
import { formulaOf, stationOf } from './batter-run.ts';

/** Heat a gram of batter takes while it cooks, J: warming by 65 K and a little steam. Assumed from the piece model. */
const COOKING_HEAT_J_PER_G = 320;
/** How well a plate is known from its dial alone. Assumed. */
const DIAL_ONLY_SD_C = 15;

export type SurfaceBasis = 'cold' | 'dial' | 'assumed' | 'reading';

export interface ZoneHeat {
  readonly key: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly mark: number | null;
  readonly surfaceC: number;
  readonly sdC: number;
  readonly basis: SurfaceBasis;
}

/** Unread, a plate's error grows with its distance from the room: a plate just lit is as cold as the room. */
const FULL_ERROR_RISE_C = 120;

/** A zone as it stands: its dial, its surface with its spread, and what that rests on. */
export function zoneHeat(
  pins: Pins,
  stationId: string,
  zoneId: string,
  zone: ZoneState | undefined,
  known: Belief,
  modelC: number,
): ZoneHeat {
  const basis = basisOf(zone);
  const unread = basis === 'dial' || basis === 'cold';
  const share = unread && !zone?.assumed ? Math.min(1, Math.max(0, (modelC - pins.roomC) / FULL_ERROR_RISE_C)) : 1;
  return {
    key: zoneKey(stationId, zoneId),
    stationId,
    zoneId,
    mark: zone?.turns.at(-1)?.mark ?? null,
    surfaceC: modelC + share * known.errorC,
    sdC: share * known.errorSdC,
    basis,
  };
}

function basisOf(zone: ZoneState | undefined): SurfaceBasis {
  if (zone?.readings.length) return 'reading';
  if (zone?.turns.length) return 'dial';
  return zone?.assumed ? 'assumed' : 'cold';
}

/** Temperature of a zone by the plate model at any moment of the run. */
export type SurfaceModel = (atMs: number) => number;

/**
 * The plate model's surface of a zone through the run: from cold as its burner was turned, with the food that lay on it;
 * or, when the run began on a plate in use, what was assumed, held until the burner is turned.
 */
export function surfaceModel(
  pins: Pins,
  state: RunState,
  stationId: string,
  zoneId: string,
  untilMs: number,
): SurfaceModel {
  const station = stationOf(pins, stationId);
  const zone = station.zones.find((candidate) => candidate.id === zoneId)!;
  const zoneState = state.zones.get(zoneKey(stationId, zoneId));
  const turns = zoneState?.turns ?? [];
  const assumed = zoneState?.assumed ?? null;
  const firstTurnMs = turns[0]?.atMs;
  if (firstTurnMs === undefined) return () => assumed?.surfaceC ?? pins.roomC;
  const startMs = firstTurnMs;
  const track = zoneTrack(zoneThermal(station, zone), zone.dial, {
    startC: assumed?.surfaceC ?? pins.roomC,
    ambientC: pins.roomC,
    turns: turns.map((turn) => ({ atS: (turn.atMs - startMs) / 1000, mark: turn.mark })),
    loads: loadsOn(pins, state, stationId, zoneId, startMs, untilMs),
    startS: 0,
    endS: Math.max(60, (untilMs - startMs) / 1000),
  });
  return (atMs) => (atMs < startMs ? (assumed?.surfaceC ?? pins.roomC) : trackAt(track, (atMs - startMs) / 1000));
}

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
    const cookS = familyOf(formulaOf(pins, piece.formulaId).type) === 'leavened' ? 160 : 60; // usual time on the plate, trade ranges
    loads.push({
      fromS: (piece.pouredAtMs - startMs) / 1000,
      toS: Math.min((offMs - startMs) / 1000, (piece.pouredAtMs - startMs) / 1000 + cookS),
      powerW: (piece.volumeMl * COOKING_HEAT_J_PER_G) / cookS,
    });
  }
  return loads;
}

/** The burner's plan for a formula's surface on a zone, holding under a usual load of food. */
export function zonePreheat(
  pins: Pins,
  stationId: string,
  zoneId: string,
  targetC: number,
  foodW: number,
): PreheatPlan {
  const station = stationOf(pins, stationId);
  const zone = station.zones.find((candidate) => candidate.id === zoneId)!;
  return preheatPlan(zoneThermal(station, zone), zone.dial, {
    startC: pins.roomC,
    targetC,
    ambientC: pins.roomC,
    foodW,
  });
}

/** Power that `count` pieces of `volumeMl` draw, panful after panful, W: what the holding mark must meet besides losses. */
export function usualFoodW(station: StationBody, count: number, volumeMl: number): number {
  const cycleS = station.shape.kind === 'rectangle' ? 200 : 85; // time on the plate and the turnaround, trade ranges
  return (count * volumeMl * COOKING_HEAT_J_PER_G) / cycleS;
}

/** What is believed of a zone for one formula after all that was read and seen on it up to `nowMs`. */
export function zoneBelief(
  state: RunState,
  zone: ZoneState | undefined,
  formulaId: string,
  model: SurfaceModel,
  table: TimelineTable,
  nowMs: number,
): Belief {
  let posterior: Posterior = priorPosterior(zone?.assumed?.sdC ?? DIAL_ONLY_SD_C);
  let lastMs: number | undefined;
  for (const seen of sightings(state, zone, formulaId)) {
    if (lastMs !== undefined) posterior = aged(posterior, (seen.atMs - lastMs) / 1000);
    lastMs = seen.atMs;
    if (seen.kind === 'reading') {
      posterior = withReading(posterior, model(seen.atMs), seen.reading.surfaceC, seen.reading.sdC);
    } else {
      const elapsedS = (seen.atMs - seen.piece.pouredAtMs) / 1000;
      const surfaceC = model(seen.piece.pouredAtMs);
      posterior =
        seen.cue === 'notYet'
          ? withNotYet(posterior, table, surfaceC, elapsedS)
          : withCue(posterior, table, surfaceC, seen.cue, elapsedS);
    }
  }
  if (lastMs !== undefined) posterior = aged(posterior, (nowMs - lastMs) / 1000);
  return belief(posterior);
}

type Sighting =
  | { readonly kind: 'reading'; readonly atMs: number; readonly reading: ZoneState['readings'][number] }
  | { readonly kind: 'cue'; readonly atMs: number; readonly piece: Piece; readonly cue: Piece['cues'][number]['cue'] };

function sightings(state: RunState, zone: ZoneState | undefined, formulaId: string): Sighting[] {
  const list: Sighting[] = (zone?.readings ?? []).map((reading) => ({ kind: 'reading', atMs: reading.atMs, reading }));
  for (const piece of state.pieces.values()) {
    if (!zone || piece.formulaId !== formulaId || piece.stationId !== zone.stationId || piece.zoneId !== zone.zoneId)
      continue;
    for (const { cue, atMs } of piece.cues) list.push({ kind: 'cue', atMs, piece, cue });
  }
  return list.sort((a, b) => a.atMs - b.atMs);
}

/** A plate answers a turn minutes later; larger turns overshoot. Common practice: a step at a time, no source. */
const MOST_STEPS = 2;

/**
 * The mark that would hold a zone at its target while it cooks: the plate model's power for losses and food, corrected by
 * how much hotter or cooler the zone is than the model says. At least one step in the needed direction, at most two, or null when the
 * dial has no more room.
 */
export function advisedMark(pins: Pins, zone: ZoneHeat, targetC: number, modelC: number, foodW: number): number | null {
  if (!zone.mark) return null;
  const station = stationOf(pins, zone.stationId);
  const { dial, ...rest } = station.zones.find((candidate) => candidate.id === zone.zoneId)!;
  const thermal = zoneThermal(station, { dial, ...rest });
  const gain = lossW(thermal, zone.surfaceC, pins.roomC) / Math.max(1, lossW(thermal, modelC, pins.roomC));
  const wanted = markForPower(thermal, dial, (lossW(thermal, targetC, pins.roomC) + foodW) / gain);
  const down = zone.surfaceC > targetC;
  const most = MOST_STEPS * dial.step;
  const mark = down
    ? Math.max(zone.mark - most, Math.min(wanted, zone.mark - dial.step))
    : Math.min(zone.mark + most, Math.max(wanted, zone.mark + dial.step));
  return mark >= dial.step && mark <= dial.max ? mark : null;
}
