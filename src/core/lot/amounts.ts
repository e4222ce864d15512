import type { RunView } from '#core/setup';
import type { Amount } from '#core/ingredients';
import { bowlVolumeMl, inBatter, linesFor, type ScaledBatter, type ScaledLine } from '#core/formula';
import { lotKey, type Lot, type RunState } from '#core/run';
import { bodyInRun, wholeBatter } from '#core/setup';

/** The part of a batter that one lot is to hold. */
export type PlannedBatter = Pick<ScaledBatter, 'lines' | 'massG' | 'volumeMl'> & { readonly share: number };

/** What one lot is to hold; undefined when the run asks for none of the batter. */
export function plannedLot(run: RunView, formulaId: string, number = 1): PlannedBatter | undefined {
  return run.once(`planned lot ${lotKey(formulaId, number)}`, () => planLot(run, formulaId, number));
}

function planLot(run: RunView, formulaId: string, number: number): PlannedBatter | undefined {
  const whole = wholeBatter(asMixed(run, formulaId, number), formulaId);
  if (!whole) return undefined;
  const share = sharesOf(run.state, formulaId)[number - 1] ?? 0;
  const lines = whole.lines.map((line): ScaledLine => ({
    ...line,
    massG: line.massG === null ? null : line.massG * share,
    heldBackG: line.heldBackG * share,
    ...(line.eggs === undefined ? {} : wholeEggs(line.eggs * share)),
  }));
  return { share, lines, massG: whole.massG * share, volumeMl: whole.volumeMl * share };
}

/** The run as it was asked for when a lot was mixed; as it is for one that is not mixed yet. */
function asMixed(run: RunView, formulaId: string, number: number): RunView {
  const { asked } = run.state.lots.get(lotKey(formulaId, number)) ?? {};
  const { brief, portionMl } = run.state;
  if (!asked || (asked.brief === brief && asked.portionMl === portionMl.get(formulaId))) return run;
  const then = new Map(portionMl);
  if (asked.portionMl === undefined) then.delete(formulaId);
  else then.set(formulaId, asked.portionMl);
  return run.with({ brief: asked.brief, portionMl: then });
}

/** Eggs of a lot where they come out whole; a base that is parted by weight counts none. */
function wholeEggs(count: number): { readonly eggs?: number } {
  const eggs = Math.round(count);
  return Math.abs(count - eggs) < 0.01 ? { eggs } : {};
}

/** Shares of the lots that a formula's batter is made in. */
export function sharesOf(state: Pick<RunState, 'batters'>, formulaId: string): readonly number[] {
  return state.batters.get(formulaId)?.shares ?? [1];
}

/**
 * What is really in a lot: what was weighed, what was not ticked as it was planned, without what stays back,
 * and every dose stirred in since. A lot of which nothing was weighed is taken as its formula; one that is not mixed too.
 */
export function lotAmounts(run: RunView, formulaId: string, lot: Lot | undefined): Amount[] {
  const body = bodyInRun(run, formulaId);
  // one more than was planned is made as the last one was
  const number = lot && Math.min(lot.number, sharesOf(run.state, formulaId).length);
  const planned = plannedLot(run, formulaId, number);
  if (!planned || !lot) return inBatter(body, planned?.lines ?? linesFor(body, 100));
  const known = lot.weighed.size > 0;
  // of a lot that nobody weighed only its volume is known
  const size = known || lot.volumeMl === null ? 1 : lot.volumeMl / planned.volumeMl;
  const mixed = planned.lines.map(({ ingredientId, massG, heldBackG }) => {
    const weighed = lot.weighed.get(ingredientId);
    return {
      ingredientId,
      massG: weighed ?? (massG === null ? null : massG * size - (known ? heldBackG : 0)),
    };
  });
  return merge([...inBatter(body, mixed), ...lot.doses]);
}

function merge(amounts: readonly Amount[]): Amount[] {
  const sums = new Map<string, number | null>();
  for (const { ingredientId, massG } of amounts) {
    const before = sums.get(ingredientId);
    sums.set(ingredientId, before === null || massG === null ? null : (before ?? 0) + massG);
  }
  return [...sums].map(([ingredientId, massG]) => ({ ingredientId, massG }));
}

/** Batter that a lot makes as it stands before any dose, mL; as planned while nothing was weighed. */
export function mixedVolumeMl(run: RunView, formulaId: string, number: number): number {
  const body = bodyInRun(run, formulaId);
  const lot = run.state.lots.get(lotKey(formulaId, number));
  const amounts = lotAmounts(run, formulaId, lot && { ...lot, doses: [], volumeMl: null });
  const planned = plannedLot(run, formulaId, number)?.volumeMl ?? 0;
  return lot && lot.weighed.size > 0 ? bowlVolumeMl(body, amounts, run.larder) : planned;
}

/** What of the held-back liquid has not gone in yet, g by ingredient. */
export function stillBack(run: RunView, lot: Lot): { readonly ingredientId: string; readonly massG: number }[] {
  if (lot.weighed.size === 0) return [];
  const lines = plannedLot(run, lot.formulaId, lot.number)?.lines ?? [];
  return lines.flatMap(({ ingredientId, heldBackG }) => {
    const given = lot.doses.reduce((sum, dose) => sum + (dose.ingredientId === ingredientId ? dose.massG : 0), 0);
    const left = heldBackG - given;
    return left > 0.5 ? [{ ingredientId, massG: left }] : [];
  });
}
