import { flipSpreadS, type Belief } from '#core/adapt';
import {
  timelineAt,
  timelineTable,
  type Cue,
  type PieceInput,
  type PieceTimeline,
  type TimelineTable,
} from '#core/piece';
import { larderOf, zoneKey, type Piece, type Pins, type RunState } from '#core/run';
import { formulaOf, placesFor, portionMl, stationOf } from './batter-run.ts';
import { pieceInput, type PourRef } from './piece-input.ts';
import { advisedMark, surfaceModel, usualFoodW, zoneBelief, zoneHeat, type ZoneHeat } from './heat.ts';

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
  readonly tooHot: boolean;
  /** Seconds from the pour to each colour below, first side. */
  readonly timeline: PieceTimeline;
}

/** A formula on a zone before anything is poured: what the next piece would do. */
export interface ZoneForecast extends ZoneHeat {
  readonly formulaId: string;
  readonly targetC: number;
  readonly ready: boolean;
  /** Mark that would hold the target, when the zone is off it and the dial has room. */
  readonly advisedMark: number | null;
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
      const station = stationOf(pins, stationId);
      const places = placesFor(body, station, volumeMl, larderOf(pins));
      for (const zone of station.zones) {
        const table = tableFor(pins, state, { formulaId, stationId, zoneId: zone.id }, tables, nowMs);
        const model = surfaceModel(pins, state, stationId, zone.id, nowMs);
        const zoneState = state.zones.get(zoneKey(stationId, zone.id));
        const known = zoneBelief(state, zoneState, formulaId, model, table, nowMs);
        const modelC = model(nowMs);
        const timeFactor = Math.exp(known.lnFactor);
        const heat = zoneHeat(pins, stationId, zone.id, zoneState, known, modelC);
        const foodW = usualFoodW(station, places.filter((place) => place.zoneId === zone.id).length, volumeMl);
        zones.push({
          ...heat,
          formulaId,
          targetC: body.heat.targetC,
          ready: heat.surfaceC >= body.heat.lowC && heat.surfaceC <= body.heat.highC,
          advisedMark: advisedMark(pins, heat, body.heat.targetC, modelC, foodW),
          next: timelineAt(table, heat.surfaceC, timeFactor),
          atTarget: timelineAt(table, body.heat.targetC, timeFactor),
          nextFlipSpreadS: flipSpreadS(known, table, modelC),
        });
        for (const piece of piecesOn(state, stationId, zone.id, formulaId)) {
          const ofPiece = tableFor(pins, state, piece, tables, piece.pouredAtMs);
          pieces[piece.id] = pieceForecast(piece, ofPiece, model(piece.pouredAtMs), known);
        }
      }
    }
  }
  return { atMs: nowMs, pieces, zones };
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

function pieceForecast(piece: Piece, table: TimelineTable, modelC: number, known: Belief): PieceForecast {
  const timeline = timelineAt(table, modelC + known.errorC, Math.exp(known.lnFactor));
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
    flipSpreadS: flipSpreadS(known, table, modelC),
    lift: {
      earliestMs: afterFlip(timeline.lift.earliestS),
      bestMs: afterFlip(timeline.lift.bestS),
      latestMs: afterFlip(timeline.lift.latestS),
    },
    tooHot: timeline.tooHot,
    timeline,
  };
}

function piecesOn(state: RunState, stationId: string, zoneId: string, formulaId: string): Piece[] {
  return [...state.onPlate.values()]
    .map((id) => state.pieces.get(id)!)
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId && piece.formulaId === formulaId);
}
