import { watchDebounced } from '@vueuse/core';
import { onMounted, ref, shallowRef } from 'vue';
import { RUNS_PAGE, placeAfter, type RunSummary } from '#contract';
import { call } from '../sync/api.ts';
import { callKept } from '../sync/offline-store.ts';

/** A cook who types is answered once they pause, ms. */
const PAUSE_MS = 250;

/** The kitchen's runs as the list shows them: first those looked for, older ones as asked, or those found by words. */
export function useRuns() {
  const runs = shallowRef<RunSummary[] | null>(null);
  const words = ref('');
  const failed = ref('');
  const hasOlder = ref(false);
  let asked = 0;

  const query = (more: Record<string, string>) => {
    const text = new URLSearchParams({ ...(words.value.trim() ? { words: words.value.trim() } : {}), ...more });
    return `/api/runs${text.size ? `?${text}` : ''}`;
  };

  async function load(): Promise<void> {
    const own = ++asked;
    try {
      const found = words.value.trim()
        ? await call<RunSummary[]>('GET', query({}))
        : await callKept<RunSummary[]>(query({}));
      if (own !== asked) return; // something else was typed meanwhile
      runs.value = found;
      hasOlder.value = found.length >= RUNS_PAGE;
      failed.value = '';
    } catch (error) {
      if (own === asked) failed.value = (error as Error).message;
    }
  }

  async function older(): Promise<void> {
    const last = runs.value?.reduce((a, b) => (b.orderedAtMs < a.orderedAtMs ? b : a));
    if (!last) return;
    const own = ++asked;
    try {
      const found = await call<RunSummary[]>('GET', query({ before: placeAfter(last) }));
      if (own !== asked) return;
      const known = new Set(runs.value!.map(({ id }) => id));
      runs.value = [...runs.value!, ...found.filter(({ id }) => !known.has(id))];
      hasOlder.value = found.length >= RUNS_PAGE;
      failed.value = '';
    } catch (error) {
      if (own === asked) failed.value = (error as Error).message;
    }
  }

  onMounted(load);
  watchDebounced(words, load, { debounce: PAUSE_MS });
  return { runs, words, failed, hasOlder, older };
}
