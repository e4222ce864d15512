import { zoneKey, type Piece, type RunState, pieceIn } from '#core/run';
import type { Forecast } from '#core/forecast';

/** A piece whose underside is worth lifting an edge for, and from when. */
export interface LookBeneath {
  readonly pieceId: string;
  readonly dueMs: number;
}

/** A flip that is due so soon needs no look before it, ms. Assumed. */
const FLIP_SOON_MS = 8_000;

/**
 * Before its underside may be dark, a piece that is not about to be turned is worth a look beneath: one of a panful for
 * all, and once.
 */
export function looksBeneath(state: RunState, told: Forecast): LookBeneath[] {
  const asked = new Map<string, LookBeneath>();
  const looked = new Set<string>();
  for (const id of state.onPlate.values()) {
    const piece = pieceIn(state, id);
    const predicted = told.pieces[id];
    if (piece.flippedAtMs !== null || !predicted || predicted.darkFromMs === null) continue;
    if (predicted.flip.bestMs - predicted.darkFromMs < FLIP_SOON_MS) continue;
    const key = `${piece.formulaId} ${zoneKey(piece.stationId, piece.zoneId)}`;
    const before = asked.get(key);
    if (before && before.dueMs <= predicted.darkFromMs) continue;
    if (looked.has(key)) continue;
    if (wasLookedAt(state, piece)) {
      looked.add(key);
      asked.delete(key);
      continue;
    }
    asked.set(key, { pieceId: id, dueMs: predicted.darkFromMs });
  }
  return [...asked.values()];
}

/** Since this piece was poured, somebody looked beneath it or a neighbour that still lies on its first side. */
function wasLookedAt(state: RunState, piece: Piece): boolean {
  return (state.zones.get(zoneKey(piece.stationId, piece.zoneId))?.readings ?? []).some(
    ({ method, atMs }) => method === 'piece' && atMs > piece.pouredAtMs,
  );
}
