import { BROWNING_LSTAR, brownedAt, type PieceTimeline, type TimelineTable } from '#core/piece';
import type { UNDERSIDES } from '#core/plate';
import { nthSd } from './cue-spread.ts';
import { normalCdf } from '#core/statistics';

const { max } = Math; // bound once: asked for at every cell of every step

export type Underside = (typeof UNDERSIDES)[number];

/**
 * Eyes judge a colour to about so much of lightness: each time anew, and besides, as long as the same eyes look in the same
 * light, always to the same side. Assumed.
 */
const EYE_LSTAR = { noise: 4, sharedBias: 3 };
const SLIP = 0.03;

/** Spread of the `nth` judged colour, as it may be counted. */
function eyeSdLStar(nth: number): number {
  return nthSd(EYE_LSTAR.sharedBias ** 2, EYE_LSTAR.noise ** 2, nth);
}

/** Lightness at which each colour ends, palest first. From the piece model. */
const ENDS: Record<Underside, readonly [number, number]> = {
  pale: [BROWNING_LSTAR.lightGold, 100],
  lightGold: [BROWNING_LSTAR.golden, BROWNING_LSTAR.lightGold],
  golden: [BROWNING_LSTAR.brown, BROWNING_LSTAR.golden],
  brown: [BROWNING_LSTAR.dark, BROWNING_LSTAR.brown],
  dark: [-100, BROWNING_LSTAR.dark],
};

/** When the underside passes each colour at a surface; asked once for many moments. */
export function colourTimes(table: TimelineTable, surfaceC: number): PieceTimeline['brownedAt'] {
  return brownedAt(table, surfaceC);
}

/** How likely a colour below is, `afterS` after the pour by the piece model's own clock; the `nth` of a zone's. */
export function undersideLikelihood(
  times: PieceTimeline['brownedAt'],
  afterS: number,
  seen: Underside,
  nth = 1,
): number {
  const sd = eyeSdLStar(nth);
  const [darkest, lightest] = ENDS[seen];
  const lStar = lightnessAfter(times, afterS);
  const share = normalCdf((lightest - lStar) / sd) - normalCdf((darkest - lStar) / sd);
  return SLIP / 5 + (1 - SLIP) * share;
}

/** Lightness below at a moment: straight between the moments at which the piece model passes its colours. */
export function lightnessAfter(times: PieceTimeline['brownedAt'], afterS: number): number {
  let before = { s: 0, lStar: BROWNING_LSTAR.raw as number };
  for (const word of ['lightGold', 'golden', 'brown', 'dark'] as const) {
    const s = times[word];
    if (s === undefined) continue;
    if (s >= afterS) {
      const share = s > before.s ? (afterS - before.s) / (s - before.s) : 1;
      return before.lStar + share * (BROWNING_LSTAR[word] - before.lStar);
    }
    before = { s, lStar: BROWNING_LSTAR[word] };
  }
  // past the last colour it passed it darkens on at the pace it had; one that never coloured stays as pale as it is
  const pace = before.s > 0 ? (BROWNING_LSTAR.raw - before.lStar) / before.s : SLOWEST_PACE;
  return max(DARKEST_LSTAR, before.lStar - pace * (afterS - before.s));
}

/** When the underside has darkened to a lightness: the inverse of `lightnessAfter`, s; infinite when it never does. */
export function timeToLightness(times: PieceTimeline['brownedAt'], lStar: number): number {
  let before = { s: 0, lStar: BROWNING_LSTAR.raw as number };
  for (const word of ['lightGold', 'golden', 'brown', 'dark'] as const) {
    const s = times[word];
    if (s === undefined) continue;
    if (BROWNING_LSTAR[word] <= lStar) {
      const share = max(0, (before.lStar - lStar) / (before.lStar - BROWNING_LSTAR[word]));
      return before.s + share * (s - before.s);
    }
    before = { s, lStar: BROWNING_LSTAR[word] };
  }
  if (lStar < DARKEST_LSTAR) return Infinity;
  const pace = before.s > 0 ? (BROWNING_LSTAR.raw - before.lStar) / before.s : SLOWEST_PACE;
  return before.s + (before.lStar - lStar) / pace;
}

/** Lightness lost a second on a plate too cool to colour within the longest first side. Assumed. */
const SLOWEST_PACE = 0.02;
/** Where browning ends, as in the piece model. From the piece model. */
const DARKEST_LSTAR = 22;
