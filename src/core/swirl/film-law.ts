import fitted from './film-law.json' with { type: 'json' };
import type { SwirlSetup } from './pan-film.ts';
import { drawnLaw, type FilmLaw } from './drawn-law.ts';
import { reachOn, type Reach } from './reach.ts';
import { handsOf } from './way.ts';

const { exp, max, min } = Math; // bound once: asked for at every point of every pour

/** What the law goes by, in the order of its file. */
export function filmFeatures({ lnReach, lnDepthMm }: Reach, consistencyPaSn: number, waitS: number): readonly number[] {
  return [lnReach, lnDepthMm, Math.log(consistencyPaSn), waitS];
}

/** Shares of cover as logits, with some room at both ends. Numerical. */
const ROOM = 0.02;
export function coverLogit(coverage: number): number {
  return Math.log((coverage + ROOM) / (1 + ROOM - coverage));
}
function coverOf(logit: number): number {
  const odds = exp(logit);
  return max(0, min(1, ((1 + ROOM) * odds - ROOM) / (1 + odds)));
}

/**
 * The quick way to what a pour covers under usual hands: a Gaussian process over films that were followed on the grid
 * (Sacks, Welch, Mitchell & Wynn 1989, Statistical Science 4, 409), by how far the front runs before it sets, the depth
 * over the whole pan, the consistency and the wait; what a spreader draws out has a law of its own. The errors of both
 * against the grid stand in docs/figures.md.
 */
export function filmLaw(setup: SwirlSetup): FilmLaw {
  if (typeof setup.way === 'object') return drawnLaw(setup, setup.way);
  const reach = reachOn(setup);
  const usual = handsOf(setup.way);
  return (volumeMl, thicker = 1, waitS = usual.waitS) => {
    const way = reach(volumeMl, waitS, thicker);
    const features = filmFeatures(way, setup.batter.consistencyPaSn * thicker, waitS);
    return { coverage: coverOf(logitAt(features)), setsS: way.setsS };
  };
}

/** The process's mean: a trend in the first two, and what the films near it differ from that. */
function logitAt(features: readonly number[]): number {
  const { centre, scale, lengths, trend, points } = fitted;
  const x = features.map((value, i) => (max(low(i), min(high(i), value)) - centre[i]!) / scale[i]!);
  let logit = trend[0]! + trend[1]! * x[0]! + trend[2]! * x[1]!;
  for (const point of points) {
    let apart = 0;
    for (let i = 0; i < x.length; i++) {
      const d = (x[i]! - point[i]!) / lengths[i]!;
      apart += d * d;
    }
    logit += point[x.length]! * exp(-apart / 2);
  }
  return logit;
}

/** Beyond the films that were followed the law holds at their edge. */
const low = (i: number) => fitted.range[i]![0]!;
const high = (i: number) => fitted.range[i]![1]!;
