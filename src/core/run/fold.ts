import type { Pins } from './pins.ts';
import { Folding } from './folding.ts';
import type { StoredEvent } from './events.ts';
import type { RunState } from './state.ts';

/**
 * The state of a run: a total fold of its log over what it pinned. `acknowledged` stand in server order; `pending` wait
 * on this device and come after. An event met twice counts once, at its first place; `seq` tells the stored ones apart.
 * What cannot apply is left out with its reason; nothing throws. Who folds the same log again and again keeps a `Folding`.
 */
export function fold(
  run: { readonly pins: Pins; readonly rehearsal: boolean },
  acknowledged: readonly StoredEvent[],
  pending: readonly StoredEvent[] = [],
): RunState {
  return new Folding(run).at(acknowledged, pending);
}
