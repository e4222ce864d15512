import type { StoredEvent } from './events.ts';

export interface Undone {
  /** Ids of the events that are taken back. */
  readonly undone: ReadonlySet<string>;
  /** The undos that stand, oldest first. */
  readonly undos: readonly StoredEvent[];
}

/**
 * What is taken back in a log: the stored part, then the part that waits. An undo counts unless it is itself undone
 * later, so the log is read backwards: by the time an undo is met, every event that could undo it has been seen. Undoing
 * the same event twice changes nothing.
 */
export function undoneIn(stored: readonly StoredEvent[], pending: readonly StoredEvent[]): Undone {
  const undone = new Set<string>();
  const undos: StoredEvent[] = [];
  for (const part of [pending, stored]) {
    for (let i = part.length - 1; i >= 0; i--) {
      const event = part[i]!;
      if (event.kind !== 'undone' || undone.has(event.id)) continue;
      undos.unshift(event);
      for (const id of undoneBy(event)) undone.add(id);
    }
  }
  return { undone, undos };
}

/** Ids that an undo names; whatever else its payload may hold is passed over. */
export function undoneBy(undo: StoredEvent): readonly string[] {
  const ids = undo.payload['eventIds'];
  return Array.isArray(ids) ? ids.filter((id): id is string => typeof id === 'string') : [];
}
