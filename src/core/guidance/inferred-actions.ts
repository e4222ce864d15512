import type { RunView } from '#core/setup';
import { placeKey, type Piece, type RunState, pieceIn } from '#core/run';
import type { Forecast } from '#core/forecast';

/** What is taken to have been done with a piece of which no tap came, and when: at its best moment. */
export interface InferredAction {
  readonly pieceId: string;
  readonly verb: 'flip' | 'lift';
  readonly atMs: number;
}

/**
 * Hands that do not tap have turned a piece once it would be far past its last good moment: so long after it, ms. Shorter,
 * and a late cook would lose the prompt; longer, and the board would fall behind hands that never tap. Assumed.
 */
const TAKEN_AFTER_MS = 45_000;

/** What nobody tapped and must have been done by now: turned first, then taken off. Oldest piece first. */
export function inferredActions(state: RunState, forecast: Forecast, nowMs: number): InferredAction[] {
  const actions: InferredAction[] = [];
  for (const pieceId of state.onPlate.values()) {
    const piece = pieceIn(state, pieceId);
    const predicted = forecast.pieces[pieceId];
    if (!predicted) continue;
    const { flip, lift } = predicted;
    if (piece.flippedAtMs === null) {
      if (nowMs <= flip.latestMs + TAKEN_AFTER_MS) continue;
      actions.push({ pieceId, verb: 'flip', atMs: flip.bestMs });
    }
    if (nowMs > lift.latestMs + TAKEN_AFTER_MS) actions.push({ pieceId, verb: 'lift', atMs: lift.bestMs });
  }
  return actions;
}

/** The run as it is taken to stand, with what nobody tapped. */
export function withInferred(run: RunView, actions: readonly InferredAction[]): RunView {
  if (actions.length === 0) return run;
  const pieces = new Map(run.state.pieces);
  const onPlate = new Map(run.state.onPlate);
  for (const { pieceId, verb, atMs } of actions) {
    const piece = pieces.get(pieceId);
    if (!piece || piece.offAtMs !== null) continue; // tapped meanwhile
    pieces.set(pieceId, verb === 'flip' ? turned(piece, atMs) : { ...piece, offAtMs: atMs, fate: 'lifted' });
    if (verb === 'lift') onPlate.delete(placeKey(piece.stationId, piece.placeId));
  }
  return run.with({ pieces, onPlate });
}

function turned(piece: Piece, atMs: number): Piece {
  return piece.flippedAtMs === null ? { ...piece, flippedAtMs: atMs, fate: 'secondSide' } : piece;
}
