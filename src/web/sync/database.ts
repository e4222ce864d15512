import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { ref } from 'vue';
import type { Run } from '#contract';
import type { StoredEvent } from '#core/run';
import type { Hands } from './hands.ts';

/** An event on its way to the server. */
export interface Waiting {
  readonly runId: string;
  readonly order: number;
  readonly event: StoredEvent;
  /** Who made it; missing in what waited before that was kept. */
  readonly by?: Hands;
  /** Why the server would not take it: it waits to be looked at and is not sent by itself. */
  readonly refusal?: string;
}

interface DeviceSchema extends DBSchema {
  /** The outbox. */
  waiting: { key: string; value: Waiting; indexes: { byRun: string } };
  /** Runs opened on this device, to cook on without the server. */
  run: { key: string; value: { readonly id: string; readonly run: Run; readonly openedAtMs: number } };
  /** Their logs as far as the server told them. */
  event: {
    key: [string, number];
    value: { readonly runId: string; readonly seq: number; readonly event: StoredEvent };
  };
  /** The last answers to questions asked on the way to a run, by address. */
  answer: { key: string; value: unknown };
}

/** What this browser would not keep: the page then still works, but only while it stays open. */
export const storageTrouble = ref<'refused' | 'full' | null>(null);

let opened: Promise<IDBPDatabase<DeviceSchema>> | undefined;

function database(): Promise<IDBPDatabase<DeviceSchema>> {
  return (opened ??= openDB<DeviceSchema>('bluebell', 2, {
    upgrade(db, from) {
      if (from < 1) db.createObjectStore('waiting', { keyPath: 'event.id' }).createIndex('byRun', 'runId');
      if (from < 2) {
        db.createObjectStore('run', { keyPath: 'id' });
        db.createObjectStore('event', { keyPath: ['runId', 'seq'] });
        db.createObjectStore('answer');
      }
    },
    blocking: (_current, _blocked, event) => (event.target as IDBDatabase).close(), // a newer tab needs a newer shape
    terminated: () => (opened = undefined),
  }));
}

/** Works on the device's store. What it will not do is said in `storageTrouble`, and the answer is then undefined. */
export async function onDevice<T>(work: (db: IDBPDatabase<DeviceSchema>) => Promise<T>): Promise<T | undefined> {
  try {
    return await work(await database());
  } catch (error) {
    opened = undefined;
    storageTrouble.value = (error as DOMException).name === 'QuotaExceededError' ? 'full' : 'refused';
    return undefined;
  }
}
