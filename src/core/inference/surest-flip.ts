import {
  USUAL_PACE,
  bestFlip,
  flipAim,
  flipBestOf,
  flipSignsAt,
  pacedSigns,
  type FlipSigns,
  type TimelineTable,
  type Window,
} from '#core/piece';
import type { Belief } from './belief.ts';
import { beliefPoints, momentBy } from './belief-points.ts';
import { lastPatch } from './last-patch.ts';
import type { Expected } from './posterior.ts';
import { blurred, surestMoment, type TurnRisk } from './turn-risk.ts';

const { exp, max, min } = Math; // bound once: asked for at every point of the belief

/** Burnt comes so much later than past brown, as a share of the side until then, where nothing else is known. From the piece model. */
const BURNT_AFTER = 1.45;

/** When an underside usually comes to each colour, in times of its light gold, where it was not followed so far. From the piece model. */
export const USUALLY_AT = { lightGold: 1, golden: 1.25, brown: 1.65, dark: 2.6 } as const;

/** What eyes saw beneath a piece: it comes to a colour no sooner, whatever is believed of its heat, s. */
export interface ColourSeen {
  readonly notLightGoldBeforeS: number;
  readonly notDarkBeforeS: number;
}
/** Nobody looked beneath. Numerical. */
export const NO_COLOUR_SEEN: ColourSeen = { notLightGoldBeforeS: 0, notDarkBeforeS: 0 };

/** When to turn a piece, and how likely it is dark by when. */
export interface SurestFlip extends Window {
  /** From here on the underside is past brown in more than one of ten cases: it is worth a look. */
  readonly darkFromS: number;
  /** From here on it is past brown in more than one of three: it is turned whatever shows. */
  readonly mayBurnS: number;
}

/**
 * When to turn a piece so that it costs least over all that plate and batter may be: every state has its say, also those
 * that have no good moment, with their least bad one; never later than when the underside is as likely as not past brown.
 * The window is that of the middle, about the moment found.
 * @param slower how much slower this very piece runs than its zone and batter, as a factor
 * @param seen what was seen beneath it
 */
export function surestFlip(
  known: Belief,
  table: TimelineTable,
  expected: Expected,
  slower = 1,
  seen: ColourSeen = NO_COLOUR_SEEN,
): SurestFlip {
  const middle = stateOf(
    table,
    expected.modelC + expected.sensitivity * known.errorC,
    known.lnTime,
    known.lnBrowning,
    slower,
    seen,
  );
  const usual = flipAim(middle.signs, middle.bestS);
  const may = possible(known, table, expected, slower, seen);
  const darkBy = (share: number) => momentBy(may, ({ signs: { darkS } }) => darkS ?? Infinity, share);
  const dark = { darkFromS: darkBy(DARK_FROM), mayBurnS: darkBy(MAY_BURN) };
  // by the clock it is when the cook said
  if (table.input.flipBy?.rule === 'time') {
    const bestS = flipBestOf(flipSignsAt(table, expected.modelC), USUAL_PACE);
    return { earliestS: min(usual.earliestS, bestS), bestS, latestS: max(usual.latestS, bestS), ...dark };
  }
  const fromS = min(...may.map(({ bestS, signs }) => min(bestS, signs.darkS ?? bestS, signs.holdsS ?? bestS)));
  const toS = min(darkBy(DARK_LIKELY), max(fromS, ...may.map(({ bestS, signs }) => max(bestS, signs.holdsS ?? bestS))));
  const patchSd = lastPatch(table).sdLn;
  const risks = may.map((state) => riskOf(state, patchSd));
  const bestS = surestMoment(risks, fromS, toS);
  return { earliestS: min(usual.earliestS, bestS), bestS, latestS: max(usual.latestS, bestS), ...dark };
}
/** Shares of the belief at which an underside is worth a look, and is turned whatever shows. Assumed. */
const DARK_FROM = 0.1;
const MAY_BURN = 0.35; // Assumed.
/** Never later than when a face is as likely as not past brown. Assumed. */
export const DARK_LIKELY = 0.5;

/** One way in which plate and batter may be, and how likely it is. */
interface State {
  readonly weight: number;
  readonly signs: FlipSigns;
  readonly bestS: number;
}

function riskOf({ weight, signs: { holdsS, lightGoldS, darkS }, bestS }: State, patchSd: number): TurnRisk {
  return {
    ...{ weight, bestS },
    inside: blurred(holdsS ?? bestS, patchSd),
    lightGold: blurred(lightGoldS, BLUR_SHARE),
    dark: blurred(darkS, BLUR_SHARE),
    burnt: blurred(darkS && darkS * BURNT_AFTER, BLUR_SHARE),
  };
}
/** A moment is no sharper than this share of it. Assumed. */
const BLUR_SHARE = 0.03;

/** The points of the belief, and how a piece would go at each. */
function possible(known: Belief, table: TimelineTable, expected: Expected, slower: number, seen: ColourSeen): State[] {
  return beliefPoints(known, expected).map(({ weight, surfaceC, lnTime, lnBrowning }) => ({
    weight,
    ...stateOf(table, surfaceC, lnTime, lnBrowning, slower, seen),
  }));
}

function stateOf(
  table: TimelineTable,
  surfaceC: number,
  lnTime: number,
  lnBrowning: number,
  slower: number,
  seen: ColourSeen,
): Omit<State, 'weight'> {
  const signs = pacedSigns(flipSignsAt(table, surfaceC), { time: exp(lnTime) * slower, browning: exp(lnBrowning) });
  // it holds when all of it does, and no sign is taken before
  const { holdsS, signS } = signs;
  const allHoldS = holdsS === undefined ? undefined : holdsS * lastPatch(table).times;
  const allSignS = signS === undefined || allHoldS === undefined ? signS : max(signS, allHoldS);
  const predictedS = signs.darkS ?? (signs.lightGoldS && max(signs.elseS, signs.lightGoldS * USUALLY_AT.dark));
  const lightGoldS = signs.lightGoldS && max(signs.lightGoldS, seen.notLightGoldBeforeS);
  const darkS = predictedS && max(predictedS, seen.notDarkBeforeS);
  const whole = { ...signs, holdsS: allHoldS, signS: allSignS, lightGoldS, darkS };
  return { signs: whole, bestS: bestFlip(whole) ?? signs.elseS };
}
