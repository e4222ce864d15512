import { computed, type ComputedRef } from 'vue';
import { useRun } from '../../stores/run.ts';

/** How long ago the plan wanted the morning begun, s; null while it is in time, or once it has begun. */
export function useStartPassed(): ComputedRef<number | null> {
  const store = useRun();
  return computed(() => {
    const { plan, state } = store;
    if (!plan || !state || state.lots.size > 0 || state.pieces.size > 0) return null;
    const passedS = (store.nowMs - plan.startMs) / 1000;
    return passedS > 60 ? passedS : null;
  });
}
