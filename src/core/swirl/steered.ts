import { USUAL_HANDS } from './way.ts';
import { HOLE_M } from './measures.ts';
import type { PanFilm } from './pan-film.ts';
import { levelPour, levelSetup, toolOf, type SwirlLevel } from './practice-levels.ts';
import { LEVEL_HELD, STEEPEST_DEG, SwirlPractice, type Held } from './practice.ts';
import { DRAWN_S, bladeAt } from './spreader.ts';

/** So little bare is none. Numerical. */
const COVERED_TO = 0.004;
/** The computed hand steers towards what is bare, this steep, degrees. Invented. */
const STEERED_DEG = 16;

/** Which way what is bare lies from the middle, and how much of it; the one thing a hand steers by. */
export function bareTowards({ film }: PanFilm): {
  readonly right: number;
  readonly front: number;
  readonly share: number;
} {
  const { columns, rows, plate, mobile, set } = film;
  let right = 0;
  let front = 0;
  let bare = 0;
  let cells = 0;
  for (let row = 0, i = 0; row < rows; row++)
    for (let column = 0; column < columns; column++, i++) {
      if (plate[i] !== 1) continue;
      cells++;
      if (mobile[i]! + set[i]! >= HOLE_M) continue;
      bare++;
      right += column + 0.5 - columns / 2;
      front += row + 0.5 - rows / 2;
    }
  const half = columns / 2;
  return bare === 0
    ? { right: 0, front: 0, share: 0 }
    : { right: right / bare / half, front: front / bare / half, share: bare / cells };
}

/** How a computed hand leads a blade now: on a spiral outwards, then along the rim until all is covered. */
function led(pan: PanFilm): Held {
  const since = pan.atS - USUAL_HANDS.pourS;
  const { columns, cellM } = pan.film;
  const radiusM = (columns * cellM) / 2;
  if (since < 0 || (since > DRAWN_S && bareTowards(pan).share < COVERED_TO)) return LEVEL_HELD;
  const { xM, yM } = bladeAt(radiusM, since);
  return { rightDeg: (STEEPEST_DEG * xM) / radiusM, frontDeg: (STEEPEST_DEG * yM) / radiusM };
}

/** A bead runs out beyond the spot it falls on, of the radius; so far from the rim its last round lies. Assumed: tried. */
const BEAD_RUNS = 0.05;
/** Rounds of a bottle's spiral from the middle to the rim. Assumed: tried, about a bead's width apart. */
const ROUNDS = 8;

/** Where a computed hand leads a bottle that is empty after so long: on a spiral that gives each area its share. */
function poured({ atS }: PanFilm, bottleS: number): Held {
  const share = Math.min(1, atS / bottleS);
  const r = (1 - BEAD_RUNS) * STEEPEST_DEG * Math.sqrt(share);
  const turned = 2 * Math.PI * ROUNDS * Math.sqrt(share);
  return { rightDeg: r * Math.cos(turned), frontDeg: r * Math.sin(turned) };
}

/** How a computed hand goes on now: round and round, leaning towards what is bare, level once all is covered; a blade or a bottle on a spiral outwards. */
export function steered(pan: PanFilm, level: SwirlLevel): Held {
  const pour = levelPour(level);
  if (pour.bottleS !== undefined) return poured(pan, pour.bottleS);
  if (toolOf(pour) === 'blade') return led(pan);
  const bare = bareTowards(pan);
  const since = pan.atS - USUAL_HANDS.pourS;
  if (since < 0 || bare.share < COVERED_TO) return LEVEL_HELD;
  const round = 2 * Math.PI * USUAL_HANDS.turnsPerS * since;
  const off = Math.hypot(bare.right, bare.front);
  // once it has been round, the more one side is bare the more it is leaned to
  const lean = since < 1 / USUAL_HANDS.turnsPerS ? 0 : Math.min(MOST_LEAN, off / LEANS_FULLY);
  const x = (1 - lean) * Math.cos(round) + (lean * bare.right) / Math.max(off, 1e-9);
  const y = (1 - lean) * Math.sin(round) + (lean * bare.front) / Math.max(off, 1e-9);
  const length = Math.max(Math.hypot(x, y), 1e-9);
  return { rightDeg: (STEERED_DEG * x) / length, frontDeg: (STEERED_DEG * y) / length };
}
/** What is bare lies so far off the middle, of the radius, that the hand leans all it may. Invented. */
const LEANS_FULLY = 0.7;
const MOST_LEAN = 0.7; // Invented.

/** The computed hand's whole course. */
export function bestCourse(level: SwirlLevel, cells: number): SwirlPractice {
  const practice = new SwirlPractice(levelSetup(level, cells), levelPour(level));
  while (!practice.over) practice.advance(1 / 30, steered(practice.pan, level));
  return practice;
}
