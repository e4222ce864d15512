import type { RunState } from '#core/run';

/** A pour waits when a flip or lift falls inside the hands' time it needs. Assumed. */
export const POUR_SLACK_MS = 60_000;

/** Of a sum of shares. Numerical. */
const ROUNDING = 1e-9;

/** Pieces still to be poured of a formula: what the brief asks less what is served or on a plate; a coin is a share of one. */
export function piecesLeft(state: RunState, formulaId: string): number {
  const asked = state.brief?.items.find((item) => item.formulaId === formulaId)?.pieces ?? 0;
  let counted = 0;
  for (const piece of state.pieces.values())
    if (piece.formulaId === formulaId && piece.fate !== 'failed') counted += piece.worth;
  return Math.max(0, Math.ceil(asked - counted - ROUNDING));
}
