import { CURRENT_VERSION, type EventKind, type Payload, type StoredEvent } from '#core/run';
import { clockOffset } from './clock.ts';
import { deviceId, newId } from './device.ts';

/** An event before it has its envelope. */
export type NewEvent = {
  [K in EventKind]: {
    readonly kind: K;
    readonly payload: Payload<K>;
    /** How long before the tap it happened: the first of a row tapped when the row was done. */
    readonly agoMs?: number;
  };
}[EventKind];

/** Envelopes for the events of one tap. `simAtMs` is the run's own time in a rehearsal. */
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
