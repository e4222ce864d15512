import { BLADE_HALF_M, bladeReachM, drawBlade, type Spot } from './blade.ts';
import { coveredShare } from './measures.ts';
import { pourFor, pullOf, stepFilm, type PanFilm } from './pan-film.ts';
import { leftM, type Spreader } from './way.ts';

/** How a blade is drawn: so many rounds a second, from the middle outwards, at the rim after so long. Common practice, no source. */
const TURNS_PER_S = 1;
export const DRAWN_S = 4; // Common practice, no source.
/** Once round again where it is not covered, s. Common practice, no source. */
const AGAIN_S = 1 / TURNS_PER_S;
const STEP_S = 1 / 60; // Numerical.

/** Where a blade is so long after it was set down: on a spiral from the middle outwards, at last along the rim. */
export function bladeAt(radiusM: number, drawnS: number): Spot {
  const fromM = BLADE_HALF_M / 2;
  const outM = Math.max(fromM, bladeReachM(radiusM));
  const rM = fromM + (outM - fromM) * Math.min(1, Math.max(0, drawnS / (DRAWN_S - AGAIN_S)));
  const turned = 2 * Math.PI * TURNS_PER_S * drawnS;
  return { xM: rM * Math.cos(turned), yM: rM * Math.sin(turned) };
}

/** A pour drawn out with a spreader, in place: poured in the middle, drawn round outwards, and once more where it is not covered. @returns seconds it took */
export function spread(
  pan: PanFilm,
  volumeMl: number,
  spreader: Spreader,
  { pourS, waitS }: { readonly pourS: number; readonly waitS: number },
): number {
  const { film, flow } = pan;
  const level = pullOf(0, 0);
  const startS = pan.atS;
  const leavesM = leftM(spreader, flow.batter.consistencyPaSn);
  const radiusM = (Math.max(film.columns, film.rows) * film.cellM) / 2;
  let endS = startS + pourS + waitS + DRAWN_S;
  let again = false;
  while (pan.atS < endS) {
    const t = pan.atS - startS;
    pourFor(pan, volumeMl, pourS, t, STEP_S);
    const drawnS = t - pourS - waitS;
    if (drawnS >= 0) drawBlade(film, leavesM, bladeAt(radiusM, drawnS), bladeAt(radiusM, drawnS + STEP_S));
    stepFilm(pan, level, STEP_S);
    if (pan.atS >= endS && !again && coveredShare(film) < 1) {
      again = true;
      endS += AGAIN_S;
    }
  }
  return pan.atS - startS;
}
