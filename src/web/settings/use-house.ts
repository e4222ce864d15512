import { computed, ref, type ComputedRef, type Ref } from 'vue';
import type { House } from '#contract';
import { call } from '../sync/api.ts';
import { useSession } from '../stores/session.ts';

const UNKNOWN: House = { demo: null, unmade: false };
const CLOSED_AFTER_MS = 3000;

/** What may be known of the house before anyone is signed in; nothing while the server is away. */
export async function askHouse(): Promise<House> {
  return call<House>('GET', '/api/house', undefined, CLOSED_AFTER_MS).catch(() => UNKNOWN);
}

/** The house, and whether who is signed in is only in its demo. */
export function useHouse(): { readonly house: Ref<House>; readonly isDemo: ComputedRef<boolean> } {
  const house = ref<House>(UNKNOWN);
  void askHouse().then((told) => (house.value = told));
  const session = useSession();
  const isDemo = computed(
    () => house.value.demo !== null && session.session?.kitchen.name === house.value.demo.kitchen,
  );
  return { house, isDemo };
}
