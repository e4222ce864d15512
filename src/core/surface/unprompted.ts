import type { Piece, RunState, Shown } from '#core/run';

/**
 * Pieces that were turned by eye: before the first good moment the board had shown for them, or after a "not yet". A turn
 * that was asked for says when the board asked, a row that was turned at once which piece lay beside it, and one that
 * nobody tapped nothing.
 */
export function unpromptedFlips(state: RunState, pieces: readonly Piece[]): ReadonlySet<string> {
  return unprompted(state, pieces, ({ pouredAtMs, flippedAtMs, flipTapId, assumed, cues, shown }) => ({
    ...{ fromMs: pouredAtMs, atMs: flippedAtMs, tapId: flipTapId, assumed: assumed.first, shown: shown.first },
    tooSoonMs: cues.findLast(({ cue }) => cue === 'notYet')?.atMs,
  }));
}

/** Pieces that were lifted by eye, by the same rule. */
export function unpromptedLifts(state: RunState, pieces: readonly Piece[]): ReadonlySet<string> {
  return unprompted(state, pieces, ({ flippedAtMs, offAtMs, offTapId, assumed, secondNotYetMs, shown }) => ({
    ...{ fromMs: flippedAtMs ?? 0, atMs: offAtMs, tapId: offTapId, assumed: assumed.second, shown: shown.second },
    tooSoonMs: secondNotYetMs.at(-1),
  }));
}

/** What comes so soon after a "not yet" was done by eye; later the board had asked for it again. Assumed. */
const SOON_MS = 20_000;
const SOON_SHARE = 0.25;

/** What ended a side of a piece. */
interface SideEnd {
  readonly fromMs: number;
  readonly atMs: number | null;
  readonly tapId: string | null;
  readonly assumed: boolean;
  readonly shown: Shown | null;
  /** When somebody last said that it was too soon. */
  readonly tooSoonMs: number | undefined;
}

function unprompted(state: RunState, pieces: readonly Piece[], endOf: (piece: Piece) => SideEnd): ReadonlySet<string> {
  const inTap = new Map<string, number>();
  for (const piece of state.pieces.values()) {
    const { tapId } = endOf(piece);
    if (tapId !== null) inTap.set(tapId, (inTap.get(tapId) ?? 0) + 1);
  }
  return new Set(
    pieces
      .filter((piece) => {
        const { fromMs, atMs, tapId, assumed, shown, tooSoonMs } = endOf(piece);
        if (atMs === null || assumed || inTap.get(tapId ?? '') !== 1) return false;
        const waited = tooSoonMs !== undefined && atMs - tooSoonMs < Math.max(SOON_MS, SOON_SHARE * (atMs - fromMs));
        return waited || (shown !== null && atMs < shown.earliestMs);
      })
      .map(({ id }) => id),
  );
}
