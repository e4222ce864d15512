import type { RunState } from '#core/run';

/** A pour waits when a flip or lift falls inside the hands' time it needs. Assumed. */
export const POUR_SLACK_MS = 60_000;

/** Pieces still to be poured of a formula: what the brief asks less what is served or on a plate. */
export function piecesLeft(state: RunState, formulaId: string): number {
  const asked = state.brief?.items.find((item) => item.formulaId === formulaId)?.pieces ?? 0;
  let counted = 0;
  for (const piece of state.pieces.values()) if (piece.formulaId === formulaId && piece.fate !== 'failed') counted += 1;
  return Math.max(0, asked - counted);
}
