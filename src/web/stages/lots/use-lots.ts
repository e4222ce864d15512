import { computed, type ComputedRef } from 'vue';
import { sharesOf } from '#core/lot';
import type { FormulaBody } from '#core/formula';
import { lotKey, type Lot } from '#core/run';
import { useRun } from '../../stores/run.ts';

/** A lot of the run in hand, begun or not, with the pours the plan gives it. */
export interface RunLot {
  readonly key: string;
  readonly formulaId: string;
  readonly number: number;
  /** How many lots the batter is made in. */
  readonly of: number;
  readonly body: FormulaBody;
  readonly lot: Lot | undefined;
  readonly firstPourMs: number | null;
}

/** Every lot of the brief, in its order. */
export function useLots(): ComputedRef<RunLot[]> {
  const store = useRun();
  return computed(() => {
    const { run, state, plan } = store;
    if (!run || !state) return [];
    return (state.brief?.items ?? []).flatMap(({ formulaId }) => {
      const of = sharesOf(state, formulaId).length;
      return Array.from({ length: of }, (_lot, index): RunLot => {
        const key = lotKey(formulaId, index + 1);
        const planned = plan?.lots.find((each) => each.formulaId === formulaId && each.number === index + 1);
        return {
          ...{ key, formulaId, number: index + 1, of, body: store.view.formula(formulaId) },
          lot: state.lots.get(key),
          firstPourMs: planned?.firstPourMs ?? null,
        };
      });
    });
  });
}
