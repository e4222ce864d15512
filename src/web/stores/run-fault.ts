import { shallowRef } from 'vue';
import type { RunState, StoredEvent } from '#core/run';
import type { Run } from '#contract';
import { askOfRun } from '../workers/desk.ts';

/** A run that cannot be worked out: what was said, and from which event on; null: from what it began with. */
export interface RunFault {
  readonly said: string;
  readonly event: StoredEvent | null;
}

/** What keeps the run in hand from being worked out; found once for each length of its log. */
export function useRunFault() {
  const fault = shallowRef<RunFault | null>(null);
  let lookedAt = '';

  async function find(run: Run, { eventCount }: RunState, nowMs: number, said: string): Promise<void> {
    const key = `${run.id} ${eventCount}`;
    if (key === lookedAt) return;
    lookedAt = key;
    const event = await askOfRun('fault', [nowMs], 'fault');
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
