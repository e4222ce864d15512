import type { SecondSides } from '#core/adapt';
import { pieceAt, timelineAt, type Pace, type TimelineTable } from '#core/piece';
import type { Zone } from '#core/plate';
import { zoneKey, type Piece, type Pins, type RunState } from '#core/run';
import { aimFrom, type Aim } from './target-colour.ts';
import { pieceBelieved, pieceForecast, type PieceForecast } from './piece-forecast.ts';
import { secondSidesTold } from './second-side.ts';
import { stationNow } from '#core/setup';
import { surfaceModel, type SurfaceModel } from '#core/surface';
import { tableFor, type TableCache } from './timeline-cache.ts';
import { batterBefore, withElsewhere, zoneBelief, type ZoneBelief } from '#core/surface';
import { zoneForecast, type ZoneForecast } from './zone-forecast.ts';

export interface Forecast {
  readonly atMs: number;
  readonly pieces: Readonly<Record<string, PieceForecast>>;
  readonly zones: readonly ZoneForecast[];
}

/**
 * Predicts every piece on a plate and the next piece of every zone in use, from all that was turned, read and seen.
 * Pieces already off are left out; a run that is finished stands as it was at its end. Costs a table (about a quarter second) the first time a batter, thickness and plate
 * meet, then interpolations.
 */
export function forecast(pins: Pins, state: RunState, askedMs: number, tables: TableCache): Forecast {
  const nowMs = whileItRan(state, askedMs);
  const pieces: Record<string, PieceForecast> = {};
  const zones: ZoneForecast[] = [];
  for (const { formulaId, stationIds } of state.brief?.items ?? []) {
    const ofZones = believedZones(pins, state, formulaId, stationIds, nowMs, tables);
    const ofBatter = {
      aim: aimAt(pins, state, formulaId, ofZones, tables),
      seconds: secondSidesBy(pins, state, formulaId, ofZones, tables),
    };
    for (const { stationId, zone, table, model, believed } of ofZones) {
      zones.push(zoneForecast(pins, state, { formulaId, stationId, zoneId: zone.id }, table, model, believed, nowMs));
      for (const piece of piecesOn(state, stationId, zone.id, formulaId)) {
        const ofPiece = tableFor(pins, state, piece, tables, piece.pouredAtMs);
        pieces[piece.id] = pieceForecast(pins, state, piece, ofPiece, model, believed, ofBatter);
      }
    }
  }
  return { atMs: nowMs, pieces, zones };
}

/** A finished run is not followed past its end: nobody knows what became of its plates, and nobody asks. */
function whileItRan({ finishedAtMs }: RunState, nowMs: number): number {
  return Math.min(nowMs, finishedAtMs ?? Infinity);
}

/** Something of how a piece, on a plate or off, goes by what is believed now; nothing when its zone is not in use. */
export function goesBy<T>(
  pins: Pins,
  state: RunState,
  piece: Piece | undefined,
  zones: readonly BelievedZone[],
  tables: TableCache,
  read: (table: TimelineTable, surfaceC: number, pace: Pace) => T,
): T | undefined {
  const under = zones.find(({ stationId, zone }) => stationId === piece?.stationId && zone.id === piece.zoneId);
  if (!piece || !under) return undefined;
  const table = tableFor(pins, state, piece, tables, piece.pouredAtMs);
  const { surfaceC, pace } = pieceBelieved(pins, state, piece, table, under.model, under.believed);
  return read(table, surfaceC, pace);
}

/** The colours of the piece that others of its batter are to be like. */
function aimAt(
  pins: Pins,
  state: RunState,
  formulaId: string,
  zones: readonly BelievedZone[],
  tables: TableCache,
): Aim | null {
  const piece = state.pieces.get(state.aims.get(formulaId) ?? '');
  return goesBy(pins, state, piece, zones, tables, (...at) => aimFrom(piece!, pieceAt(...at))) ?? null;
}

/** What is believed of a batter's second sides; one that was turned too early has more to do and tells nothing of others. */
export function secondSidesBy(
  pins: Pins,
  state: RunState,
  formulaId: string,
  zones: readonly BelievedZone[],
  tables: TableCache,
): SecondSides {
  return secondSidesTold(pins, state, formulaId, (piece) =>
    goesBy(pins, state, piece, zones, tables, (...at) => {
      const { flip, lift } = timelineAt(...at);
      return piece.turn !== 'early' && piece.flippedAtMs! - piece.pouredAtMs >= 1000 * flip.earliestS
        ? lift
        : undefined;
    }),
  );
}

/** A zone in use by a formula, with what is believed of it by all that was seen of its batter. */
export interface BelievedZone extends ZoneKnown {
  readonly believed: ZoneBelief;
}

/** What is believed of each zone for a formula. */
export function believedZones(
  pins: Pins,
  state: RunState,
  formulaId: string,
  stationIds: readonly string[],
  nowMs: number,
  tables: TableCache,
): BelievedZone[] {
  const zones = zonesOf(pins, state, formulaId, stationIds, nowMs, tables);
  const beliefs = zones.map(({ own }) => own);
  const before = batterBefore(pins, formulaId);
  return zones.map((zone) => ({ ...zone, believed: withElsewhere(zone.own, beliefs, before) }));
}

/** A zone in use by a formula, and what is believed of it by what was seen on itself. */
interface ZoneKnown {
  readonly stationId: string;
  readonly zone: Zone;
  readonly table: TimelineTable;
  readonly model: SurfaceModel;
  readonly own: ZoneBelief;
}

/** What is believed of each zone for a formula, each by what was seen on itself. */
function zonesOf(
  pins: Pins,
  state: RunState,
  formulaId: string,
  stationIds: readonly string[],
  askedMs: number,
  tables: TableCache,
): ZoneKnown[] {
  const nowMs = whileItRan(state, askedMs);
  return stationIds.flatMap((stationId) =>
    stationNow(pins, state, stationId).zones.map((zone) => {
      const ref = { formulaId, stationId, zoneId: zone.id };
      const table = tableFor(pins, state, ref, tables, nowMs);
      const model = surfaceModel(pins, state, stationId, zone.id, nowMs);
      const tableOf = (_formulaId: string, piece?: Piece) =>
        piece ? tableFor(pins, state, piece, tables, piece.pouredAtMs) : table;
      const zoneState = state.zones.get(zoneKey(stationId, zone.id));
      const own = zoneBelief(pins, state, zoneState ?? ref, formulaId, model, tableOf, nowMs);
      return { stationId, zone, table, model, own };
    }),
  );
}

function piecesOn(state: RunState, stationId: string, zoneId: string, formulaId: string): Piece[] {
  return [...state.onPlate.values()]
    .map((id) => state.pieces.get(id)!)
    .filter((piece) => piece.stationId === stationId && piece.zoneId === zoneId && piece.formulaId === formulaId);
}
