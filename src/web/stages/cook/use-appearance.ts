import { appearanceAt, type Appearance } from '#core/desk';
import type { Piece } from '#core/run';
import type { useRun } from '../../stores/run.ts';

/** How a piece looks now: in a rehearsal what is really there, else what is predicted. */
export function appearanceOf(store: ReturnType<typeof useRun>, piece: Piece): Appearance | null {
  const timeline = store.run?.rehearsal
    ? store.outlook?.truth[piece.id]
    : store.outlook?.forecast.pieces[piece.id]?.timeline;
  if (!timeline) return null;
  return appearanceAt(timeline, ((piece.flippedAtMs ?? store.nowMs) - piece.pouredAtMs) / 1000);
}
