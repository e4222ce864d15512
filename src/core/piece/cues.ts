import type { BatterFamily } from '#core/formula';

/** What a cook can see on the first side, in the order it usually comes. */
export const CUES = ['rimBubbles', 'faceSet', 'lightGold', 'coveredFace', 'dryEdge', 'golden', 'holesStay'] as const;
export type Cue = (typeof CUES)[number];

/** Cues that mean something on a batter of this type. Very thick batters may still show no bubbles. */
export const CUES_OF: Record<BatterFamily, readonly Cue[]> = {
  leavened: ['rimBubbles', 'lightGold', 'coveredFace', 'dryEdge', 'golden', 'holesStay'],
  thin: ['dryEdge', 'faceSet', 'lightGold', 'golden'],
};

/** A span of time, seconds from the start of its side. `latestS` is when the face below passes brown. */
export interface Window {
  readonly earliestS: number;
  readonly bestS: number;
  readonly latestS: number;
}

/** Everything predicted for one piece. Times are seconds; a cue that never comes is absent. */
export interface PieceTimeline {
  readonly cues: Partial<Record<Cue, number>>;
  /** When the underside of the first side reaches each colour, as far as it was simulated. */
  readonly brownedAt: Partial<Record<'lightGold' | 'golden' | 'brown' | 'dark', number>>;
  readonly flip: Window;
  /** From the flip. */
  readonly lift: Window;
  /** The face below was brown before the inside would hold: no good window at this heat. */
  readonly tooHot: boolean;
  /** Nothing ready within the time simulated. */
  readonly tooCool: boolean;
}
