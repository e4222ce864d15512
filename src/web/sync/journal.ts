import type { Waiting } from './database.ts';

/**
 * A tap is written here at once and taken out when the device's store has it: the store answers a few milliseconds
 * later, and a page that is closed or reloaded in between would take the tap with it.
 */
const PREFIX = 'bluebell.tap.';

export function writeJournal(entries: readonly Waiting[]): void {
  try {
    for (const entry of entries) localStorage.setItem(PREFIX + entry.event.id, JSON.stringify(entry));
  } catch {
    // a full or forbidden store: the other one, and the page while it is open, still keep the tap
  }
}

export function forgetJournal(ids: readonly string[]): void {
  try {
    for (const id of ids) localStorage.removeItem(PREFIX + id);
  } catch {
    // nothing was written then
  }
}

/** What was written and never taken out. */
export function readJournal(): Waiting[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(PREFIX))
      .map((key) => JSON.parse(localStorage.getItem(key)!) as Waiting);
  } catch {
    return [];
  }
}
