import * as v from 'valibot';
import { CURRENT_VERSION, type RunEvent, type StoredEvent } from './events.ts';
import { payloadSchemas, type EventKind } from './payloads.ts';

/** Lifts a payload of version `v` to `v + 1`, by kind. Empty while every kind is at its first version. */
const UPCASTERS: Readonly<Partial<Record<EventKind, Record<number, (payload: unknown) => unknown>>>> = Object.freeze(
  {},
);

export type Upcast =
  | { readonly ok: true; readonly event: RunEvent }
  | { readonly ok: false; readonly reason: 'unknownKind' | 'newerVersion' | 'badPayload' };

/**
 * A stored event in today's shape, or why it cannot be read: a kind or version from a newer client is kept in the log
 * and passed over.
 */
export function upcast(stored: StoredEvent): Upcast {
  if (!Object.hasOwn(payloadSchemas, stored.kind)) return { ok: false, reason: 'unknownKind' };
  if (stored.v > CURRENT_VERSION) return { ok: false, reason: 'newerVersion' };
  const kind = stored.kind as EventKind;
  let payload: unknown = stored.payload;
  for (let version = stored.v; version < CURRENT_VERSION; version++) {
    payload = UPCASTERS[kind]?.[version]?.(payload) ?? payload;
  }
  const parsed = v.safeParse(payloadSchemas[kind], payload);
  if (!parsed.success) return { ok: false, reason: 'badPayload' };
  return { ok: true, event: { ...stored, kind, payload: parsed.output } as RunEvent };
}
