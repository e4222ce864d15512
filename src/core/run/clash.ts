import { makerOf, runTimeMs, type StoredEvent } from './events.ts';
import { type EventKind } from './payloads.ts';
import type { Clash, Refusal } from './state.ts';
import { undoneBy } from './undo.ts';

/** What a hand does at the stove: only here do two hands get into each other's way. */
const HAND_KINDS = new Set<string>(['poured', 'flipped', 'lifted', 'failed', 'cue-seen', 'lot-thinned']);

/** An event that the fold could not apply, and why. */
export interface RefusedEvent {
  readonly event: StoredEvent;
  readonly refusal: Refusal;
}

/** An event that was taken back, and the undo that took it. */
export interface TakenBack {
  readonly event: StoredEvent;
  readonly undo: StoredEvent;
}

/** What was taken back by the undos that stand: only what is in the log can be. */
export function takenBackBy(undos: readonly StoredEvent[], events: readonly StoredEvent[]): TakenBack[] {
  if (undos.length === 0) return [];
  const byId = new Map(events.map((event) => [event.id, event]));
  return undos.flatMap((undo) =>
    undoneBy(undo).flatMap((id) => {
      const event = byId.get(id);
      return event ? [{ event, undo }] : [];
    }),
  );
}

/**
 * Where hands got into each other's way, oldest first: taps that could not count because another came first, and taps
 * that another device took back. The same on every device, since it follows from the order of the log alone.
 * @param pouredAt where each piece was poured
 */
export function clashesOf(
  refused: readonly RefusedEvent[],
  takenBack: readonly TakenBack[],
  pouredAt: ReadonlyMap<string, string>,
): Clash[] {
  const found: Clash[] = [];
  for (const { event, refusal } of refused) {
    if (!HAND_KINDS.has(refusal.kind)) continue;
    found.push({ ...toldOf(event, pouredAt), what: 'refused', reason: refusal.reason, atMs: runTimeMs(event) });
  }
  for (const { event, undo } of takenBack) {
    if (event.deviceId === undo.deviceId || !HAND_KINDS.has(event.kind)) continue;
    found.push({
      ...toldOf(event, pouredAt),
      what: 'takenBack',
      reason: null,
      byDeviceId: undo.deviceId,
      byPersonId: makerOf(undo),
      atMs: runTimeMs(undo),
    });
  }
  return found.sort((a, b) => a.atMs - b.atMs);
}

function toldOf(event: StoredEvent, pouredAt: ReadonlyMap<string, string>) {
  const { placeId, pieceId } = event.payload as { placeId?: string; pieceId?: string };
  return {
    eventId: event.id,
    kind: event.kind as EventKind,
    placeId: placeId ?? pouredAt.get(pieceId ?? '') ?? null,
    deviceId: event.deviceId,
    byDeviceId: null,
    personId: makerOf(event),
    byPersonId: null,
  };
}
