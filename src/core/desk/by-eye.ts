import type { Piece, RunState } from '#core/run';

/**
 * Pieces that were turned by eye: before the first good moment the board had shown for them, or after a "not yet". A turn
 * that was asked for says when the board asked, a row that was turned at once which piece lay beside it, and one that
 * nobody tapped nothing.
 */
export function turnedByEye(state: RunState, pieces: readonly Piece[]): ReadonlySet<string> {
  const inTap = new Map<string, number>();
  for (const { flipTapId } of state.pieces.values())
    if (flipTapId !== null) inTap.set(flipTapId, (inTap.get(flipTapId) ?? 0) + 1);
  return new Set(
    pieces
      .filter((piece) => !piece.assumed.first && inTap.get(piece.flipTapId ?? '') === 1 && isOwn(piece))
      .map(({ id }) => id),
  );
}

function isOwn({ flippedAtMs, shown, cues }: Piece): boolean {
  if (flippedAtMs === null) return false;
  return cues.some(({ cue }) => cue === 'notYet') || (shown.first !== null && flippedAtMs < shown.first.earliestMs);
}
