import { appearanceAt, appearanceFrom, cuesBy, type Appearance, type Cue } from '#core/piece';
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
  const after = (atMs: number) => (atMs - piece.pouredAtMs) / 1000;
  const flippedS = piece.flippedAtMs === null ? null : after(piece.flippedAtMs);
  const nowS = after(store.nowMs);
  if (store.run?.rehearsal) {
    const sight = store.outlook?.truth[piece.id];
    if (!sight) return null;
    const sinceS = (store.nowMs - sight.fromMs) / 1000;
    return { look: appearanceFrom(sight.looks, sight.everyS, sinceS), cues: cuesBy(sight, flippedS ?? nowS) };
  }
  const cooks = store.outlook?.forecast.pieces[piece.id]?.timeline;
  if (!cooks) return null;
  return { look: appearanceAt(cooks.appearances, nowS, flippedS), cues: cuesBy(cooks, flippedS ?? nowS) };
}
