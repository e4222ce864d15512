import type { Memo, Question } from '#core/memo';
import { errorWeights } from './grid.ts';
import { agedErrors, priorPosterior } from './posterior.ts';
import { taken, writtenOut, type Observation } from './observations.ts';
import { spotSpreadC } from './spots.ts';

/** Two looks contradict each other when less than this share of what they say overlaps. Assumed. */
const LEAST_OVERLAP = 0.12;

/**
 * Which looks at the surface contradict which: pairs of indices. Each is taken by itself, without the prior, as it would
 * be believed now.
 */
export function contradictions(
  observations: readonly Observation[],
  memo: Memo,
  spreadC = spotSpreadC(0),
): [number, number][] {
  const latestS = Math.max(0, ...observations.map((seen) => seen.atS));
  const movedS = Math.max(-Infinity, ...observations.flatMap((seen) => (seen.kind === 'moved' ? seen.atS : [])));
  const alone = observations.map((seen) =>
    (seen.kind === 'surface' || seen.kind === 'underside') && seen.atS >= movedS
      ? byItself(seen, latestS, memo, spreadC)
      : undefined,
  );
  const pairs: [number, number][] = [];
  alone.forEach((one, i) =>
    alone.slice(0, i).forEach((other, j) => {
      if (!one || !other || elsewhere(observations[i]!, observations[j]!)) return;
      const shared = one.reduce((sum, weight, e) => sum + Math.min(weight, other[e]!), 0);
      if (shared < LEAST_OVERLAP) pairs.push([j, i]);
    }),
  );
  return pairs;
}

/** Two spots so far apart may well differ: that is what a hot spot is, not a contradiction, mm. Assumed. */
const ELSEWHERE_MM = 60;

function elsewhere(a: Observation, b: Observation): boolean {
  if (!('spot' in a && 'spot' in b) || !a.spot || !b.spot) return false;
  return Math.hypot(a.spot.xMm - b.spot.xMm, a.spot.yMm - b.spot.yMm) > ELSEWHERE_MM;
}

/** Nothing is known but the look: wide enough to be flat. */
const FLAT = priorPosterior(300);

/** What a look says of its zone's error, worked out once and faded to the moment. */
function byItself(
  seen: Extract<Observation, { kind: 'surface' | 'underside' }>,
  nowS: number,
  memo: Memo,
  spreadC: number,
): Float64Array {
  const fresh = memo.recall(ALONE, `${spreadC} ${writtenOut(seen, memo)}`, () =>
    errorWeights(taken(FLAT, seen, [], spreadC)),
  );
  return agedErrors(fresh, nowS - seen.atS);
}
const ALONE: Question<Float64Array> = { name: 'a look by itself', most: 1000 };
