import { shallowRef } from 'vue';

/** Whose hands are at this device. */
export interface Hands {
  readonly personId: string;
  readonly name: string;
}

/** Who is signed in here: what is tapped is theirs. */
export const hands = shallowRef<Hands | null>(null);
