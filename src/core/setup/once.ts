import type { Pins } from '#core/run';

/** Keys of one state; a state that is asked at many moments keeps only the latest answers. */
const MOST_KEPT = 600;

/**
 * What follows from pins and a run's state alone, worked out once for both and kept as long as they are: it is asked for
 * at every tick.
 * @param key tells the question from every other of this memory
 */
export function onceFor<T>(memory: Memory<T>, pins: Pins, state: object, key: string, make: () => T): T {
  let ofState = memory.get(state);
  if (!ofState) memory.set(state, (ofState = new WeakMap()));
  let known = ofState.get(pins);
  if (!known) ofState.set(pins, (known = new Map()));
  let answer = known.get(key);
  if (answer === undefined) {
    if (known.size >= MOST_KEPT) known.clear();
    known.set(key, (answer = make()));
  }
  return answer;
}

/** Answers to one kind of question, by state and pins. */
export type Memory<T> = WeakMap<object, WeakMap<Pins, Map<string, T>>>;
