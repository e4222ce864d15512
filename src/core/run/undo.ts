import type { StoredEvent } from './events.ts';

/**
 * Ids of the events that are taken back. An undo counts unless it is itself undone later, so the log is read backwards:
 * by the time an undo is met, every event that could undo it has been seen. Undoing the same event twice changes nothing.
 */
export function undoneIds(events: readonly StoredEvent[]): Set<string> {
  const undone = new Set<string>();
  for (let i = events.length - 1; i >= 0; i--) {
    const event = events[i]!;
    if (event.kind !== 'undone' || undone.has(event.id)) continue;
    const ids = event.payload['eventIds'];
    if (Array.isArray(ids)) for (const id of ids) if (typeof id === 'string') undone.add(id);
  }
  return undone;
}
