import { liftedOf, type CookedPiece } from '#core/forecast';
import type { RunState } from '#core/run';
import { trueFault } from './obey-score.ts';
import type { ReplayedKitchen } from './replayed-kitchen.ts';

/** Every piece of a formula that was turned and lifted in a rehearsal, as it truly came off. */
export function trulyCooked(kitchen: ReplayedKitchen, state: RunState, formulaId: string): CookedPiece[] {
  return liftedOf(state, formulaId).map(({ id }) => {
    const outcome = kitchen.outcome(state, id);
    return { pieceId: id, off: outcome.look, wrong: trueFault(outcome) };
  });
}
