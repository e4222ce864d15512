import {
  USUAL_PACE,
  bestFlip,
  flipAim,
  flipBestOf,
  flipSignsAt,
  pacedSigns,
  type TimelineTable,
  type Window,
} from '#core/piece';
import type { Belief } from './belief.ts';
import { POUR_SD_LN } from './cue-spread.ts';
import type { Expected } from './posterior.ts';
import { normalCdf } from './surface-likelihood.ts';

const { exp, max, min, sqrt } = Math; // bound once: asked for at every point of the belief

/** What no belief about plate and batter takes away: pours differ in their times and in how their bases brown, ln. Assumed. */
const PIECE_SD_LN = { time: POUR_SD_LN, browning: 0.08 };
/** Hands and clocks blur a moment by so much, s. Assumed. */
const HANDS_S = 3;
/** Three points of a normal curve: z and weight. */
const POINTS = [
  [-sqrt(3), 1 / 6],
  [0, 2 / 3],
  [sqrt(3), 1 / 6],
] as const;

/**
 * When to turn a piece so that it is most likely turned in time: inside its good moments over all that plate and batter may
 * be, not only at the middle of the belief. The window is that of the middle, about the moment found.
 * @param slower how much slower this very piece runs than its zone and batter, as a factor
 */
export function surestFlip(known: Belief, table: TimelineTable, expected: Expected, slower = 1): Window {
  const usual = windowOf(
    table,
    expected.modelC + expected.share * known.errorC,
    known.lnTime,
    known.lnBrowning,
    slower,
  );
  // by the clock it is when the cook said
  if (table.input.flipBy?.rule === 'time') {
    const bestS = flipBestOf(flipSignsAt(table, expected.modelC), USUAL_PACE);
    return { earliestS: min(usual.earliestS, bestS), bestS, latestS: max(usual.latestS, bestS) };
  }
  const may = possibleWindows(known, table, expected, slower).filter(({ window }) => window.latestS > window.earliestS);
  if (may.length === 0) return usual;
  const fromS = min(...may.map(({ window }) => window.earliestS));
  const toS = max(...may.map(({ window }) => window.latestS));
  let [bestS, most] = [usual.bestS, -1];
  for (let atS = fromS; atS <= toS; atS += STEP_S) {
    let chance = 0;
    for (const { window, weight } of may)
      chance += weight * (normalCdf((atS - window.earliestS) / HANDS_S) - normalCdf((atS - window.latestS) / HANDS_S));
    if (chance > most) [bestS, most] = [atS, chance];
  }
  return { earliestS: min(usual.earliestS, bestS), bestS, latestS: max(usual.latestS, bestS) };
}
const STEP_S = 1;

/** Windows at twenty-seven points of the belief: error, times and browning as they go together. */
function possibleWindows(known: Belief, table: TimelineTable, expected: Expected, slower: number) {
  const [ee, et, eb, tt, tb, bb] = known.covariance;
  // Cholesky of the covariance of error, ln time and ln browning
  const e1 = sqrt(max(1e-9, ee));
  const t1 = et / e1;
  const b1 = eb / e1;
  const t2 = sqrt(max(1e-9, tt + PIECE_SD_LN.time ** 2 - t1 * t1));
  const b2 = (tb - t1 * b1) / t2;
  const b3 = sqrt(max(1e-9, bb + PIECE_SD_LN.browning ** 2 - b1 * b1 - b2 * b2));
  return POINTS.flatMap(([x, wx]) =>
    POINTS.flatMap(([y, wy]) =>
      POINTS.map(([z, wz]) => ({
        weight: wx * wy * wz,
        window: windowOf(
          table,
          expected.modelC + expected.share * (known.errorC + e1 * x),
          known.lnTime + t1 * x + t2 * y,
          known.lnBrowning + b1 * x + b2 * y + b3 * z,
          slower,
        ),
      })),
    ),
  );
}

function windowOf(table: TimelineTable, surfaceC: number, lnTime: number, lnBrowning: number, slower: number): Window {
  const signs = pacedSigns(flipSignsAt(table, surfaceC), { time: exp(lnTime) * slower, browning: exp(lnBrowning) });
  return flipAim(signs, bestFlip(signs) ?? signs.elseS);
}
