import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import type { Formula, Note, Station } from '#contract';
import { callKept } from '../live/kept.ts';

/** Formulas, stations and notes of the kitchen: plain data, so that it may go to the worker as it is. */
export const useLibrary = defineStore('library', () => {
  const formulas = shallowRef<Formula[]>([]);
  const stations = shallowRef<Station[]>([]);
  const notes = shallowRef<Note[]>([]);

  async function load(): Promise<void> {
    [formulas.value, stations.value, notes.value] = await Promise.all([
      callKept<Formula[]>('/api/formulas'),
      callKept<Station[]>('/api/stations'),
      callKept<Note[]>('/api/notes'),
    ]);
  }

  return { formulas, stations, notes, load };
});
