import { flipSignsAt, goodBest, goodFrom, goodUntil, type FlipSigns, type TimelineTable, type Turn } from '#core/piece';
import { cueSdLn, ownTurnSdLn } from './cue-spread.ts';
import { BROWNING_PACES, ERRORS, TIMES, updated, type Posterior } from './grid.ts';
import { lastPatch } from './last-patch.ts';
import { ZONE_ITSELF, meanOver, overSpot, type Expected } from './posterior.ts';
import type { SpotGuess } from './spots.ts';
import { normalCdf } from '#core/statistics';

const { exp, hypot, log, max } = Math; // bound once: asked for at every cell of the grid

/**
 * "Not yet" at `observedS`: the flip is due later than that. A look may be of another piece or of a hand in a hurry.
 * @param weight how much of a look it is: looks along one row are one look, taken several times
 */
export function withNotYet(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  observedS: number,
  spot: SpotGuess = ZONE_ITSELF,
  weight = 1,
): Posterior {
  const signs = ERRORS.map((error) => overSpot(expected, spot, error, (at) => flipSignsAt(table, at)));
  return updated(prior, (e, t, b) => {
    const likelihood = meanOver(signs[e]!, (each) => {
      const expectedS = bestAt(each, TIMES[t]!, BROWNING_PACES[b]!);
      const sd = expectedS * cueSdLn('holesStay', expectedS, 1);
      return (1 - NOT_YET_SLIP) * normalCdf((expectedS - observedS) / sd) + NOT_YET_SLIP;
    });
    return weight === 1 ? likelihood : likelihood ** weight;
  });
}

/** Share of "not yet" that says nothing. Assumed. */
const NOT_YET_SLIP = 0.05;

/** Looks along one row that say the same count as this much of one look at the most: they share eyes and moment. Assumed. */
const ROW_COUNTS = 1.3;

/** How much each of `count` looks at one row counts. */
export function rowWeight(count: number): number {
  return (1 + (ROW_COUNTS - 1) * (1 - 1 / count)) / count;
}

/** A piece turned `afterS` after its pour, and how it stood: before, inside or after its good moments. */
export function withTurn(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  afterS: number,
  turn: Turn,
  spot: SpotGuess = ZONE_ITSELF,
): Posterior {
  const signs = ERRORS.map((error) => overSpot(expected, spot, error, (at) => flipSignsAt(table, at)));
  const last = lastPatch(table);
  const sd = max(TURN_SD.leastS, hypot(TURN_SD.share, last.sdLn) * afterS);
  return updated(prior, (e, t, b) => {
    const [time, browning] = [TIMES[t]!, BROWNING_PACES[b]!];
    const likelihood = meanOver(signs[e]!, (each) => {
      const holds = times(each.holdsS, time * last.times);
      const dark = times(each.darkS, 1 / browning);
      const best = bestAt(each, time, browning);
      const from = goodFrom(holds, dark, best);
      const early = normalCdf((from - afterS) / sd);
      const late = normalCdf((afterS - goodUntil(from, holds, dark, best)) / sd);
      return turn === 'early' ? early : turn === 'late' ? late : max(0, 1 - early - late);
    });
    return TURN_SD.outlierWeight / 3 + (1 - TURN_SD.outlierWeight) * likelihood;
  });
}

/**
 * A piece that the cook turned by eye `afterS` after its pour, not because the board asked: its best moment, as eyes have it.
 * @param nth how many of this zone were turned so, this one counted
 */
export function withUnpromptedFlip(
  prior: Posterior,
  table: TimelineTable,
  expected: Expected,
  afterS: number,
  spot: SpotGuess = ZONE_ITSELF,
  nth = 1,
): Posterior {
  const signs = ERRORS.map((error) => overSpot(expected, spot, error, (at) => flipSignsAt(table, at)));
  const sd = ownTurnSdLn(nth);
  return updated(prior, (e, t, b) =>
    meanOver(signs[e]!, (each) => {
      const z = log(afterS / bestAt(each, TIMES[t]!, BROWNING_PACES[b]!)) / sd;
      return exp(-0.5 * z * z) + OWN_TURN_SLIP;
    }),
  );
}

/** A turn for another reason than the piece's look, against one at its best. Assumed. */
const OWN_TURN_SLIP = 0.02;

/** The best flip of signs at a pace, moment by moment: no object is made for each of the grid's cells. */
function bestAt({ holdsS, signS, brownS, darkS, elseS }: FlipSigns, time: number, browning: number): number {
  return goodBest(
    times(holdsS, time),
    times(signS, time),
    times(brownS, 1 / browning),
    times(darkS, 1 / browning),
    elseS * time,
  );
}

/** A moment so many times as late; what never comes never does. */
function times(moment: number | undefined, factor: number): number | undefined {
  return moment === undefined ? undefined : moment * factor;
}

/** How well eyes tell that a piece was turned before or after its good moments, and how often they slip. Assumed. */
const TURN_SD = { leastS: 5, share: 0.05, outlierWeight: 0.04 };
