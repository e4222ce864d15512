import type { AcceptedEvents } from '#contract';
import { retryDelayMs } from './back-off.ts';

/** A closed feed is opened anew after a wait that grows up to this: who cooks wants to hear the others soon. */
const LONGEST_MS = 5000;
/** The server gives a sign of life every 15 s: after this long without one the line is dead, whatever the browser says. */
const SILENCE_MS = 40_000;
const LOOK_EVERY_MS = 5000;

/**
 * Follows a run's live feed and catches up by `seq` whenever it is opened. A feed that was closed, or that went silent
 * because the device slept or the network changed under it, is opened anew. Returns how to stop.
 */
export function followRun(
  runId: string,
  lastSeq: () => number,
  heard: (events: AcceptedEvents['events']) => void,
  changed: (up: boolean) => void,
): () => void {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let heardAtMs = Date.now();
  let tries = 0;
  const sign = () => (heardAtMs = Date.now());

  const open = () => {
    clearTimeout(timer);
    source?.close();
    sign();
    source = new EventSource(`/api/runs/${runId}/feed?after=${lastSeq()}`);
    source.onmessage = (message) => {
      sign();
      heard(JSON.parse(message.data as string) as AcceptedEvents['events']);
    };
    source.addEventListener('here', sign);
    source.onopen = () => {
      sign();
      tries = 0;
      changed(true);
    };
    source.onerror = () => {
      changed(false);
      // the browser would reconnect after the last id it saw, which may lie past an event that is missing
      source?.close();
      clearTimeout(timer);
      tries += 1;
      timer = setTimeout(open, Math.min(LONGEST_MS, retryDelayMs(tries, Math.random())));
    };
  };
  const look = () => {
    if (Date.now() - heardAtMs > SILENCE_MS) open();
  };
  const wake = () => document.visibilityState === 'visible' && look();

  open();
  const watch = setInterval(look, LOOK_EVERY_MS);
  document.addEventListener('visibilitychange', wake);
  window.addEventListener('online', open);
  return () => {
    clearTimeout(timer);
    clearInterval(watch);
    document.removeEventListener('visibilitychange', wake);
    window.removeEventListener('online', open);
    source?.close();
  };
}
