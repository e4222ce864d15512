import type { BatterFamily } from '#core/formula';

const { max, min } = Math; // bound once: asked for at every cell of a belief

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

/** Spans from the pour over which the metal beneath is taken together: what shows early knows nothing of later heat, s. From the piece model. */
export const BENEATH_SPANS_S: Record<BatterFamily, readonly number[]> = {
  leavened: [30, 60, 90, 130],
  thin: [10, 20, 30, 45],
};

/** Everything predicted for one piece. Times are seconds from the pour unless said; what never comes is absent. */
export interface PieceTimeline {
  readonly cues: Partial<Record<Cue, number>>;
  /** Mean of the metal beneath over each of `BENEATH_SPANS_S`, °C. */
  readonly beneathC: readonly number[];
  /** From when the base has a skin that leaves the plate whole: the earliest look beneath. */
  readonly peekS?: number;
  /** When the underside of the first side reaches each colour, as far as it was simulated. */
  readonly brownedAt: Partial<Record<Browning, number>>;
  /** From when the inside will hold the flip, and when the cook's sign comes, whatever the colour. */
  readonly holdsS?: number;
  readonly signS?: number;
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

/** How a piece stood as it was turned: it ran or tore, it was right, or it was past it. */
export const TURNS = ['early', 'right', 'late'] as const;
export type Turn = (typeof TURNS)[number];

/** The middle of a piece that was cut open as it came off. */
export const CENTRES = ['raw', 'done', 'dry'] as const;
export type Centre = (typeof CENTRES)[number];

/** Moments of a first side from which its window follows; what does not come is absent. */
export interface FlipMoments {
  readonly holdsS?: number | undefined;
  readonly signS?: number | undefined;
  readonly brownS?: number | undefined;
  readonly darkS?: number | undefined;
}

const WIDEST_AFTER_BEST = 0.25; // a window runs no longer past its best than this share of it; assumed

/**
 * The best flip: by the cook's sign, and brown is the last good moment; where brown comes before the inside holds, when it
 * holds, unless the underside is dark by then. Nothing when neither has come.
 */
export function bestFlip({ holdsS, signS, brownS, darkS }: FlipMoments): number | undefined {
  return bestOf(holdsS, signS, brownS, darkS);
}

type Moment = number | undefined;

function bestOf(holdsS: Moment, signS: Moment, brownS: Moment, darkS: Moment): Moment {
  if (brownS === undefined || (signS !== undefined && signS <= brownS)) return signS;
  if (holdsS === undefined) return darkS;
  return max(brownS, min(holdsS, darkS ?? holdsS));
}

/** The window of a first side; `longestS` stands for a best moment that never came. */
export function flipWindow(moments: FlipMoments, longestS: number): Window {
  const bestS = bestFlip(moments) ?? longestS;
  const widest = bestS * (1 + WIDEST_AFTER_BEST);
  return {
    earliestS: min(moments.holdsS ?? bestS, bestS),
    bestS,
    latestS: max(bestS, min(widest, moments.darkS ?? widest)),
  };
}

/** The good moments of a flip are no more than this share of its best. Assumed. */
const GOOD_SHARE = 0.25;

/**
 * When to turn so that an error to either side does least harm: the middle of the good moments, from when the inside holds
 * to when the underside passes brown, about the best. Where it passes brown before the inside holds, half way.
 */
export function flipAim({ holdsS, darkS }: Pick<FlipMoments, 'holdsS' | 'darkS'>, bestS: number): Window {
  const earliestS = goodFrom(holdsS, darkS, bestS);
  const latestS = goodUntil(earliestS, holdsS, darkS, bestS);
  return { earliestS, bestS: (earliestS + latestS) / 2, latestS };
}

/** The first good moment of a flip, s; with `goodUntil` and `goodBest` the same as `flipAim`, for whoever asks very often. */
export function goodFrom(holdsS: Moment, darkS: Moment = Infinity, bestS: number): number {
  const holds = holdsS ?? bestS;
  if (darkS < holds) return (darkS + holds) / 2;
  const width = GOOD_SHARE * bestS;
  return max(holds, min(bestS - width / 2, darkS - width));
}

/** The last good moment, from the first. */
export function goodUntil(earliestS: number, holdsS: Moment, darkS: Moment = Infinity, bestS: number): number {
  if (darkS < (holdsS ?? bestS)) return earliestS;
  return min(darkS, earliestS + GOOD_SHARE * bestS);
}

/** The best flip from its moments one by one, with what stands for it when none comes. */
export function goodBest(holdsS: Moment, signS: Moment, brownS: Moment, darkS: Moment, elseS: number): number {
  return bestOf(holdsS, signS, brownS, darkS) ?? elseS;
}

/** The cues that show `elapsedS` after the pour, in the order in which they came. */
export function cuesBy({ cues }: Pick<PieceTimeline, 'cues'>, elapsedS: number): Cue[] {
  return (Object.entries(cues) as [Cue, number][])
    .filter(([, at]) => at <= elapsedS)
    .sort((a, b) => a[1] - b[1])
    .map(([cue]) => cue);
}
