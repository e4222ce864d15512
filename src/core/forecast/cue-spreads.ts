import { cueTimeAt, spreadsAt, timelineAt, type Cue } from '#core/piece';
import type { RunView } from '#core/setup';
import { believedZones } from './forecast.ts';
import { pieceBelieved } from './piece-forecast.ts';
import { tableFor } from './timeline-cache.ts';

/** The surface is moved so far to see how a moment answers to it, °C. Numerical. */
const SLOPE_C = 6;

/**
 * Standard deviation of the moment of each cue of a piece on a plate, s: what the piece model does not know, and what is
 * not known of the plate. Costs some ten simulations the first time for a batter on a plate. Nothing for a zone that is
 * not in use.
 */
export function cueSpreads(run: RunView, pieceId: string, nowMs: number): Partial<Record<Cue, number>> {
  const piece = run.piece(pieceId);
  const under = believedZones(run, piece.formulaId, [piece.stationId], nowMs).find(
    ({ zone }) => zone.id === piece.zoneId,
  );
  if (!under) return {};
  const table = tableFor(run, piece, piece.pouredAtMs);
  const { surfaceC, pace, known, expected } = pieceBelieved(run, piece, table, under.model, under.believed);
  const surfaceSdC = Math.hypot(expected.sensitivity * known.errorSdC, expected.roughC ?? 0);
  const byParameters = spreadsAt(table, surfaceC, run.memo);
  const spreads: Partial<Record<Cue, number>> = {};
  for (const [cue, dueS] of Object.entries(timelineAt(table, surfaceC, pace).cues) as [Cue, number][]) {
    const [cooler, hotter] = [cueTimeAt(table, cue, surfaceC - SLOPE_C), cueTimeAt(table, cue, surfaceC + SLOPE_C)];
    const slope = cooler === undefined || hotter === undefined ? 0 : (hotter - cooler) / (2 * SLOPE_C);
    spreads[cue] = Math.hypot((byParameters[cue] ?? 0) * dueS, slope * surfaceSdC);
  }
  return spreads;
}
