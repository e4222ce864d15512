import { normal, seeded } from '#core/statistics';
import type { PlannedPanful } from './schedule.ts';
import type { Job } from './problem.ts';

/** How mornings differ from their plan: spreads of ln. Reference: hands 10 %, times on the plate 9 %; how much of that a whole morning shares is assumed. */
const SPREAD = { hands: 0.1, side: 0.07, sideShared: 0.06 } as const;
/** Mornings that are drawn. Numerical: a share of them to a hundredth or so. */
const MORNINGS = 400;

/** How late the last piece is off, morning by morning: seconds past its plan, the earliest first. */
export type Lateness = readonly number[];

/**
 * Cooks a plan on many mornings: what hands do takes them longer or shorter, sides brown quicker or slower, together and
 * each by itself; nothing is poured before its moment, and whatever waits for hands or for its zone is done as soon as
 * they are free, in the plan's order. One answer for one seed.
 */
export function lateness(jobs: readonly Job[], panfuls: readonly PlannedPanful[], seed: number): Lateness {
  const random = seeded(seed);
  const steps = panfuls
    .flatMap((panful, index) => {
      const { pourS, flipS, liftS } = panful;
      return [
        { index, panful, kind: 'pour' as const, atS: pourS },
        { index, panful, kind: 'flip' as const, atS: flipS },
        { index, panful, kind: 'lift' as const, atS: liftS },
      ];
    })
    .sort((a, b) => a.atS - b.atS);
  const plannedEndS = Math.max(...panfuls.map(({ endS }) => endS));
  const recoveryS = ({ formulaId, zoneKey }: PlannedPanful): number =>
    jobs.find((job) => job.formulaId === formulaId)?.zones.find(({ key }) => key === zoneKey)?.recoveryS ?? 0;
  return Array.from({ length: MORNINGS }, () => {
    const shared = SPREAD.sideShared * normal(random);
    const handsFree = new Map<number, number>();
    const zoneFree = new Map<string, number>();
    const done: { pouredS: number; flippedS: number }[] = panfuls.map(() => ({ pouredS: 0, flippedS: 0 }));
    let endS = -Infinity;
    for (const { index, panful, kind } of steps) {
      const { cook, zoneKey, pourS, flipS, liftS, handsS } = panful;
      const free = handsFree.get(cook) ?? -Infinity;
      const side = () => Math.exp(shared + SPREAD.side * normal(random));
      const own = done[index]!;
      const readyS =
        kind === 'pour'
          ? Math.max(pourS, zoneFree.get(zoneKey) ?? -Infinity)
          : kind === 'flip'
            ? own.pouredS + (flipS - pourS - handsS.pour) * side()
            : own.flippedS + (liftS - flipS - handsS.flip) * side();
      const overS = Math.max(free, readyS) + handsS[kind] * Math.exp(SPREAD.hands * normal(random));
      handsFree.set(cook, overS);
      if (kind === 'pour') own.pouredS = overS;
      else if (kind === 'flip') own.flippedS = overS;
      else {
        zoneFree.set(zoneKey, overS + recoveryS(panful));
        endS = Math.max(endS, overS);
      }
    }
    return endS - plannedEndS;
  }).sort((a, b) => a - b);
}

/** Chance that all is off at most so late, of its plan. */
export function chanceWithin(late: Lateness, spareS: number): number {
  return late.filter((each) => each <= spareS).length / late.length;
}

/** How late at most in so many of the mornings, s. */
export function latestIn(late: Lateness, share: number): number {
  return late[Math.min(late.length - 1, Math.ceil(share * late.length) - 1)]!;
}
