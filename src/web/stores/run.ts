import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { Memo } from '#core/memo';
import { NotInRun, runView } from '#core/setup';
import { Folding, runNowMs, type EventKind, type RunState, type StoredEvent } from '#core/run';
import type { AcceptedEvents, Run, RunWithEvents } from '#contract';
import { CallError, call } from '../sync/api.ts';
import { correctedNowMs } from '../sync/clock.ts';
import { deviceId } from '../sync/device.ts';
import { envelopes, type NewEvent } from '../sync/envelope.ts';
import { followRun } from '../sync/feed.ts';
import { keepEvents, keepRun, keptRun } from '../sync/offline-store.ts';
import { keepWaiting, loadOutbox, onOutboxChanged, takeOut, waiting } from '../sync/outbox.ts';
import { askHealth, flush, onStored, sync } from '../sync/sync.ts';
import { followHeldRun, holdRun, letRunGo } from '../workers/desk.ts';
import { useOutlook, usePlan } from './desk.ts';
import { useRunFault } from './run-fault.ts';
import { useSession } from './session.ts';

const TICK_MS = 250;
const OUTLOOK_EVERY_MS = 4000;
/** How long to wait for the server when this device could go on with what it knows. */
const PATIENCE_WITH_KEPT_MS = 4000;

