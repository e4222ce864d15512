import { computed, shallowRef } from 'vue';
import type { StoredEvent } from '#core/run';
import { onDevice, type Waiting } from './database.ts';
import { hands } from './hands.ts';
import { forgetJournal, readJournal, writeJournal } from './journal.ts';

/**
 * Events on their way to the server, oldest first. What is in memory is what counts on screen and is sent; the device's
 * store keeps it over reloads, and other tabs of this browser are told to read it anew.
 */
export const waiting = shallowRef<readonly Waiting[]>([]);

/** Those that someone else made on this device: they wait for who made them, or are handed on. */
export const othersWaiting = computed(() =>
  waiting.value.filter(
    ({ by, refusal }) => refusal === undefined && by !== undefined && by.personId !== hands.value?.personId,
  ),
);

/** Bluebell's own facts of advice: sent like taps, but not something a cook did. */
const ADVICE = new Set(['plan-adopted', 'window-shown', 'film-shown', 'run-learned']);

/** Taps as a cook counts them: a row done at once is one. */
export function countTaps(events: readonly StoredEvent[]): number {
  return new Set(events.filter((event) => !ADVICE.has(event.kind)).map((event) => event.tapId)).size;
}

const tabs = new BroadcastChannel('bluebell.outbox');
const listeners = new Set<() => void>();
/** In memory only, because the store would not take them: another tab's word must not drop them. */
const unkept = new Set<string>();

tabs.onmessage = () => void loadOutbox();

/** Calls back when what is to be sent changed otherwise than by a tap here or by arriving at the server. */
export function onOutboxChanged(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export async function loadOutbox(): Promise<void> {
  const stored = await onDevice((db) => db.getAll('waiting'));
  if (!stored) return;
  const ids = new Set(stored.map((entry) => entry.event.id));
  forgetJournal([...ids]); // those are safe
  const rescued = readJournal();
  const kept = [...stored, ...rescued];
  rescued.forEach((entry) => ids.add(entry.event.id));
  const mine = waiting.value.filter((entry) => unkept.has(entry.event.id) && !ids.has(entry.event.id));
  waiting.value = [...kept, ...mine].sort((a, b) => a.order - b.order || (a.event.id < b.event.id ? -1 : 1));
  listeners.forEach((listener) => listener());
  if (rescued.length) await write(rescued);
}

let order = Date.now();

/** Puts events last; they are on screen at once and kept as soon as the device has written them. */
export async function keepWaiting(runId: string, events: readonly StoredEvent[]): Promise<void> {
  const by = hands.value;
  const entries = events.map((event): Waiting => ({ runId, order: ++order, event, ...(by ? { by } : {}) }));
  waiting.value = [...waiting.value, ...entries];
  entries.forEach((entry) => unkept.add(entry.event.id));
  await write(entries);
}

/** Takes events out: the server has them, or the cook threw them away. */
export async function takeOut(ids: readonly string[]): Promise<void> {
  const gone = new Set(ids);
  const left = waiting.value.filter((entry) => !gone.has(entry.event.id));
  if (left.length === waiting.value.length) return;
  waiting.value = left;
  forgetJournal(ids);
  await onDevice(async (db) => {
    const transaction = db.transaction('waiting', 'readwrite');
    for (const id of ids) void transaction.store.delete(id);
    await transaction.done;
  });
  tabs.postMessage(null);
}

/** Sets refused events aside, with the server's reason. */
export async function setAside(ids: readonly string[], refusal: string): Promise<void> {
  await change(ids, (entry) => ({ ...entry, refusal }));
}

/** Puts events that were set aside back among those to be sent. */
export async function sendAgain(ids: readonly string[]): Promise<void> {
  await change(ids, ({ refusal: _refusal, ...entry }) => entry);
}

/** Whoever is signed in here vouches for what another made: both names go with it. */
export async function handOn(ids: readonly string[]): Promise<void> {
  const by = hands.value;
  if (!by) return;
  await change(ids, (entry) =>
    entry.by ? { ...entry, by, event: { ...entry.event, madeBy: entry.event.madeBy ?? entry.by.personId } } : entry,
  );
}

async function change(ids: readonly string[], to: (entry: Waiting) => Waiting): Promise<void> {
  const changed = waiting.value.filter((entry) => ids.includes(entry.event.id)).map(to);
  const byId = new Map(changed.map((entry) => [entry.event.id, entry]));
  waiting.value = waiting.value.map((entry) => byId.get(entry.event.id) ?? entry);
  listeners.forEach((listener) => listener());
  await write(changed);
}

async function write(entries: readonly Waiting[]): Promise<void> {
  if (entries.length === 0) return;
  writeJournal(entries);
  const kept = await onDevice(async (db) => {
    const transaction = db.transaction('waiting', 'readwrite');
    for (const entry of entries) void transaction.store.put(entry);
    transaction.commit(); // at once: the page may be gone before it would be by itself
    await transaction.done;
    return true;
  });
  if (kept) {
    entries.forEach((entry) => unkept.delete(entry.event.id));
    forgetJournal(entries.map((entry) => entry.event.id));
  }
  tabs.postMessage(null);
}
