import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { BookFormula, KeptBurner, KeptLadle, Note, OwnIngredient, Station } from '#contract';
import { larderWith } from '#core/ingredients';
import { callKept } from '../sync/offline-store.ts';

/** Formulas, ingredients, stations, burners, ladles and notes of the kitchen: plain data, so that it may go to the worker as it is. */
export const useLibrary = defineStore('library', () => {
  const book = shallowRef<BookFormula[]>([]);
  /** Those to cook from; the others are put away. */
  const formulas = computed(() => book.value.filter((formula) => !formula.archived));
  const ownIngredients = shallowRef<OwnIngredient[]>([]);
  const larder = computed(() => larderWith(ownIngredients.value.map((own) => own.body)));
  const allStations = shallowRef<Station[]>([]);
  /** Those to cook on; the others are put away. */
  const stations = computed(() => allStations.value.filter((station) => !station.archived));
  const burners = shallowRef<KeptBurner[]>([]);
  const ladles = shallowRef<KeptLadle[]>([]);
  const notes = shallowRef<Note[]>([]);

  const loaded = ref(false);
  /** There is nothing to cook yet, or nothing to cook it on. */
  const isBare = computed(() => loaded.value && (formulas.value.length === 0 || stations.value.length === 0));

  async function load(): Promise<void> {
    [book.value, ownIngredients.value, allStations.value, burners.value, ladles.value, notes.value] = await Promise.all(
      [
        callKept<BookFormula[]>('/api/formulas'),
        callKept<OwnIngredient[]>('/api/ingredients'),
        callKept<Station[]>('/api/stations'),
        callKept<KeptBurner[]>('/api/burners'),
        callKept<KeptLadle[]>('/api/ladles'),
        callKept<Note[]>('/api/notes'),
      ],
    );
    loaded.value = true;
  }

  return { book, formulas, ownIngredients, larder, allStations, stations, burners, ladles, notes, isBare, load };
});
