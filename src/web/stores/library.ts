import { defineStore } from 'pinia';
import { computed, shallowRef } from 'vue';
import type { BookFormula, Note, OwnIngredient, Station } from '#contract';
import { larderWith } from '#core/ingredients';
import { callKept } from '../live/kept.ts';

/** Formulas, ingredients, stations and notes of the kitchen: plain data, so that it may go to the worker as it is. */
export const useLibrary = defineStore('library', () => {
  const book = shallowRef<BookFormula[]>([]);
  /** Those to cook from; the others are put away. */
  const formulas = computed(() => book.value.filter((formula) => !formula.archived));
  const ownIngredients = shallowRef<OwnIngredient[]>([]);
  const larder = computed(() => larderWith(ownIngredients.value.map((own) => own.body)));
  const stations = shallowRef<Station[]>([]);
  const notes = shallowRef<Note[]>([]);

  async function load(): Promise<void> {
    [book.value, ownIngredients.value, stations.value, notes.value] = await Promise.all([
      callKept<BookFormula[]>('/api/formulas'),
      callKept<OwnIngredient[]>('/api/ingredients'),
      callKept<Station[]>('/api/stations'),
      callKept<Note[]>('/api/notes'),
    ]);
  }

  return { book, formulas, ownIngredients, larder, stations, notes, load };
});
