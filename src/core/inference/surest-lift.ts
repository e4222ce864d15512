import { SERVED, secondSignsAt, type TimelineTable, type Window } from '#core/piece';
import type { Belief } from './belief.ts';
import { beliefPoints, momentBy } from './belief-points.ts';
import type { Estimate } from './batter-prior.ts';
import type { Expected } from './posterior.ts';
import { DARK_LIKELY } from './surest-flip.ts';
import { blurred, surestMoment, type TurnRisk } from './turn-risk.ts';

const { exp, max, min } = Math;

/** A middle that is not done is felt by so much, as a share of its moment; a face's colour is seen by so much. Assumed. */
const BLUR_SHARE = 0.08;

/**
 * When to lift a piece so that it costs least over all that plate and batter may be: raw inside, a pale, dark or burnt
 * second face have the prices that a flip has. The window is the usual one about the moment found.
 * @param expected the surface it lies on since its flip
 * @param usual its lift by the middle of the belief, s from the flip
 * @param firstS how long its first side took
 * @param longer how much longer second sides of its batter take than the piece model says, ln
 */
export function surestLift(
  known: Belief,
  table: TimelineTable,
  expected: Expected,
  usual: Window,
  { firstS, slower, longer }: { readonly firstS: number; readonly slower: number; readonly longer: Estimate },
): Window {
  const may = beliefPoints(known, expected, longer.sd).map(({ weight, surfaceC, lnTime, lnBrowning }): TurnRisk => {
    const signs = secondSignsAt(table, surfaceC);
    const lies = exp(max(0, longer.mean));
    const colour = (atS: number | undefined) => (atS === undefined ? Infinity : (atS * lies) / exp(lnBrowning));
    const insideS = signs.insideS * lies * exp(lnTime) * slower;
    const wishS = min(colour(signs.servedS), max(insideS, SERVED.waitedShare * firstS));
    // others were lifted sooner by eye: so is this one, but never before it is predicted to be done inside
    const bestS = max(insideS, min(wishS, colour(signs.tooFarS)) * exp(min(0, longer.mean)));
    return {
      ...{ weight, bestS },
      inside: blurred(insideS, BLUR_SHARE),
      lightGold: blurred(colour(signs.lightGoldS), BLUR_SHARE),
      dark: blurred(colour(signs.darkS), BLUR_SHARE),
      burnt: blurred(colour(signs.burntS), BLUR_SHARE),
    };
  });
  const fromS = min(...may.map(({ bestS, dark }) => min(bestS, dark.momentS)));
  const darkLikelyS = momentBy(may, ({ dark }) => dark.momentS, DARK_LIKELY);
  const toS = max(fromS, min(darkLikelyS, max(...may.map(({ bestS }) => bestS))));
  const bestS = surestMoment(may, fromS, toS);
  return {
    earliestS: min(usual.earliestS, bestS),
    bestS,
    latestS: max(bestS, bestS + min(usual.latestS - usual.bestS, darkLikelyS - bestS)),
  };
}
