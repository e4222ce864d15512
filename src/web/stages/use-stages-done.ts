import { computed, type ComputedRef } from 'vue';
import type { Stage } from '../router.ts';
import { useRun } from '../stores/run.ts';

/** Which stages of the run are behind the cook. A stage may be skipped and filled in later. */
export function useStagesDone(): ComputedRef<Record<Stage, boolean>> {
  const store = useRun();
  return computed(() => {
    const { state } = store;
    const items = state?.brief?.items ?? [];
    const every = (test: (formulaId: string) => boolean) =>
      items.length > 0 && items.every((item) => test(item.formulaId));
    const pieces = [...(state?.pieces.values() ?? [])];
    return {
      brief: items.length > 0,
      batter: every((id) => state?.lots.get(id)?.mixedAtMs != null),
      rest: every((id) => state?.lots.get(id)?.restEndedAtMs != null),
      heat:
        (state?.zones.size ?? 0) > 0 &&
        [...state!.zones.values()].some((zone) => zone.readings.length > 0 || zone.assumed),
      portion: every((id) => state?.portionMl.has(id) ?? false) || pieces.length > 0,
      cook: state?.finishedAtMs != null,
      review: false,
    };
  });
}
