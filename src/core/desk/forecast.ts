import type { TimelineTable } from '#core/piece';
import type { Zone } from '#core/plate';
import { zoneKey, type Piece, type Pins, type RunState } from '#core/run';
import { aimFrom, type Aim } from './aim.ts';
import { pieceBelieved, pieceForecast, type PieceForecast } from './piece-forecast.ts';
import { stationNow } from './station-now.ts';
import { surfaceModel, type SurfaceModel } from './surface-model.ts';
import { tableFor, type TableCache } from './tables.ts';
import { batterBefore, withElsewhere, zoneBelief, type ZoneBelief } from './zone-belief.ts';
import { zoneForecast, type ZoneForecast } from './zone-forecast.ts';

export interface Forecast {
  readonly atMs: number;
  readonly pieces: Readonly<Record<string, PieceForecast>>;
  readonly zones: readonly ZoneForecast[];
}

/**
 * Predicts every piece on a plate and the next piece of every zone in use, from all that was turned, read and seen.
 * Pieces already off are left out. Costs a table (about a quarter second) the first time a batter, thickness and plate
 * meet, then interpolations.
 */
export function forecast(pins: Pins, state: RunState, nowMs: number, tables: TableCache): Forecast {
  const pieces: Record<string, PieceForecast> = {};
  const zones: ZoneForecast[] = [];
  for (const { formulaId, stationIds } of state.brief?.items ?? []) {
    const ofZones = zonesOf(pins, state, formulaId, stationIds, nowMs, tables);
    const beliefs = ofZones.map(({ own }) => own);
    const aim = aimAt(pins, state, formulaId, ofZones, tables);
    for (const stationId of stationIds) {
      for (const { zone, table, model, own: alone } of ofZones.filter((each) => each.stationId === stationId)) {
        const believed = withElsewhere(alone, beliefs, batterBefore(pins, formulaId));
        zones.push(zoneForecast(pins, state, { formulaId, stationId, zoneId: zone.id }, table, model, believed, nowMs));
        for (const piece of piecesOn(state, stationId, zone.id, formulaId)) {
          const ofPiece = tableFor(pins, state, piece, tables, piece.pouredAtMs);
          pieces[piece.id] = pieceForecast(pins, state, piece, ofPiece, model, believed, aim);
        }
      }
    }
  }
  return { atMs: nowMs, pieces, zones };
}

/** The colours of the piece that others of its batter are to be like. */
function aimAt(
  pins: Pins,
  state: RunState,
  formulaId: string,
  ofZones: readonly ZoneKnown[],
  tables: TableCache,
): Aim | null {
  const piece = state.pieces.get(state.aims.get(formulaId) ?? '');
  const under = ofZones.find(({ stationId, zone }) => stationId === piece?.stationId && zone.id === piece.zoneId);
  if (!piece || !under) return null;
  const believed = withElsewhere(
    under.own,
    ofZones.map(({ own }) => own),
    batterBefore(pins, formulaId),
  );
  const table = tableFor(pins, state, piece, tables, piece.pouredAtMs);
  return aimFrom(piece, pieceBelieved(pins, state, piece, table, under.model, believed).timeline);
}

/** A zone in use by a formula, and what is believed of it by what was seen on itself. */
export interface ZoneKnown {
  readonly stationId: string;
  readonly zone: Zone;
  readonly table: TimelineTable;
  readonly model: SurfaceModel;
  readonly own: ZoneBelief;
}

/** What is believed of each zone for a formula, each by what was seen on itself. */
export function zonesOf(
  pins: Pins,
  state: RunState,
  formulaId: string,
  stationIds: readonly string[],
  nowMs: number,
  tables: TableCache,
): ZoneKnown[] {
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
