import { useEventListener } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import { unrecordedWindows, type RunPlan } from '#core/desk';
import type { ScaledBatter } from '#core/formula';
import {
  CURRENT_VERSION,
  fold,
  runNowMs,
  type EventKind,
  type Payload,
  type RunState,
  type StoredEvent,
} from '#core/run';
import type { AcceptedEvents, Run, RunWithEvents } from '#contract';
import type { CallError } from '../live/api.ts';
import { call } from '../live/api.ts';
import { clockOffset, correctedNowMs, measureClock } from '../live/clock.ts';
import { deviceId, newId } from '../live/device.ts';
import { followRun } from '../live/feed.ts';
import { delivered, keepWaiting, setAside, waitingOf } from '../live/outbox.ts';
import { desk } from '../workers/desk.ts';
import type { Outlook } from '../workers/desk.worker.ts';

/** An event before it has its envelope. */
export type NewEvent = {
  [K in EventKind]: {
    readonly kind: K;
    readonly payload: Payload<K>;
    /** How long before the tap it happened: the first of a row tapped when the row was done. */
    readonly agoMs?: number;
  };
}[EventKind];

const TICK_MS = 250;
const OUTLOOK_EVERY_MS = 4000;
const RETRY_MS = [1000, 2000, 5000];

/** The run in hand: its log, the state folded from it, and what the desk makes of that. */
export const useRun = defineStore('run', () => {
  const run = shallowRef<Run | null>(null);
  const acknowledged = shallowRef<StoredEvent[]>([]);
  const pending = shallowRef<StoredEvent[]>([]);
  const setAsideCount = ref(0);
  const online = ref(true);
  const nowMs = ref(Date.now());
  const outlook = shallowRef<Outlook | null>(null);
  const plan = shallowRef<RunPlan | null>(null);
  const planError = ref<string | null>(null);
  const lots = shallowRef<Record<string, ScaledBatter>>({});
  /** Events folded into the newest outlook: equal to the state's count when the screen is up to date. */
  const outlookCount = ref(-1);

  const state = shallowRef<RunState | null>(null);
  const settled = computed(() => state.value !== null && outlookCount.value === state.value.eventCount);

  // the network is back: no need to wait for the next try
  useEventListener(window, 'online', () => void flush());

  let stopFeed: (() => void) | undefined;
  let ticker: ReturnType<typeof setInterval> | undefined;
  let flushing = false;
  let retries = 0;
  let retryTimer: ReturnType<typeof setTimeout> | undefined;
  /** Set by a tap of this device: its advice is recorded once by the device that caused it. */
  let recordAdvice = false;

  async function open(runId: string): Promise<void> {
    if (run.value?.id === runId) return;
    close();
    void measureClock().catch(() => undefined);
    const loaded = await call<RunWithEvents>('GET', `/api/runs/${runId}`);
    const waiting = await waitingOf(runId);
    run.value = loaded.run;
    acknowledged.value = loaded.events as StoredEvent[];
    pending.value = waiting.filter((entry) => !entry.refusal).map((entry) => entry.event);
    setAsideCount.value = waiting.filter((entry) => entry.refusal).length;
    tick();
    refold();
    ticker = setInterval(tick, TICK_MS);
    stopFeed = followRun(
      runId,
      () => state.value?.lastSeq ?? 0,
      hear,
      (up) => {
        online.value = up;
        if (up) void flush();
      },
    );
    void flush();
  }

  function close(): void {
    stopFeed?.();
    clearInterval(ticker);
    clearTimeout(retryTimer);
    run.value = null;
    state.value = null;
    outlook.value = null;
    plan.value = null;
    planError.value = null;
    lots.value = {};
    outlookCount.value = -1;
    plannedFor = '';
  }

  function tick(): void {
    nowMs.value = runNowMs(correctedNowMs(), state.value?.clock ?? null);
    const since = nowMs.value - (outlook.value?.forecast.atMs ?? 0);
    if (Math.abs(since) > OUTLOOK_EVERY_MS) requestOutlook();
  }

  function refold(): void {
    if (!run.value) return;
    state.value = fold(run.value, acknowledged.value, pending.value);
    nowMs.value = runNowMs(correctedNowMs(), state.value.clock);
    requestOutlook();
    requestPlan();
  }

  // one question to the worker at a time; a newer state asks again when it answers
  let asking = false;
  let askAgain = false;
  function requestOutlook(): void {
    askAgain = true;
    if (!asking) void answerOutlook();
  }
  async function answerOutlook(): Promise<void> {
    asking = true;
    while (askAgain && run.value && state.value) {
      askAgain = false;
      const asked = state.value;
      const current = run.value;
      const seed = current.rehearsal ? current.seed : null;
      const result = await desk()
        .outlook(current.pins, asked, nowMs.value, seed)
        .catch((error: unknown) => (console.error(error), null)); // the last outlook stands; the next tick asks again
      if (!result) break;
      if (run.value?.id !== current.id) continue;
      outlook.value = result;
      outlookCount.value = asked.eventCount;
      if (recordAdvice && asked === state.value) {
        recordAdvice = false;
        const facts = unrecordedWindows(asked, result.forecast);
        if (facts.length)
          await tap(
            facts.map((payload) => ({ kind: 'window-shown', payload })),
            false,
          );
      }
    }
    asking = false;
  }

  // the plan depends on the brief, the portions and the pins only
  let plannedFor = '';
  async function requestPlan(): Promise<void> {
    const current = run.value;
    const asked = state.value;
    if (!current || !asked?.brief) return;
    const key = JSON.stringify([current.id, asked.brief, [...asked.portionMl]]);
    if (key === plannedFor) return;
    plannedFor = key;
    const [result, amounts] = await Promise.all([
      desk().plan(current.pins, asked, nowMs.value),
      desk().lots(current.pins, asked),
    ]);
    if (run.value?.id !== current.id) return;
    plan.value = 'error' in result ? null : result;
    planError.value = 'error' in result ? result.error : null;
    lots.value = amounts;
    if ('error' in result || !caused(['brief-set', 'portion-set'])) return;
    const { startMs, firstPourMs, lastLiftMs, spareS } = result;
    const adopted = state.value?.plan;
    const same =
      adopted?.startMs === startMs && adopted.firstPourMs === firstPourMs && adopted.lastLiftMs === lastLiftMs;
    if (same) return;
    const { modelVersion } = current.pins;
    await tap([{ kind: 'plan-adopted', payload: { startMs, firstPourMs, lastLiftMs, spareS, modelVersion } }], false);
  }

  /** Whether the newest event of these kinds came from this device: it alone records the advice that followed. */
  function caused(kinds: readonly EventKind[]): boolean {
    const log = [...acknowledged.value, ...pending.value];
    return log.findLast((event) => kinds.includes(event.kind as EventKind))?.deviceId === deviceId();
  }

  /** Puts events into the log as one tap: shown at once, kept on the device, sent when it can be. */
  async function tap(events: readonly NewEvent[], isTap = true): Promise<void> {
    if (!run.value) return;
    const made = envelopes(events, run.value.rehearsal ? nowMs.value : null);
    pending.value = [...pending.value, ...made];
    if (isTap) recordAdvice = true;
    refold();
    await keepWaiting(run.value.id, made).catch(() => undefined);
    void flush();
  }

  async function flush(): Promise<void> {
    if (flushing || !run.value || pending.value.length === 0) return;
    flushing = true;
    clearTimeout(retryTimer);
    const { id } = run.value;
    const batch = pending.value.slice(0, 100);
    try {
      const { events } = await call<AcceptedEvents>('POST', `/api/runs/${id}/events`, { events: batch });
      retries = 0;
      online.value = true;
      if (run.value?.id === id) hear(events);
    } catch (error) {
      await failed(error as CallError, batch);
    }
    flushing = false;
    if (pending.value.length > 0 && retries === 0) void flush();
  }

  /** A refused event is set aside and the rest go on; anything else is tried again, ever more slowly. */
  async function failed(error: CallError, batch: readonly StoredEvent[]): Promise<void> {
    const index = Number(/^events\[(\d+)\]/.exec(error.body?.field ?? '')?.[1] ?? NaN);
    const refused = error.status === 400 ? batch[index] : undefined;
    if (refused) {
      await setAside(refused.id, error.body.message);
      pending.value = pending.value.filter((event) => event.id !== refused.id);
      setAsideCount.value += 1;
      retries = 0;
      refold();
      return;
    }
    online.value = error.status !== 0;
    const wait = RETRY_MS[Math.min(retries, RETRY_MS.length - 1)]!;
    retries += 1;
    retryTimer = setTimeout(() => void flush(), wait);
  }

  /** Takes in what the server stored, from the feed or as the answer to a post: in any order, any number of times. */
  function hear(events: AcceptedEvents['events']): void {
    const known = new Set(acknowledged.value.map((event) => event.id));
    const fresh = events.filter((event) => !known.has(event.id)) as StoredEvent[];
    const ids = new Set(events.map((event) => event.id));
    if (fresh.length) acknowledged.value = [...acknowledged.value, ...fresh].sort((a, b) => a.seq! - b.seq!);
    const still = pending.value.filter((event) => !ids.has(event.id));
    if (still.length !== pending.value.length) {
      pending.value = still;
      void delivered([...ids]).catch(() => undefined);
    }
    if (fresh.length) refold();
  }

  return {
    run,
    state,
    outlook,
    outlookCount,
    settled,
    plan,
    planError,
    lots,
    nowMs,
    online,
    pending,
    setAsideCount,
    open,
    close,
    tap,
  };
});

/** Envelopes for the events of one tap. */
export function envelopes(events: readonly NewEvent[], simAtMs: number | null): StoredEvent[] {
  const tapId = newId();
  const deviceAtMs = Date.now();
  return events.map((event) => ({
    id: newId(),
    kind: event.kind,
    v: CURRENT_VERSION,
    deviceId: deviceId(),
    deviceAtMs: deviceAtMs - (event.agoMs ?? 0),
    offsetMs: clockOffset.offsetMs,
    offsetSpreadMs: clockOffset.spreadMs,
    ...(simAtMs === null ? {} : { simAtMs: Math.round(simAtMs - (event.agoMs ?? 0)) }),
    tapId,
    payload: event.payload as Record<string, unknown>,
  }));
}
