import type { BatterFamily } from '#core/formula';

/** What a cook can see on the first side, in the order it usually comes. */
export const CUES = [
  'rimBubbles',
  'faceSet',
  'lightGold',
  'coveredFace',
  'popping',
  'dryEdge',
  'golden',
  'liftingEdge',
  'holesStay',
] as const;
export type Cue = (typeof CUES)[number];

/** Cues that mean something on a batter of this type. Very thick batters may still show no bubbles. */
export const CUES_OF: Record<BatterFamily, readonly Cue[]> = {
  leavened: ['rimBubbles', 'lightGold', 'coveredFace', 'popping', 'dryEdge', 'golden', 'holesStay'],
  thin: ['dryEdge', 'faceSet', 'lightGold', 'liftingEdge', 'golden'],
};

/** Colours below, palest first, whose moments are predicted. */
export const BROWNINGS = ['lightGold', 'golden', 'brown', 'dark', 'burnt'] as const;
export type Browning = (typeof BROWNINGS)[number];

/** A span of time, seconds from the start of its side. `latestS` is when the face below passes brown. */
export interface Window {
  readonly earliestS: number;
  readonly bestS: number;
  readonly latestS: number;
}

/** Everything predicted for one piece. Times are seconds from the pour unless said; what never comes is absent. */
export interface PieceTimeline {
  readonly cues: Partial<Record<Cue, number>>;
  /** From when the base has a skin that leaves the plate whole: the earliest look beneath. */
  readonly peekS?: number;
  /** When the underside of the first side reaches each colour, as far as it was simulated. */
  readonly brownedAt: Partial<Record<Browning, number>>;
  readonly flip: Window;
  /** From the flip. */
  readonly lift: Window;
  /** From the flip: when it springs back, when its second face has its colour; its coldest point at the best lift, °C. */
  readonly done: { readonly springsBackS?: number; readonly colouredS?: number; readonly coldestC: number };
  /** Share of what was poured that has gone as steam by the best lift, and once it has cooled enough to be weighed. */
  readonly lostShare: number;
  readonly weighedLossShare: number;
  /** The face below was brown before the inside would hold: no good window at this heat. */
  readonly tooHot: boolean;
  /** Nothing ready within the time simulated. */
  readonly tooCool: boolean;
}

/** The cues that show `elapsedS` after the pour, in the order in which they came. */
export function cuesBy({ cues }: PieceTimeline, elapsedS: number): Cue[] {
  return (Object.entries(cues) as [Cue, number][])
    .filter(([, at]) => at <= elapsedS)
    .sort((a, b) => a[1] - b[1])
    .map(([cue]) => cue);
}
