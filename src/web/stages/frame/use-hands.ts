import { computed, type ComputedRef } from 'vue';
import type { Hand } from '#core/guidance';
import { promptsOf, usePrompts } from './use-prompts.ts';

/** What the hands have to do, the most urgent first. */
export function useHands(): { hands: ComputedRef<Hand[]> } {
  const { prompts } = usePrompts();
  return { hands: computed(() => promptsOf(prompts.value, 'hand').map(({ hand }) => hand)) };
}
