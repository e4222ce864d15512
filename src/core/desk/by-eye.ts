import type { Piece, RunState, Shown } from '#core/run';

/**
 * Pieces that were turned by eye: before the first good moment the board had shown for them, or after a "not yet". A turn
 * that was asked for says when the board asked, a row that was turned at once which piece lay beside it, and one that
 * nobody tapped nothing.
 */
export function turnedByEye(state: RunState, pieces: readonly Piece[]): ReadonlySet<string> {
  return byEye(state, pieces, ({ flippedAtMs, flipTapId, assumed, cues, shown }) => ({
    ...{ atMs: flippedAtMs, tapId: flipTapId, assumed: assumed.first, shown: shown.first },
    waited: cues.some(({ cue }) => cue === 'notYet'),
  }));
}

/** Pieces that were lifted by eye, by the same rule. */
export function liftedByEye(state: RunState, pieces: readonly Piece[]): ReadonlySet<string> {
  return byEye(state, pieces, ({ offAtMs, offTapId, assumed, secondNotYetMs, shown }) => ({
    ...{ atMs: offAtMs, tapId: offTapId, assumed: assumed.second, shown: shown.second },
    waited: secondNotYetMs.length > 0,
  }));
}

/** What ended a side of a piece. */
interface Deed {
  readonly atMs: number | null;
  readonly tapId: string | null;
  readonly assumed: boolean;
  readonly shown: Shown | null;
  /** Somebody had said that it was too soon. */
  readonly waited: boolean;
}

function byEye(state: RunState, pieces: readonly Piece[], deedOf: (piece: Piece) => Deed): ReadonlySet<string> {
  const inTap = new Map<string, number>();
  for (const piece of state.pieces.values()) {
    const { tapId } = deedOf(piece);
    if (tapId !== null) inTap.set(tapId, (inTap.get(tapId) ?? 0) + 1);
  }
  return new Set(
    pieces
      .filter((piece) => {
        const { atMs, tapId, assumed, shown, waited } = deedOf(piece);
        if (atMs === null || assumed || inTap.get(tapId ?? '') !== 1) return false;
        return waited || (shown !== null && atMs < shown.earliestMs);
      })
      .map(({ id }) => id),
  );
}
