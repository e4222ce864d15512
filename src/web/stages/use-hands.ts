import { computed, type ComputedRef } from 'vue';
import { asAssumed, nextHands, type Hand } from '#core/desk';
import { useRun } from '../stores/run.ts';

/** What the hands have to do, soonest first; fresh at every tick and tap. */
export function useHands(): { hands: ComputedRef<Hand[]> } {
  const store = useRun();
  const second = computed(() => Math.floor(store.nowMs / 500));
  const hands = computed(() => {
    void second.value;
    if (!store.run || !store.state || !store.outlook) return [];
    const { forecast, assumed } = store.outlook;
    return nextHands(store.run.pins, asAssumed(store.state, assumed), forecast, store.plan, store.nowMs);
  });
  return { hands };
}
