import type { Run, RunWithEvents } from '#contract';
import type { StoredEvent } from '#core/run';
import { CallError, call } from './api.ts';
import { onDevice } from './database.ts';

/** Runs kept on a device for cooking without the server: the one in hand and a few before it. */
const RUNS_KEPT = 6;

/** Keeps a run as the server told it, and lets the ones opened longest ago go. */
export async function keepRun(run: Run, events: readonly StoredEvent[]): Promise<void> {
  await onDevice(async (db) => {
    await db.put('run', { id: run.id, run, openedAtMs: Date.now() });
    const old = (await db.getAll('run')).sort((a, b) => b.openedAtMs - a.openedAtMs).slice(RUNS_KEPT);
    for (const { id } of old) {
      await db.delete('run', id);
      await db.delete('event', IDBKeyRange.bound([id, 0], [id, Infinity]));
    }
  });
  await keepEvents(run.id, events);
}

/** Keeps what the server stored of a run that is kept; an event known already is written over by itself. */
export async function keepEvents(runId: string, events: readonly StoredEvent[]): Promise<void> {
  if (events.length === 0) return;
  await onDevice(async (db) => {
    if ((await db.getKey('run', runId)) === undefined) return;
    const transaction = db.transaction('event', 'readwrite');
    for (const event of events) void transaction.store.put({ runId, seq: event.seq!, event });
    await transaction.done;
  });
}

/** A run as this device knows it, if it does. */
export async function keptRun(runId: string): Promise<RunWithEvents | undefined> {
  return onDevice(async (db) => {
    const kept = await db.get('run', runId);
    if (!kept) return undefined;
    const events = await db.getAll('event', IDBKeyRange.bound([runId, 0], [runId, Infinity]));
    return { run: kept.run, events: events.map(({ event }) => event) as RunWithEvents['events'] };
  });
}

/** Asks the server and keeps the answer; without it the last answer counts. @throws CallError when there is none */
export async function callKept<T>(url: string): Promise<T> {
  try {
    const answer = await call<T>('GET', url);
    void keepAnswer(url, answer);
    return answer;
  } catch (error) {
    if (!(error instanceof CallError) || !error.isAbsence) throw error;
    const kept = await onDevice((db) => db.get('answer', url));
    if (kept === undefined) throw error;
    return kept as T;
  }
}

export async function keepAnswer(url: string, answer: unknown): Promise<void> {
  await onDevice((db) => db.put('answer', answer, url));
}

const KITCHEN = 'bluebell.kitchen';

/** Forgets what was kept for another kitchen: whoever signs in now sees only their own. */
export async function ownKeptOnly(kitchenId: string): Promise<void> {
  try {
    const before = localStorage.getItem(KITCHEN);
    localStorage.setItem(KITCHEN, kitchenId);
    if (before === kitchenId) return;
  } catch {
    // a browser that keeps nothing has nothing to forget
  }
  await forgetKept();
}

/** Forgets all but what still waits to be sent: the next one at this device may be someone else. */
export async function forgetKept(): Promise<void> {
  await onDevice(async (db) => {
    for (const store of ['run', 'event', 'answer'] as const) await db.clear(store);
  });
}
