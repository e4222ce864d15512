import { shallowRef } from 'vue';
import { eventAtFault, fold, type StoredEvent } from '#core/run';
import type { Run } from '#contract';
import { desk } from '../workers/desk.ts';

/** A run that cannot be worked out: what was said, and from which event on; null: from what it began with. */
export interface RunFault {
  readonly said: string;
  readonly event: StoredEvent | null;
}

/** What keeps the run in hand from being worked out; found once for each length of its log. */
export function useRunFault() {
  const fault = shallowRef<RunFault | null>(null);
  let lookedAt = '';

  async function find(run: Run, log: readonly StoredEvent[], nowMs: number, said: string): Promise<void> {
    const key = `${run.id} ${log.length}`;
    if (key === lookedAt) return;
    lookedAt = key;
    const seed = run.rehearsal ? run.seed : null;
    const event = await eventAtFault(log, async (upTo) => {
      try {
        await desk().outlook(run.pins, fold(run, upTo, []), nowMs, seed);
        return true;
      } catch {
        return false;
      }
    });
    if (key === lookedAt) fault.value = { said, event };
  }

  return {
    fault,
    find,
    clear: () => {
      fault.value = null;
      lookedAt = '';
    },
  };
}
