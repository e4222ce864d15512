import type { RunView } from '#core/setup';
import type { Hand } from './actions.ts';
import type { Tap } from '#core/run';

const EVENT_OF = { pour: 'poured', flip: 'flipped', lift: 'lifted' } as const;
/** Two actions further apart than so many times their usual were not one after the other. Assumed. */
const ONE_AFTER_OTHER = 3;
/** The formula's own seconds count as so many that were seen. Assumed. */
const USUAL_COUNTS = 3;

/**
 * Seconds from one piece of a row to the next, as these hands do it: the formula's, and what single taps of this run show.
 * Rows that were tapped at once tell nothing of it.
 */
export function rhythmS(run: RunView, formulaId: string, verb: Hand['verb']): number {
  const { pourS, flipS, liftS } = run.formula(formulaId).hands;
  const usualS = { pour: pourS, flip: flipS, lift: liftS }[verb];
  let [sumS, count] = [USUAL_COUNTS * usualS, USUAL_COUNTS];
  let before: Tap | undefined;
  for (const tap of run.state.taps) {
    if (tap.kind !== EVENT_OF[verb] || tap.placeIds.length !== 1) continue;
    const betweenS = before ? (tap.atMs - before.atMs) / 1000 : Infinity;
    if (before && betweenS > 0 && betweenS <= ONE_AFTER_OTHER * usualS && zoneOf(before) === zoneOf(tap)) {
      sumS += betweenS;
      count += 1;
    }
    before = tap;
  }
  return sumS / count;
}

/** Places are marked by their zone and a number. */
function zoneOf({ placeIds }: Tap): string {
  return placeIds[0]!.slice(0, 1);
}
