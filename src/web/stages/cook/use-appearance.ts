import { appearanceAt, cuesBy, type Appearance, type Cue } from '#core/piece';
import type { Piece } from '#core/run';
import type { useRun } from '../../stores/run.ts';

/** What is seen of a piece now. */
export interface PieceSeen {
  readonly look: Appearance;
  /** Cues that show, in the order in which they came. */
  readonly cues: readonly Cue[];
}

/** How a piece looks now: in a rehearsal what is really there, else what is predicted. */
export function seenOf(store: ReturnType<typeof useRun>, piece: Piece): PieceSeen | null {
  const cooks = store.run?.rehearsal
    ? store.outlook?.truth[piece.id]
    : store.outlook?.forecast.pieces[piece.id]?.timeline;
  if (!cooks) return null;
  const after = (atMs: number) => (atMs - piece.pouredAtMs) / 1000;
  const flippedS = piece.flippedAtMs === null ? null : after(piece.flippedAtMs);
  const nowS = after(store.nowMs);
  return { look: appearanceAt(cooks.appearances, nowS, flippedS), cues: cuesBy(cooks, flippedS ?? nowS) };
}