/** The run in hand: its log, the state folded from it, and what the desk makes of that. */
export const useRun = defineStore('run', () => {
  const run = shallowRef<Run | null>(null);
  const acknowledged = shallowRef<StoredEvent[]>([]);
  const state = shallowRef<RunState | null>(null);
  let folding: Folding | null = null;
  /** What the page has worked out of this run. */
  const memo = new Memo();
  /** The run in hand, to be read. @throws NotInRun when there is none */
  const view = computed(() => {
    if (!run.value || !state.value) throw new NotInRun('No run is open.');
    return runView(run.value.pins, state.value, memo);
  });
  const nowMs = ref(Date.now());
  /** The live feed is open: what others do arrives. */
  const live = ref(true);
  const online = computed(() => live.value && sync.reachable && sync.trouble === null);

  const ofThisRun = computed(() => waiting.value.filter((entry) => entry.runId === run.value?.id));
  const pending = computed(() =>
    ofThisRun.value.filter((entry) => entry.refusal === undefined).map((entry) => entry.event),
  );
  const setAside = computed(() => ofThisRun.value.filter((entry) => entry.refusal !== undefined));

  /** A viewer sees everything and changes nothing. */
  const session = useSession();
  const isReadOnly = computed(() => session.session?.person.role === 'viewer');

  const faults = useRunFault();
  const inHand = { run, state, nowMs, caused, stuck, record };
  const outlook = useOutlook(inHand);
  const planning = usePlan(inHand);
  const settled = computed(() => state.value !== null && outlook.outlookCount.value === state.value.eventCount);

  const stops: (() => void)[] = [];
  /** What the server stored and the worker has not been told yet. */
  const unheard: StoredEvent[] = [];
  onOutboxChanged(() => refold());
  onStored((runId, events) => {
    if (runId === run.value?.id) hear(events);
  });

  /** Opens a run from the server, or without it from what this device kept. @throws CallError */
  async function open(runId: string): Promise<void> {
    if (run.value?.id === runId) return;
    close();
    const loaded = await load(runId);
    await loadOutbox();
    run.value = loaded.run;
    folding = new Folding(loaded.run);
    acknowledged.value = loaded.events;
    holdRun(loaded.run, loaded.events, pending.value);
    tick();
    refold();
    const ticker = setInterval(tick, TICK_MS);
    const stopFeed = followRun(
      runId,
      () => state.value?.lastSeq ?? 0,
      (events) => {
        if (run.value?.id === runId) hear(events);
      },
      (up) => {
        live.value = up;
        if (up) sync.trouble = null;
        if (up) flush();
        else void askHealth();
      },
    );
    stops.push(() => clearInterval(ticker), stopFeed);
    flush();
  }

  async function load(runId: string): Promise<RunWithEvents> {
    const kept = await keptRun(runId);
    try {
      const patience = kept ? PATIENCE_WITH_KEPT_MS : undefined;
      const loaded = await call<RunWithEvents>('GET', `/api/runs/${runId}`, undefined, patience);
      void keepRun(loaded.run, loaded.events);
      return loaded;
    } catch (error) {
      if (!kept || !(error instanceof CallError)) throw error;
      if (error.status === 401) sync.sessionExpired = true;
      else if (!error.isAbsence) throw error;
      live.value = false;
      return kept;
    }
  }

  function close(): void {
    for (const stop of stops.splice(0)) stop();
    letRunGo();
    folding = null;
    unheard.length = 0;
    run.value = null;
    state.value = null;
    live.value = true;
    outlook.clear();
    faults.clear();
    planning.clear();
  }

  function tick(): void {
    nowMs.value = runNowMs(correctedNowMs(), state.value?.clock ?? null);
    // a finished run stands as it was: what is predicted of it does not age
    if (outlook.outlook.value && (state.value?.finishedAtMs ?? null) !== null) return;
    const since = nowMs.value - (outlook.outlook.value?.forecast.atMs ?? 0);
    if (Math.abs(since) > OUTLOOK_EVERY_MS) {
      outlook.ask();
      void planning.ask();
    }
  }

  /** @param asks whether what is predicted may be another by it */
  function refold(asks = true): void {
    if (!run.value || !folding) return;
    state.value = folding.at(acknowledged.value, pending.value);
    followHeldRun(unheard.splice(0), pending.value);
    nowMs.value = runNowMs(correctedNowMs(), state.value.clock);
    if (!asks) return outlook.confirmed();
    outlook.ask();
    void planning.ask();
  }

  function stuck(said: string | null): void {
    if (said === null) faults.clear();
    else void faults.find(run.value!, state.value!, nowMs.value, said);
  }

  function caused(kinds: readonly EventKind[]): boolean {
    const log = [...acknowledged.value, ...pending.value];
    return log.findLast((event) => kinds.includes(event.kind as EventKind))?.deviceId === deviceId();
  }

  /** What a hand did: recorded, and what the desk then advises is recorded too. */
  async function tap(events: readonly NewEvent[]): Promise<void> {
    outlook.tapped();
    await record(events);
  }

  /**
   * Puts events into the log as one tap: shown at once, kept on the device, sent when it can be.
   * @param asks whether what is predicted may be another by them
   */
  async function record(events: readonly NewEvent[], asks = true): Promise<void> {
    if (!run.value || isReadOnly.value) return;
    const kept = keepWaiting(run.value.id, envelopes(events, run.value.rehearsal ? nowMs.value : null));
    refold(asks);
    await kept;
    flush();
  }

  /** Takes in what the server stored, from the feed or as the answer to a post: in any order, any number of times. */
  function hear(events: AcceptedEvents['events']): void {
    const known = new Set(acknowledged.value.map((event) => event.id));
    const fresh = events.filter((event) => !known.has(event.id));
    if (fresh.length === 0) return;
    const asks = !isConfirmation(
      fresh,
      pending.value.filter(({ id }) => !known.has(id)),
      acknowledged.value,
    );
    acknowledged.value = [...acknowledged.value, ...fresh].sort((a, b) => a.seq! - b.seq!);
    unheard.push(...fresh);
    const runId = run.value!.id;
    void keepEvents(runId, fresh).then(() => takeOut(fresh.map((event) => event.id)));
    refold(asks);
  }

  return {
    run,
    acknowledged,
    state,
    view,
    outlook: outlook.outlook,
    outlookCount: outlook.outlookCount,
    settled,
    fault: faults.fault,
    plan: planning.plan,
    planError: planning.planError,
    lots: planning.lots,
    nowMs,
    online,
    pending,
    setAside,
    isReadOnly,
    open,
    close,
    tap,
    record,
  };
});

/** Whether the server says no more than that what waited on this device is stored, next and in the same order. */
function isConfirmation(
  fresh: readonly StoredEvent[],
  waited: readonly StoredEvent[],
  acknowledged: readonly StoredEvent[],
): boolean {
  const lastSeq = acknowledged.at(-1)?.seq ?? 0;
  return fresh.every(({ id, seq }, i) => id === waited[i]?.id && seq === lastSeq + 1 + i);
}
