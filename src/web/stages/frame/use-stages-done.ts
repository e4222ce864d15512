import { computed, type ComputedRef } from 'vue';
import type { Stage } from '../stages.ts';
import { isMixed, type Lot } from '#core/run';
import { useRun } from '../../stores/run.ts';
import { useLots } from '../lots/use-lots.ts';

/** Which stages of the run are behind the cook. A stage may be skipped and filled in later. */
export function useStagesDone(): ComputedRef<Record<Stage, boolean>> {
  const store = useRun();
  const lots = useLots();
  return computed(() => {
    const { state } = store;
    const items = state?.brief?.items ?? [];
    const every = (test: (formulaId: string) => boolean) =>
      items.length > 0 && items.every((item) => test(item.formulaId));
    const everyLot = (test: (lot: Lot) => boolean) =>
      lots.value.length > 0 && lots.value.every(({ lot }) => isMixed(lot) && test(lot));
    const pieces = [...(state?.pieces.values() ?? [])];
    return {
      brief: items.length > 0,
      batter: everyLot(() => true),
      rest: everyLot((lot) => lot.restEndedAtMs !== null),
      heat:
        (state?.zones.size ?? 0) > 0 &&
        [...state!.zones.values()].some((zone) => zone.readings.length > 0 || zone.assumed),
      portion: every((id) => state?.portionMl.has(id) ?? false) || pieces.length > 0,
      cook: state?.finishedAtMs != null,
      review: false,
    };
  });
}
