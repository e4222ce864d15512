import { given } from '#core/given';
import type { RunView } from '#core/setup';
import type { SecondSides } from '#core/inference';
import { pieceAt, timelineAt, type Pace, type TimelineTable } from '#core/piece';
import type { Zone } from '#core/plate';
import { zoneKey, type Piece, type RunState, piecesOnPlates } from '#core/run';
import { targetColourOf, type TargetColour } from './target-colour.ts';
import { pieceBelieved, pieceForecast, type PieceForecast } from './piece-forecast.ts';
import { secondSidesTold } from './second-side.ts';
import { zonesUsed } from '#core/setup';
import { surfaceModel, type SurfaceModel } from '#core/surface';
import { tableFor } from './timeline-cache.ts';
import { batterPrior, withPooledBatter, zoneBelief, type ZoneBelief } from '#core/surface';
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
export function forecast(run: RunView, askedMs: number): Forecast {
  const nowMs = whileItRan(run.state, askedMs);
  const pieces: Record<string, PieceForecast> = {};
  const zones: ZoneForecast[] = [];
  for (const { formulaId, stationIds } of run.state.brief?.items ?? []) {
    const ofZones = believedZones(run, formulaId, stationIds, nowMs);
    const ofBatter = {
      aim: aimAt(run, formulaId, ofZones),
      seconds: secondSidesBy(run, formulaId, ofZones),
    };
    for (const { stationId, zone, table, model, believed } of ofZones) {
      zones.push(zoneForecast(run, { formulaId, stationId, zoneId: zone.id }, table, model, believed, nowMs));
      for (const piece of piecesOn(run.state, stationId, zone.id, formulaId)) {
        const ofPiece = tableFor(run, piece, piece.pouredAtMs);
        pieces[piece.id] = pieceForecast(run, piece, ofPiece, model, believed, ofBatter);
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
export function withPieceEstimate<T>(
  run: RunView,
  piece: Piece | undefined,
  zones: readonly BelievedZone[],
  read: (table: TimelineTable, surfaceC: number, pace: Pace) => T,
): T | undefined {
  const under = zones.find(({ stationId, zone }) => stationId === piece?.stationId && zone.id === piece.zoneId);
  if (!piece || !under) return undefined;
  const table = tableFor(run, piece, piece.pouredAtMs);
  const { surfaceC, pace } = pieceBelieved(run, piece, table, under.model, under.believed);
  return read(table, surfaceC, pace);
}

/** The colours of the piece that others of its batter are to be like. */
function aimAt(run: RunView, formulaId: string, zones: readonly BelievedZone[]): TargetColour | null {
  const piece = run.state.pieces.get(run.state.aims.get(formulaId) ?? '');
  if (!piece) return null;
  return withPieceEstimate(run, piece, zones, (...at) => targetColourOf(piece, pieceAt(...at))) ?? null;
}

/** What is believed of a batter's second sides; one that was turned too early has more to do and tells nothing of others. */
export function secondSidesBy(run: RunView, formulaId: string, zones: readonly BelievedZone[]): SecondSides {
  return secondSidesTold(run, formulaId, (piece) =>
    withPieceEstimate(run, piece, zones, (...at) => {
      const { flip, lift } = timelineAt(...at);
      const flippedMs = given(piece.flippedAtMs, 'only what was turned tells of second sides');
      return piece.turn !== 'early' && flippedMs - piece.pouredAtMs >= 1000 * flip.earliestS ? lift : undefined;
    }),
  );
}

/** A zone in use by a formula, with what is believed of it by all that was seen of its batter. */
export interface BelievedZone extends ZoneKnown {
  readonly believed: ZoneBelief;
}

/** What is believed of each zone for a formula. */
export function believedZones(
  run: RunView,
  formulaId: string,
  stationIds: readonly string[],
  nowMs: number,
): BelievedZone[] {
  const zones = zonesOf(run, formulaId, stationIds, nowMs);
  const beliefs = zones.map(({ own }) => own);
  const before = batterPrior(run, formulaId);
  return zones.map((zone) => ({ ...zone, believed: withPooledBatter(zone.own, beliefs, before, run.memo) }));
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
function zonesOf(run: RunView, formulaId: string, stationIds: readonly string[], askedMs: number): ZoneKnown[] {
  const nowMs = whileItRan(run.state, askedMs);
  return stationIds.flatMap((stationId) =>
    zonesUsed(run, formulaId, stationId).map((zone) => {
      const ref = { formulaId, stationId, zoneId: zone.id };
      const table = tableFor(run, ref, nowMs);
      const model = surfaceModel(run, stationId, zone.id, nowMs);
      const tableOf = (_formulaId: string, piece?: Piece) => (piece ? tableFor(run, piece, piece.pouredAtMs) : table);
      const zoneState = run.state.zones.get(zoneKey(stationId, zone.id));
      const own = zoneBelief(run, zoneState ?? ref, formulaId, model, tableOf, nowMs);
      return { stationId, zone, table, model, own };
    }),
  );
}

function piecesOn(state: RunState, stationId: string, zoneId: string, formulaId: string): Piece[] {
  return piecesOnPlates(state).filter(
    (piece) => piece.stationId === stationId && piece.zoneId === zoneId && piece.formulaId === formulaId,
  );
}
