import { createSharedComposable } from '@vueuse/core';
import { computed, type ComputedRef } from 'vue';
import { withInferred, promptsNow, type Prompt } from '#core/guidance';
import { useRun } from '../../stores/run.ts';

/** A prompt is due from so long before its moment: a hand has to get there, ms. Assumed. */
const DUE_WITHIN_MS = 2_000;

export interface Prompts {
  /** Everything asked for, the most urgent first. */
  readonly prompts: ComputedRef<Prompt[]>;
  /** What comes before all else now; null while nothing is due. */
  readonly first: ComputedRef<Prompt | null>;
  isDue(prompt: Pick<Prompt, 'dueMs'>): boolean;
}

/** What the desk asks of hands and eyes, in its one order of urgency: the same on every stage, fresh at every tick and tap. */
export const usePrompts = createSharedComposable((): Prompts => {
  const store = useRun();
  const halfSecond = computed(() => Math.floor(store.nowMs / 500));
  const prompts = computed(() => {
    void halfSecond.value;
    if (!store.run || !store.state || !store.outlook) return [];
    const { forecast, assumed } = store.outlook;
    return promptsNow(withInferred(store.view, assumed), forecast, store.plan, store.nowMs);
  });
  const isDue = ({ dueMs }: Pick<Prompt, 'dueMs'>) => dueMs <= store.nowMs + DUE_WITHIN_MS;
  const first = computed(() => prompts.value.find(isDue) ?? null);
  return { prompts, first, isDue };
});

/** Prompts of one kind, in their order. */
export function promptsOf<K extends Prompt['kind']>(prompts: readonly Prompt[], kind: K) {
  return prompts.filter((prompt): prompt is Extract<Prompt, { kind: K }> => prompt.kind === kind);
}
