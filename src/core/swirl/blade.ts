import type { Film } from './film.ts';

const { abs, floor, hypot, max, min } = Math; // bound once: asked for at every cell of every step

/** A spot on a plate, m from its middle: to the right and to the front. */
export interface Spot {
  readonly xM: number;
  readonly yM: number;
}

/** Half the width of a blade, m. Common practice, no source: a rake for a plate is as wide as a hand. */
export const BLADE_HALF_M = 0.05;
/** How far from the middle of a plate a blade's own middle goes: there it reaches the rim, m. Assumed. */
export const bladeReachM = (radiusM: number): number => radiusM - 0.8 * BLADE_HALF_M;

/** What a blade pushes lies so far ahead of it, m. Assumed: about as thick as its wood. */
const AHEAD_M = 0.008;
/** It is held aslant, so that what it pushes goes outwards as well, m for each metre of its way. Assumed: some 35°. */
const OUTWARDS = 0.7;

/**
 * A blade drawn over a film from spot to spot, square to its way, in place: what it meets beyond the film it leaves is
 * pushed ahead and outwards. What has set stays, and nothing goes over the rim.
 */
export function drawBlade(film: Film, leavesM: number, from: Spot, to: Spot): void {
  const { columns, rows, cellM, mobile, set } = film;
  const wayM = hypot(to.xM - from.xM, to.yM - from.yM);
  if (wayM === 0) return;
  const [alongX, alongY] = [(to.xM - from.xM) / wayM, (to.yM - from.yM) / wayM];
  // across the way, away from the middle of the plate
  const out = from.xM * -alongY + from.yM * alongX >= 0 ? 1 : -1;
  const [acrossX, acrossY] = [-alongY * out, alongX * out];
  const pushed: [spot: Spot, depthM: number][] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const cell = row * columns + column;
      const over = mobile[cell]! - max(0, leavesM - set[cell]!);
      if (over <= 0) continue;
      const xM = (column + 0.5 - columns / 2) * cellM - from.xM;
      const yM = (row + 0.5 - rows / 2) * cellM - from.yM;
      const along = xM * alongX + yM * alongY;
      const across = xM * acrossX + yM * acrossY;
      if (along < -cellM / 2 || along > wayM + cellM / 2 || abs(across) > BLADE_HALF_M) continue;
      mobile[cell]! -= over;
      const aheadM = along + max(wayM, AHEAD_M, cellM);
      const outM = across + OUTWARDS * wayM;
      pushed.push([
        {
          xM: from.xM + aheadM * alongX + outM * acrossX,
          yM: from.yM + aheadM * alongY + outM * acrossY,
        },
        over,
      ]);
    }
  for (const [spot, depthM] of pushed) lay(film, spot, depthM);
}

/** What was pushed to a spot, shared by the four cells about it as far as they are plate; beyond the rim it lies before it. */
function lay(film: Film, { xM, yM }: Spot, depthM: number): void {
  const { columns, rows, cellM, plate, mobile } = film;
  for (let inwards = 1; ; inwards = max(0, inwards - 0.04)) {
    const column = min(columns - 1, max(0, (inwards * xM) / cellM + columns / 2 - 0.5));
    const row = min(rows - 1, max(0, (inwards * yM) / cellM + rows / 2 - 0.5));
    const [left, back] = [min(columns - 2, floor(column)), min(rows - 2, floor(row))];
    const shares = [0, 1, 2, 3].map((corner) => {
      const [right, down] = [corner % 2, corner >> 1];
      const cell = (back + down) * columns + left + right;
      return { cell, share: plate[cell] ? (1 - abs(row - back - down)) * (1 - abs(column - left - right)) : 0 };
    });
    const all = shares.reduce((sum, { share }) => sum + share, 0);
    if (all <= 0 && inwards > 0) continue;
    for (const { cell, share } of shares) mobile[cell]! += (depthM * share) / all;
    return;
  }
}
