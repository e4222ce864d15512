import { openDB, type DBSchema } from 'idb';
import type { StoredEvent } from '#core/run';

interface Waiting {
  readonly runId: string;
  readonly order: number;
  readonly event: StoredEvent;
  /** Set when the server refused it: it waits to be looked at and is not sent again. */
  readonly refusal?: string;
}

interface OutboxSchema extends DBSchema {
  waiting: { key: string; value: Waiting; indexes: { byRun: string } };
}

const database = openDB<OutboxSchema>('bluebell', 1, {
  upgrade(db) {
    db.createObjectStore('waiting', { keyPath: 'event.id' }).createIndex('byRun', 'runId');
  },
});

let order = Date.now();

/** Keeps events on this device until the server has them. */
export async function keepWaiting(runId: string, events: readonly StoredEvent[]): Promise<void> {
  const transaction = (await database).transaction('waiting', 'readwrite');
  for (const event of events) void transaction.store.put({ runId, order: ++order, event });
  await transaction.done;
}

/** What still waits for a run, in the order it was tapped. */
export async function waitingOf(runId: string): Promise<Waiting[]> {
  const all = await (await database).getAllFromIndex('waiting', 'byRun', runId);
  return all.sort((a, b) => a.order - b.order);
}

export async function delivered(ids: readonly string[]): Promise<void> {
  const transaction = (await database).transaction('waiting', 'readwrite');
  for (const id of ids) void transaction.store.delete(id);
  await transaction.done;
}

/** Sets a refused event aside, visibly. */
export async function setAside(eventId: string, refusal: string): Promise<void> {
  const db = await database;
  const waiting = await db.get('waiting', eventId);
  if (waiting) await db.put('waiting', { ...waiting, refusal });
}
