import { defineStore } from 'pinia';
import { ref } from 'vue';
import type { Formula, Note, Station } from '#contract';
import { call } from '../live/api.ts';

/** Formulas, stations and notes of the kitchen. */
export const useLibrary = defineStore('library', () => {
  const formulas = ref<Formula[]>([]);
  const stations = ref<Station[]>([]);
  const notes = ref<Note[]>([]);

  async function load(): Promise<void> {
    [formulas.value, stations.value, notes.value] = await Promise.all([
      call<Formula[]>('GET', '/api/formulas'),
      call<Station[]>('GET', '/api/stations'),
      call<Note[]>('GET', '/api/notes'),
    ]);
  }

  return { formulas, stations, notes, load };
});
