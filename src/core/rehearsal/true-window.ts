import { BROWNING_LSTAR, type FirstSideMoments, type Inside } from '#core/piece';

export interface TrueWindow {
  readonly earliestS: number;
  readonly bestS: number;
  readonly latestS: number;
  readonly tooHot: boolean;
}

/** A window is no wider than this share of its first side. Assumed. */
const WIDEST = 0.25;

/**
 * The true window of a first side: from when the inside will hold the flip to when the underside passes brown, no wider
 * than a quarter of the side, about the best moment by the cook's own sign. Where the underside is past brown before the
 * inside holds there is none: the least bad moment lies half way, and the verdict is that the plate was too hot.
 * @param shownS how long the piece was watched: what had not come by then counts from there
 */
export function trueWindow({ holdsS, bestS, darkS }: FirstSideMoments, shownS: number): TrueWindow {
  const holds = holdsS ?? bestS ?? shownS;
  const best = bestS ?? holds;
  if (darkS !== undefined && darkS < holds) {
    const least = (darkS + holds) / 2;
    return { earliestS: least, bestS: least, latestS: least, tooHot: true };
  }
  const width = WIDEST * best;
  const latest = darkS ?? Infinity;
  const from = Math.max(holds, Math.min(best - width / 2, latest - width));
  return {
    earliestS: from,
    bestS: Math.max(from, Math.min(best, latest)),
    latestS: Math.min(latest, from + width),
    tooHot: false,
  };
}

/** Neither face is past brown. */
export function notOverBrown({ firstLStar, secondLStar }: Inside): boolean {
  return Math.min(firstLStar, secondLStar) >= BROWNING_LSTAR.dark;
}
