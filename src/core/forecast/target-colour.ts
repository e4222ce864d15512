import { lightnessAfter, timeToLightness } from '#core/inference';
import { BROWNING_LSTAR, appearanceAt, type SimulatedPiece, type Window } from '#core/piece';
import type { Piece } from '#core/run';

/** The colours that pieces of a batter are to have, by one that was liked: of its first face, and of its second once it was lifted. */
export interface TargetColour {
  readonly firstLStar: number;
  readonly secondLStar: number | null;
}

/** The colours of a piece as it was turned and lifted, by what is believed of its place and batter. */
export function targetColourOf(
  { pouredAtMs, flippedAtMs, offAtMs, fate }: Piece,
  timeline: SimulatedPiece,
): TargetColour | null {
  if (flippedAtMs === null) return null;
  const flippedS = (flippedAtMs - pouredAtMs) / 1000;
  const liftedS = fate === 'lifted' && offAtMs !== null ? (offAtMs - pouredAtMs) / 1000 : null;
  return {
    firstLStar: lightnessAfter(timeline.brownedAt, flippedS),
    secondLStar: liftedS === null ? null : appearanceAt(timeline.appearances, liftedS, flippedS).underLStar,
  };
}

/**
 * The flip that gives a piece the colour aimed at: not before its inside holds, nor once it is dark, whatever is aimed at.
 * Where neither leaves a moment, the flip as it was.
 */
export function flipToTarget(
  usual: Window,
  { holdsS = 0, brownedAt }: SimulatedPiece,
  { firstLStar }: TargetColour,
): Window {
  const darkS = brownedAt.dark ?? Infinity;
  if (darkS < holdsS) return usual;
  const bestS = Math.min(darkS, Math.max(holdsS, timeToLightness(brownedAt, firstLStar)));
  if (!Number.isFinite(bestS)) return usual;
  const half = (usual.latestS - usual.earliestS) / 2;
  return {
    earliestS: Math.max(Math.min(holdsS, bestS), bestS - half),
    bestS,
    latestS: Math.min(darkS, bestS + half),
  };
}

/** The lift, from the flip, that gives its second face the colour aimed at: done inside, and no darker than brown. */
export function liftToTarget(usual: Window, { appearances }: SimulatedPiece, { secondLStar }: TargetColour): Window {
  if (secondLStar === null) return usual;
  const wanted = Math.max(secondLStar, BROWNING_LSTAR.brown);
  const longestS = LONGEST_TIMES * usual.bestS;
  let bestS = usual.earliestS;
  while (bestS < longestS && appearanceAt(appearances, bestS, 0).underLStar > wanted)
    bestS = Math.min(longestS, bestS + 1);
  return { earliestS: usual.earliestS, bestS, latestS: Math.max(usual.latestS, bestS) };
}
/** A second face that will not colour is not waited for longer than so many times its usual. Assumed. */
const LONGEST_TIMES = 2;

/** The lift when the cook pinned how long a second side takes: the cook's word, whatever is predicted. */
export function liftPinned({ earliestS, latestS }: Window, pinnedS: number): Window {
  return { earliestS: Math.min(earliestS, pinnedS), bestS: pinnedS, latestS: Math.max(latestS, pinnedS) };
}
