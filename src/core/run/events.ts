import * as v from 'valibot';
import { Text, TimeMs, Uuid } from './bounds.ts';
import type { EventKind, Payload } from './payloads.ts';

/** The version of each kind that this code writes. Numerical. */
export const CURRENT_VERSION = 1;

/** What a device sends: who, when by its own clock, how far that clock is off, and what happened. */
export const EventEnvelopeSchema = v.object({
  /** UUID v7 made on the device; sending it again changes nothing. */
  id: Uuid,
  kind: Text(40),
  v: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(1000)),
  deviceId: Uuid,
  deviceAtMs: TimeMs,
  /** Server clock minus device clock as the device measured it, and how sure it is. */
  offsetMs: v.pipe(v.number(), v.finite(), v.minValue(-8.64e10), v.maxValue(8.64e10)),
  offsetSpreadMs: v.pipe(v.number(), v.finite(), v.minValue(0), v.maxValue(8.64e10)),
  /** The run's own clock in a rehearsal; absent in a real run. */
  simAtMs: v.optional(TimeMs),
  /** Events of one tap share it, so that undo takes the tap back whole. */
  tapId: Uuid,
  /** Who made it, when another hands it on. */
  madeBy: v.optional(Uuid),
  payload: v.pipe(
    v.unknown(),
    v.check((payload) => !Array.isArray(payload), 'A payload is an object.'), // a record would take a list for one
    v.record(v.string(), v.unknown()),
  ),
});
export type EventEnvelope = v.InferOutput<typeof EventEnvelopeSchema>;

/** An event in the log. `seq` is missing while it waits on the device. */
export type RunEvent<K extends EventKind = EventKind> = {
  [Kind in K]: Omit<EventEnvelope, 'kind' | 'payload'> & {
    readonly kind: Kind;
    readonly payload: Payload<Kind>;
    readonly seq?: number;
    readonly personId?: string | null;
  };
}[K];

/** An envelope as stored: its kind may be from a newer client. */
export type StoredEvent = EventEnvelope & { readonly seq?: number; readonly personId?: string | null };

/** Whose hand it was: of one that was handed on, not who sent it; null: not known. */
export function makerOf(event: Pick<StoredEvent, 'madeBy' | 'personId'>): string | null {
  return event.madeBy ?? event.personId ?? null;
}

/** The moment an event belongs to, in the run's own time. */
export function runTimeMs(event: Pick<EventEnvelope, 'deviceAtMs' | 'offsetMs' | 'simAtMs'>): number {
  return event.simAtMs ?? event.deviceAtMs + event.offsetMs;
}
