import { flipSpreadS, type Belief, type Expected } from '#core/adapt';
import { familyOf, type FormulaBody } from '#core/formula';
import {
  cueTimeAt,
  hottestWithWindowC,
  pieceAt,
  spreadsAt,
  timelineAt,
  timelineTable,
  type Cue,
  type PieceInput,
  type PieceTimeline,
  type SimulatedPiece,
  type TimelineTable,
} from '#core/piece';
import { zoneKey, type Piece, type Pins, type RunState, type ZoneState } from '#core/run';
import { formulaOf, placesIn, portionMl } from './batter-run.ts';
import { pieceInput, type PourRef } from './piece-input.ts';
import { advisedMark, heatAlarm, usualFoodW, zoneHeat, type HeatAlarm, type ZoneHeat } from './heat.ts';
import { recoveryOf, type Recovery } from './recovery.ts';
import { stationNow } from './station-now.ts';
import { COOKING_HEAT_J_PER_G, USUAL_COOK_S, surfaceModel } from './surface-model.ts';
import { atSpot, believedC, placeOf, zoneBelief } from './zone-belief.ts';

export interface ForecastWindow {
  readonly earliestMs: number;
  readonly bestMs: number;
  readonly latestMs: number;
}

export interface PieceForecast {
  readonly cues: Partial<Record<Cue, number>>; // run time, ms
  readonly flip: ForecastWindow;
  /** Standard deviation of the best flip, s. */
  readonly flipSpreadS: number;
  readonly lift: ForecastWindow;
  /** Standard deviation of each cue's moment, s: what the model does not know, and what is not known of the plate. */
  readonly cueSpreadS: Partial<Record<Cue, number>>;
  readonly tooHot: boolean;
  /** The hottest surface at which this piece would have a window, °C; null when none would do. */
  readonly windowUpToC: number | null;
  readonly timeline: SimulatedPiece;
}

/** A formula on a zone before anything is poured: what the next piece would do. */
export interface ZoneForecast extends ZoneHeat {
  readonly formulaId: string;
  readonly targetC: number;
  readonly ready: boolean;
  /** Mark that would hold the target, when the zone is off it and the dial has room. */
  readonly advisedMark: number | null;
  /** What a turn of the dial cannot answer. */
  readonly alarm: HeatAlarm | null;
  /** What a panful does to it. */
  readonly recovery: Recovery;
  /** What each place is believed to be beside its zone, °C with spread. */
  readonly places: readonly { readonly id: string; readonly surfaceC: number; readonly sdC: number }[];
  readonly next: PieceTimeline;
  /** The same at the surface wanted, for planning before the plate is hot. */
  readonly atTarget: PieceTimeline;
  readonly nextFlipSpreadS: number;
}

export interface Forecast {
  readonly atMs: number;
  readonly pieces: Readonly<Record<string, PieceForecast>>;
  readonly zones: readonly ZoneForecast[];
}

/** Timeline tables by what they depend on; the caller keeps it between forecasts. */
export type TableCache = Map<string, TimelineTable>;

/**
 * Predicts every piece on a plate and the next piece of every zone in use, from all that was turned, read and seen.
 * Pieces already off are left out. Costs a table (about a quarter second) the first time a batter, thickness and plate
 * meet, then interpolations.
 */
export function forecast(pins: Pins, state: RunState, nowMs: number, tables: TableCache): Forecast {
  const pieces: Record<string, PieceForecast> = {};
  const zones: ZoneForecast[] = [];
  for (const { formulaId, stationIds } of state.brief?.items ?? []) {
    const body = formulaOf(pins, formulaId);
    const volumeMl = portionMl(pins, state, formulaId);
    for (const stationId of stationIds) {
      const station = stationNow(pins, state, stationId);
      const places = placesIn(pins, state, formulaId, stationId);
      for (const zone of station.zones) {
        const ref = { formulaId, stationId, zoneId: zone.id };
        const table = tableFor(pins, state, ref, tables, nowMs);
        const model = surfaceModel(pins, state, stationId, zone.id, nowMs);
        const zoneState = state.zones.get(zoneKey(stationId, zone.id));
        const believed = zoneBelief(pins, state, zoneState ?? ref, formulaId, model, () => table, nowMs);
        const { known } = believed;
        const expected = model(nowMs);
        const timeFactor = Math.exp(known.lnFactor);
        const heat = zoneHeat(stationId, zone.id, zoneState, known, expected, believed.readings);
        const own = places.filter((place) => place.zoneId === zone.id);
        const hold = { targetC: body.heat.targetC, roomC: pins.roomC };
        zones.push({
          ...heat,
          formulaId,
          targetC: body.heat.targetC,
          ready: heat.surfaceC >= body.heat.lowC && heat.surfaceC <= body.heat.highC,
          advisedMark: justTurned(zoneState, nowMs)
            ? null
            : advisedMark(station, heat, known, { ...hold, foodW: usualFoodW(station, own.length, volumeMl) }),
          recovery: recoveryOf(
            station,
            zone.id,
            { ...hold, meanFoodW: usualFoodW(station, own.length, volumeMl) },
            panfulLoad(body, own.length, volumeMl),
          ),
          alarm: heatAlarm(station, heat, { ...hold, highC: body.heat.highC }),
          places: own.map((place) => {
            const there = atSpot(pins, station, expected, believed, place);
            return {
              id: place.id,
              surfaceC: believedC(there.expected, there.known),
              sdC: there.expected.share * there.known.errorSdC,
            };
          }),
          next: timelineAt(table, heat.surfaceC, timeFactor),
          atTarget: timelineAt(table, body.heat.targetC, timeFactor),
          nextFlipSpreadS: flipSpreadS(known, table, expected),
        });
        for (const piece of piecesOn(state, stationId, zone.id, formulaId)) {
          const ofPiece = tableFor(pins, state, piece, tables, piece.pouredAtMs);
          const there = atSpot(pins, station, model(piece.pouredAtMs), believed, placeOf(pins, state, piece));
          pieces[piece.id] = pieceForecast(piece, ofPiece, there.expected, there.known);
        }
      }
    }
  }
  return { atMs: nowMs, pieces, zones };
}

