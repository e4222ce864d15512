import type { AcceptedEvents } from '#contract';

/** Before a feed that was closed for good is opened anew. */
const REOPEN_MS = 1500;

/**
 * Follows a run's live feed. The browser reconnects by itself and asks for what came after the last id it saw; a feed it
 * gave up on is opened anew after `lastSeq()`. Returns how to stop.
 */
export function followRun(
  runId: string,
  lastSeq: () => number,
  heard: (events: AcceptedEvents['events']) => void,
  online: (up: boolean) => void,
): () => void {
  let source: EventSource;
  let timer: ReturnType<typeof setTimeout> | undefined;
  const open = () => {
    source = new EventSource(`/api/runs/${runId}/feed?after=${lastSeq()}`);
    source.onmessage = (message) => heard(JSON.parse(message.data as string) as AcceptedEvents['events']);
    source.onopen = () => online(true);
    source.onerror = () => {
      online(false);
      if (source.readyState === EventSource.CLOSED) timer = setTimeout(open, REOPEN_MS);
    };
  };
  open();
  return () => {
    clearTimeout(timer);
    source.close();
  };
}
