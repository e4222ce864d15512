import type { Cue } from '#core/piece';

/** How pours of one batter differ from each other in their times, ln: a pour's thickness by a few percent. Assumed. */
export const POUR_SD_LN = 0.04;

/** Between a cue and its tap lie eyes and a finger, s. Assumed, as the usual time to react and to reach. */
export const TAP_LAG_S = 1.5;

/** A tap's lag differs by so many seconds, and eyes and pours differ by this share of a cue's time. Assumed. */
const CUE_NOISE = { fixedS: 2, share: 0.06 };
/**
 * How far each cue strays from the batter's common pace in a kitchen, ln, the same each time it is seen there: what
 * bubbles tell of holes is less than what holes tell. Assumed, from the spread of each cue by the piece model's parameters.
 */
const CUE_STRAYS: Record<Cue, number> = {
  ...{ rimBubbles: 0.15, coveredFace: 0.22, popping: 0.05, dryEdge: 0.12, holesStay: 0.04 },
  ...{ faceSet: 0.08, liftingEdge: 0.1, lightGold: 0.08, golden: 0.08 },
};

/**
 * Spread of ln of a cue's moment against its batter's pace, as the `nth` sight of that cue may be counted: all of them
 * share one bias, so that n of them know no more than σ² = bias² + noise²/n allows.
 */
export function cueSdLn(cue: Cue, dueS: number, nth: number): number {
  const noise2 = CUE_NOISE.share ** 2 + (CUE_NOISE.fixedS / Math.max(1, dueS)) ** 2;
  return nthSd(CUE_STRAYS[cue] ** 2, noise2, nth);
}

/** A turn by eye: how far the cook's own taste lies off the formula's rule, each time alike, and how far each turn lies off that, ln. Assumed. */
const OWN_TURN = { sharedBias: 0.06, noise: 0.1 };

/** Spread of ln of the `nth` turn by eye against its piece's best moment, as it may be counted. */
export function ownTurnSdLn(nth: number): number {
  return nthSd(OWN_TURN.sharedBias ** 2, OWN_TURN.noise ** 2, nth);
}

/** Spread of the `nth` of observations that share one bias, as it may be counted: n together know no more than σ² = bias² + noise²/n allows. */
export function nthSd(sharedBias2: number, noise2: number, nth: number): number {
  return Math.sqrt(((sharedBias2 * nth + noise2) * (sharedBias2 * (nth - 1) + noise2)) / noise2);
}