/** A plate needs a while to answer a turn; turned again at once it is chased down and then far too cold, s. Assumed. */
const ANSWERS_AFTER_S = 45;

function justTurned(zone: ZoneState | undefined, nowMs: number): boolean {
  const turned = zone?.turns.at(-1);
  return turned !== undefined && nowMs - turned.atMs < ANSWERS_AFTER_S * 1000;
}

/** A panful as its zone feels it. */
function panfulLoad(body: FormulaBody, pieces: number, volumeMl: number) {
  const cookS = USUAL_COOK_S[familyOf(body.type)];
  return { cookS, powerW: (pieces * volumeMl * COOKING_HEAT_J_PER_G) / cookS };
}

export function tableFor(
  pins: Pins,
  state: RunState,
  ref: PourRef,
  tables: TableCache,
  pouredAtMs: number,
): TimelineTable {
  return tableOf(pieceInput(pins, state, ref, pouredAtMs), tables);
}

/** The table of an input, made once. */
export function tableOf(input: PieceInput, tables: TableCache): TimelineTable {
  const key = JSON.stringify(input);
  let table = tables.get(key);
  if (!table) tables.set(key, (table = timelineTable(input)));
  return table;
}

function pieceForecast(piece: Piece, table: TimelineTable, expected: Expected, known: Belief): PieceForecast {
  const surfaceC = believedC(expected, known);
  const timeline = pieceAt(table, surfaceC, Math.exp(known.lnFactor));
  const pouredMs = piece.pouredAtMs;
  const afterPour = (seconds: number) => Math.round(pouredMs + seconds * 1000);
  const turnedMs = piece.flippedAtMs ?? afterPour(timeline.flip.bestS);
  const afterFlip = (seconds: number) => Math.round(turnedMs + seconds * 1000);
  return {
    cues: Object.fromEntries(Object.entries(timeline.cues).map(([cue, seconds]) => [cue, afterPour(seconds)])),
    flip: {
      earliestMs: afterPour(timeline.flip.earliestS),
      bestMs: afterPour(timeline.flip.bestS),
      latestMs: afterPour(timeline.flip.latestS),
    },
    flipSpreadS: flipSpreadS(known, table, expected),
    lift: {
      earliestMs: afterFlip(timeline.lift.earliestS),
      bestMs: afterFlip(timeline.lift.bestS),
      latestMs: afterFlip(timeline.lift.latestS),
    },
    cueSpreadS: cueSpreads(table, surfaceC, timeline, expected.share * known.errorSdC),
    tooHot: timeline.tooHot,
    windowUpToC: hottestWithWindowC(table),
    timeline,
  };
}

/** Spread of each cue, s: the parameters' own, and a surface that may be off by `surfaceSdC`. */
function cueSpreads(table: TimelineTable, surfaceC: number, timeline: PieceTimeline, surfaceSdC: number) {
  const byParameters = spreadsAt(table, surfaceC);
  const spreads: Partial<Record<Cue, number>> = {};
  for (const [cue, dueS] of Object.entries(timeline.cues) as [Cue, number][]) {
    const [cooler, hotter] = [cueTimeAt(table, cue, surfaceC - SLOPE_C), cueTimeAt(table, cue, surfaceC + SLOPE_C)];
    const slope = cooler === undefined || hotter === undefined ? 0 : (hotter - cooler) / (2 * SLOPE_C);
    spreads[cue] = Math.hypot((byParameters[cue] ?? 0) * dueS, slope * surfaceSdC);
  }
  return spreads;
}
const SLOPE_C = 6;

function piecesOn(state: RunState, stationId: string, zoneId: string, formulaId: string): Piece[] {
  return [...state.onPlate.values()]
    .map((id) => state.pieces.get(id)!)
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId && piece.formulaId === formulaId);
}
