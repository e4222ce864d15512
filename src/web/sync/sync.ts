import { useEventListener } from '@vueuse/core';
import { reactive } from 'vue';
import type { AcceptedEvents } from '#contract';
import { CallError, call } from './api.ts';
import { retryDelayMs } from './back-off.ts';
import type { Waiting } from './database.ts';
import { hands } from './hands.ts';
import { keepEvents } from './offline-store.ts';
import { loadOutbox, setAside, takeOut, waiting } from './outbox.ts';

/** The server is there and cannot keep anything: its database is away, or its disk is full. */
export type ServerTrouble = 'databaseDown' | 'diskFull';

/** How it stands between this device and the server. */
export const sync = reactive({
  /** The server answered when last asked. */
  reachable: true,
  /** What ails the server's database, when it said so. */
  trouble: null as ServerTrouble | null,
  /** The session ended: taps are kept until someone of the kitchen signs in. */
  sessionExpired: false,
});

type Stored = AcceptedEvents['events'];
const BATCH = 100;
const listeners = new Set<(runId: string, events: Stored) => void>();
/** Runs that the kitchen signed in here does not have: another's, whose taps wait for its own people. */
const elsewhere = new Set<string>();
let tries = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
let sending = false;
let again = false;
let batchSize = BATCH;

/** Calls back with what the server stored of what this device sent. */
export function onStored(listener: (runId: string, events: Stored) => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/** Begins to send what waits, also from runs not in hand, and whenever there is new hope of success. */
export async function startSync(): Promise<void> {
  const hope = () => {
    tries = 0;
    flush();
  };
  useEventListener(window, 'online', hope);
  useEventListener(window, 'pageshow', hope);
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'visible' && hope());
  useEventListener(document, 'resume', hope);
  await loadOutbox();
  flush();
}

/** Sends what waits. One tab of a browser sends at a time; the server takes a second delivery for the first. */
export function flush(): void {
  clearTimeout(timer);
  again = true;
  if (sending) return;
  sending = true;
  const work = () => sendAll().catch((error: unknown) => console.error(error));
  const locked = navigator.locks ? navigator.locks.request('bluebell.outbox', work) : work();
  void locked.finally(() => {
    sending = false;
    if (again) flush(); // asked for between the last look and now
  });
}

let otherPersonHere: () => void = () => undefined;
/** Calls back when the server says that someone else is signed in in this browser than this page takes it for. */
export function onOtherPerson(listener: () => void): void {
  otherPersonHere = listener;
}

/** Who signed in may send what waited for it. */
export function signedInAgain(): void {
  sync.sessionExpired = false;
  elsewhere.clear();
  tries = 0;
  flush();
}

async function sendAll(): Promise<void> {
  while (again) {
    again = false;
    for (let batch = nextBatch(); batch.length > 0; batch = nextBatch()) {
      if (await send(batch)) continue;
      again = false; // the next try has its own time
      return;
    }
  }
}

/** The oldest of who is signed in here that wait, of one run. */
function nextBatch(): readonly Waiting[] {
  const me = hands.value?.personId;
  if (me === undefined) return [];
  const toSend = waiting.value.filter(
    ({ by, refusal, runId }) =>
      refusal === undefined && !elsewhere.has(runId) && (by === undefined || by.personId === me),
  );
  const runId = toSend[0]?.runId;
  return toSend.filter((entry) => entry.runId === runId).slice(0, batchSize);
}

/** Whether to go on with the next batch. */
async function send(batch: readonly Waiting[]): Promise<boolean> {
  const { runId } = batch[0]!;
  try {
    const events = batch.map((entry) => entry.event);
    const stored = await call<AcceptedEvents>('POST', `/api/runs/${runId}/events`, {
      events,
      by: hands.value?.personId,
    });
    Object.assign(sync, { reachable: true, trouble: null, sessionExpired: false });
    tries = 0;
    batchSize = BATCH;
    // in with the stored ones before the waiting ones go out: at no moment is an event in neither
    for (const listener of listeners) listener(runId, stored.events);
    await keepEvents(runId, stored.events);
    await takeOut(batch.map((entry) => entry.event.id));
    return true;
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    return failed(error, batch);
  }
}

/**
 * What is wrong with an event is set aside and the rest go on; a server that is away, busy or wants a sign-in is asked
 * again later. Nothing leaves the outbox here.
 */
async function failed(error: CallError, batch: readonly Waiting[]): Promise<boolean> {
  if (error.isAbsence) {
    sync.reachable = error.status !== 0;
    sync.trouble = troubleIn(error);
    tries += 1;
    timer = setTimeout(flush, Math.max(error.retryAfterMs ?? 0, retryDelayMs(tries, Math.random())));
    return false;
  }
  Object.assign(sync, { reachable: true, trouble: null });
  if (error.status === 401) {
    sync.sessionExpired = true;
    return false;
  }
  if (error.body.code === 'otherPerson') {
    otherPersonHere();
    return false;
  }
  if (error.status === 404) {
    elsewhere.add(batch[0]!.runId);
    return true;
  }
  const index = Number(/^events\[(\d+)\]/.exec(error.body.field ?? '')?.[1] ?? NaN);
  const named = batch[index];
  if (!named && batch.length > 1 && (error.status === 413 || error.status === 400)) {
    batchSize = Math.ceil(batch.length / 2); // which one it is shows when they go in smaller lots
    return true;
  }
  const refused = named ? [named] : batch;
  await setAside(
    refused.map((entry) => entry.event.id),
    error.body.message,
  );
  return true;
}

function troubleIn({ body: { code } }: CallError): ServerTrouble | null {
  return code === 'databaseDown' || code === 'diskFull' ? code : null;
}

/** Asks the server how it is, when a line to it broke: it may be there and its database away. */
export async function askHealth(): Promise<void> {
  try {
    await call('GET', '/api/health');
    Object.assign(sync, { reachable: true, trouble: null });
  } catch (error) {
    if (error instanceof CallError) Object.assign(sync, { reachable: error.status !== 0, trouble: troubleIn(error) });
  }
}
