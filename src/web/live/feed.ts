import type { AcceptedEvents } from '#contract';

/**
 * Follows a run's live feed from `after` on. The browser reconnects by itself and asks for what came after the last id it
 * saw. Returns how to stop.
 */
export function followRun(
  runId: string,
  after: number,
  heard: (events: AcceptedEvents['events']) => void,
  online: (up: boolean) => void,
): () => void {
  const source = new EventSource(`/api/runs/${runId}/feed?after=${after}`);
  source.onmessage = (message) => heard(JSON.parse(message.data as string) as AcceptedEvents['events']);
  source.onopen = () => online(true);
  source.onerror = () => online(false);
  return () => source.close();
}
