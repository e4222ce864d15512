import type { BrowningWord, Cue, PieceTimeline } from '#core/piece';

/** What an eye sees of a piece at a moment: drawn on the board, and said in words. */
export interface Appearance {
  /** Cues of the first side that show by now, in order of their time. */
  readonly seen: readonly Cue[];
  /** Colour of the first side's underside now, or when it was flipped: the face a cook sees after the flip. */
  readonly underside: BrowningWord;
  /** 0–1: share of the face with bubbles. */
  readonly bubbles: number;
  readonly holesOpen: boolean;
  readonly edgeDry: boolean;
}

/** Appearance `elapsedS` after the pour, by a timeline; for a flipped piece pass the moment of its flip. */
export function appearanceAt(timeline: PieceTimeline, elapsedS: number): Appearance {
  const seen = (Object.entries(timeline.cues) as [Cue, number][])
    .filter(([, at]) => at <= elapsedS)
    .sort((a, b) => a[1] - b[1])
    .map(([cue]) => cue);
  const rim = timeline.cues.rimBubbles;
  const covered = timeline.cues.coveredFace;
  const bubbles =
    rim === undefined || covered === undefined ? 0 : Math.min(1, Math.max(0, (elapsedS - rim) / (covered - rim)));
  return {
    seen,
    underside: undersideAt(timeline, elapsedS),
    bubbles,
    holesOpen: seen.includes('holesStay'),
    edgeDry: seen.includes('dryEdge'),
  };
}

function undersideAt(timeline: PieceTimeline, elapsedS: number): BrowningWord {
  const { lightGold, golden, brown, dark } = timeline.brownedAt;
  if (dark !== undefined && elapsedS >= dark) return 'dark';
  if (brown !== undefined && elapsedS >= brown) return 'brown';
  if (golden !== undefined && elapsedS >= golden) return 'golden';
  if (lightGold !== undefined && elapsedS >= lightGold) return 'lightGold';
  return elapsedS > (lightGold ?? Infinity) / 3 ? 'pale' : 'raw';
}
