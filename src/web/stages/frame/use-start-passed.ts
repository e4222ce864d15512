import { computed, type ComputedRef } from 'vue';
import { hasBegun } from '#core/guidance';
import { useRun } from '../../stores/run.ts';

/** How long ago the plan wanted the morning begun, s; null while it is in time, or once it has begun. */
export function useStartPassed(): ComputedRef<number | null> {
  const store = useRun();
  return computed(() => {
    const { plan, state } = store;
    if (!plan || !state || hasBegun(state)) return null;
    const passedS = (store.nowMs - plan.startMs) / 1000;
    return passedS > 60 ? passedS : null;
  });
}
