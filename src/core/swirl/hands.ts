import { depthsOf, movedShare } from './film.ts';
import { coveredShare } from './measures.ts';
import { pourFor, pullOf, stepFilm, type PanFilm } from './pan-film.ts';
import type { SwirlHands } from './way.ts';

/** A film is at rest when so little of it moved within a look, or after so long. Numerical. */
const AT_REST = 0.004;
const LOOK_S = 0.5; // Numerical.
const LONGEST_S = 15; // Common practice, no source: by then any film has set.
const STEP_S = 1 / 60; // Numerical.

/** A film that has come so far is laid level again: eyes are on it. Common practice, no source. */
const SEEN_COVERED = 0.995;

/** A whole swirl, in place, to where nothing flows any more: tilted until all is covered, then level. @returns seconds it took */
export function swirl(pan: PanFilm, volumeMl: number, hands: SwirlHands, stepS = STEP_S): number {
  const endS = pan.atS + hands.pourS + LONGEST_S;
  const startS = pan.atS;
  let lookS = startS + hands.pourS + LOOK_S;
  let seen = depthsOf(pan.film);
  let level = false;
  while (pan.atS < endS) {
    const t = pan.atS - startS;
    pourFor(pan, volumeMl, hands.pourS, t, stepS);
    const tilts = level ? -1 : t - hands.pourS - hands.waitS;
    const towards = (hands.fromDeg / 360 + hands.turnsPerS * Math.max(0, tilts)) * 2 * Math.PI;
    stepFilm(pan, pullOf(tilts >= 0 ? (hands.tiltDeg * Math.PI) / 180 : 0, towards), stepS);
    if (pan.atS < lookS) continue;
    level ||= coveredShare(pan.film) >= SEEN_COVERED;
    if (t > hands.pourS + hands.waitS + LOOK_S && movedShare(pan.film, seen) < AT_REST) break;
    seen = depthsOf(pan.film);
    lookS += LOOK_S;
  }
  return pan.atS - startS;
}
