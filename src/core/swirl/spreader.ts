import type { Film } from './film.ts';
import { coveredShare } from './measures.ts';
import { STREAM_M, pourOn, pullOf, stepFilm, type PanFilm } from './pan-film.ts';
import { leftM, type Spreader } from './way.ts';

const { PI, abs, atan2, cos, floor, hypot, max, min, sin } = Math; // bound once: asked for at every cell of every step

/** How it is drawn: from the middle outwards, so many rounds a second, at the rim after so long. Common practice, no source. */
const TURNS_PER_S = 1;
export const DRAWN_S = 4; // Common practice, no source.
/** A blade at its start reaches so much of the way. Assumed. */
const FROM_REACH = 0.35;
/** It is held aslant, so that what it pushes goes outwards as well, m/s for each metre of the plate's radius. Assumed: 33° at the rim. */
const OUTWARD_PER_S = 4;
const STEP_S = 1 / 60; // Numerical.
/** What a blade pushes lies so far ahead of it, m. Assumed: about as wide as its wood. */
const AHEAD_M = 0.01;
const AHEAD_CELLS = 1.2; // Numerical: no nearer than that.
/** Once round again where it is not covered. Common practice, no source. */
const AGAIN_S = 1 / TURNS_PER_S;

/** A pour drawn out with a spreader, in place: poured in the middle, drawn round outwards, and once more where it is not covered. @returns seconds it took */
export function spread(
  pan: PanFilm,
  volumeMl: number,
  spreader: Spreader,
  { pourS, waitS }: { readonly pourS: number; readonly waitS: number },
): number {
  const level = pullOf(0, 0);
  const startS = pan.atS;
  const leavesM = leftM(spreader, pan.flow.batter.consistencyPaSn);
  let endS = startS + pourS + waitS + DRAWN_S;
  let again = false;
  while (pan.atS < endS) {
    const t = pan.atS - startS;
    if (t < pourS) pourOn(pan, (volumeMl * 1e-6 * min(STEP_S, pourS - t)) / pourS, { xM: 0, yM: 0 }, STREAM_M);
    const drawnS = t - pourS - waitS;
    if (drawnS >= 0) draw(pan, leavesM, drawnS);
    stepFilm(pan, level, STEP_S);
    if (pan.atS >= endS && !again && coveredShare(pan.film) < 1) {
      again = true;
      endS += AGAIN_S;
    }
  }
  return pan.atS - startS;
}

/** The blade moves on for a step: what it meets beyond the film it leaves is pushed ahead and outwards. What has set stays. */
function draw({ film }: PanFilm, leavesM: number, drawnS: number): void {
  const { columns, rows, cellM, mobile, set } = film;
  const radiusM = (max(columns, rows) * cellM) / 2;
  const reachM = radiusM * min(1, FROM_REACH + (1 - FROM_REACH) * (drawnS / (DRAWN_S - AGAIN_S)));
  const turn = 2 * PI * TURNS_PER_S;
  const [from, sweeps] = [turn * drawnS, turn * STEP_S];
  const pushed: { rM: number; angle: number; depthM: number }[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      const over = mobile[cell]! - max(0, leavesM - set[cell]!);
      if (over <= 0) continue;
      const xM = (column + 0.5 - columns / 2) * cellM;
      const yM = (row + 0.5 - rows / 2) * cellM;
      const r = hypot(xM, yM);
      // near its middle a blade covers the whole round
      const width = max(sweeps, cellM / max(r, cellM));
      const behind = (((atan2(yM, xM) - from) % (2 * PI)) + 2 * PI) % (2 * PI);
      if (r > reachM || behind > width) continue;
      mobile[cell]! -= over;
      pushed.push({
        rM: min(radiusM - cellM, r + radiusM * OUTWARD_PER_S * STEP_S),
        angle: from + width + max(AHEAD_M, AHEAD_CELLS * cellM) / max(r, cellM),
        depthM: over,
      });
    }
  for (const { rM, angle, depthM } of pushed) lay(film, rM * cos(angle), rM * sin(angle), depthM);
}

/** What was pushed to a spot, shared by the four cells about it as far as they are plate. */
function lay({ columns, rows, cellM, plate, mobile }: Film, xM: number, yM: number, depthM: number): void {
  const column = xM / cellM + columns / 2 - 0.5;
  const row = yM / cellM + rows / 2 - 0.5;
  const [left, back] = [floor(column), floor(row)];
  const about = ([0, 1] as const)
    .flatMap((down) => ([0, 1] as const).map((right) => ({ down, right })))
    .map(({ down, right }) => ({
      cell: min(rows - 1, max(0, back + down)) * columns + min(columns - 1, max(0, left + right)),
      share: (1 - abs(row - back - down)) * (1 - abs(column - left - right)),
    }))
    .filter(({ cell }) => plate[cell] === 1);
  const all = about.reduce((sum, { share }) => sum + share, 0);
  for (const { cell, share } of about) mobile[cell]! += (depthM * share) / all;
}
