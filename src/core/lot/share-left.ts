import { gasFreeDensityGPerMl } from '#core/ingredients';
import type { Lot } from '#core/run';
import type { RunView } from '#core/setup';
import { lotAmounts } from './amounts.ts';

/** Less than this is an empty bowl, as a share of what was mixed. Numerical. */
const LEAST_SHARE = 0.02;

/**
 * Share of a lot's flour that is still in its bowl as each of its doses is stirred in, and after them all: what is poured
 * takes it along, a dose adds none. A pour comes before a dose that it does not have; a reading of the bowl by its time.
 */
export function sharesLeft(run: RunView, lot: Lot): { readonly atDose: readonly number[]; readonly now: number } {
  let bowlMl = lot.volumeMl ?? 0;
  if (bowlMl <= 0) return { atDose: lot.doses.map(() => 1), now: 1 };
  let share = 1;
  const pours = [...run.state.pieces.values()].filter(
    (piece) => piece.formulaId === lot.formulaId && piece.lot === lot.number,
  );
  const takenWith = (doses: number, fromMs: number, toMs: number) => {
    const gone = [
      ...pours
        .filter((piece) => piece.doses === doses)
        .map(({ pouredAtMs, volumeMl, dabbedMl }) => ({
          atMs: pouredAtMs,
          toMl: (ml: number) => ml - volumeMl - dabbedMl,
        })),
      ...lot.left
        .filter(({ atMs }) => atMs > fromMs && atMs <= toMs)
        .map(({ atMs, volumeMl }) => ({ atMs, toMl: () => volumeMl })),
    ].sort((a, b) => a.atMs - b.atMs);
    for (const { toMl } of gone) {
      const leftMl = Math.max(0, toMl(bowlMl));
      share = Math.max(LEAST_SHARE, (share * leftMl) / Math.max(bowlMl, 1));
      bowlMl = leftMl;
    }
  };
  let fromMs = -Infinity;
  const atDose = lot.doses.map((dose, i) => {
    takenWith(i, fromMs, dose.atMs);
    fromMs = dose.atMs;
    bowlMl += dose.massG / gasFreeDensityGPerMl([dose], run.larder);
    return Math.min(1, share);
  });
  takenWith(lot.doses.length, fromMs, Infinity);
  return { atDose, now: Math.min(1, share) };
}

/** What is in a lot in proportion to all of it: a dose stirred into half of it counts twice. */
export function lotProportions(run: RunView, formulaId: string, lot: Lot | undefined): ReturnType<typeof lotAmounts> {
  if (!lot || lot.doses.length === 0) return lotAmounts(run, formulaId, lot);
  const { atDose } = sharesLeft(run, lot);
  const doses = lot.doses.map((dose, i) => ({ ...dose, massG: dose.massG / atDose[i]! }));
  return lotAmounts(run, formulaId, { ...lot, doses });
}
