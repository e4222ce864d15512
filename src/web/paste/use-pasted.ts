import { refDebounced } from '@vueuse/core';
import { computed, ref, shallowRef, toRaw, watch, type Ref } from 'vue';
import { readRecipe, type PastedRecipe, type ReadOptions } from '#core/formats';
import { KITCHEN_FACTS } from '#contract';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { askOfKitchen } from '../workers/desk.ts';

/** A text that is still being written is read when its writer pauses, ms. */
const PAUSE_MS = 150;

/** A pasted text as it was read, away from the page's own thread: however long it is, the page stays at hand. */
export function usePasted(text: Ref<string>): { recipe: Ref<PastedRecipe>; reading: Ref<boolean> } {
  const library = useLibrary();
  const session = useSession();
  const options = computed((): ReadOptions => ({
    system: session.settings.measures,
    eggClass: (session.session?.kitchen.facts ?? KITCHEN_FACTS).eggClass,
    larder: toRaw(library.larder),
  }));
  const recipe = shallowRef(readRecipe('', options.value));
  const reading = ref(false);
  const settled = refDebounced(text, PAUSE_MS);
  let asked = 0;
  watch(text, (now) => (reading.value = now !== settled.value));
  watch([settled, options], async ([now, how]) => {
    const own = ++asked;
    reading.value = true;
    const read = await askOfKitchen('recipe', now, how);
    if (own !== asked || !read) return;
    recipe.value = read;
    reading.value = false;
  });
  return { recipe, reading };
}
