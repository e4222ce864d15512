import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import type { Person } from '#contract';
import { callKept } from '../sync/offline-store.ts';

/** People and devices of the kitchen, for their names. */
export const usePeople = defineStore('people', () => {
  const people = shallowRef<readonly Person[]>([]);

  async function load(): Promise<void> {
    people.value = await callKept<Person[]>('/api/people');
  }

  function nameOf(personId: string | null): string | undefined {
    return people.value.find((person) => person.id === personId)?.name;
  }

  return { people, load, nameOf };
});
