import { ref, type Ref } from 'vue';
import type { House } from '#contract';
import { call } from '../live/api.ts';

const UNKNOWN: House = { demo: null, unmade: false };
const CLOSED_AFTER_MS = 3000;

/** What may be known of the house before anyone is signed in; nothing while the server is away. */
export async function askHouse(): Promise<House> {
  return call<House>('GET', '/api/house', undefined, CLOSED_AFTER_MS).catch(() => UNKNOWN);
}

export function useHouse(): Ref<House> {
  const house = ref<House>(UNKNOWN);
  void askHouse().then((told) => (house.value = told));
  return house;
}
