import type { Appearances } from './appearance.ts';
import type { Window } from './cues.ts';

/**
 * A second face is served light gold, uneven: aimed a little past the pale end of it (the trade's wish; value assumed);
 * from `tooFarLStar` on nothing is waited for; and it is not given longer than a share of its first side. L*; assumed.
 */
export const SERVED = { lStar: 69, tooFarLStar: 60, waitedShare: 0.85 } as const;

/**
 * When a piece comes off so that its second face has its colour: as it is done, or later, when it is light gold, but never
 * much longer than its first side took. Where heat does not colour it in that time it comes off pale.
 */
export function servedLift(lift: Window, { second, secondStepS }: Appearances, firstS: number): Window {
  const coloured = second.findIndex(({ underLStar }) => underLStar <= SERVED.lStar);
  const wishS = coloured < 0 ? Infinity : coloured * secondStepS;
  const mostS = Math.max(lift.bestS, SERVED.waitedShare * firstS);
  const bestS = Math.max(lift.bestS, Math.min(wishS, mostS));
  const brown = second.findIndex(({ underLStar }) => underLStar <= SERVED.tooFarLStar);
  const brownS = brown < 0 ? Infinity : brown * secondStepS;
  return {
    earliestS: lift.earliestS,
    bestS: Math.max(lift.bestS, Math.min(bestS, brownS)),
    latestS: Math.max(lift.latestS, bestS + (lift.latestS - lift.bestS)),
  };
}

/** Whether a second face is still pale when its piece comes off at `atS`. */
export function isServedPale({ second, secondStepS }: Appearances, atS: number): boolean {
  const at = second[Math.min(second.length - 1, Math.round(atS / secondStepS))];
  return at !== undefined && at.underLStar > PALE_LSTAR;
}
const PALE_LSTAR = 74; // light gold begins there. From the piece model.
