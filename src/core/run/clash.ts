import { makerOf, runTimeMs, type EventKind, type StoredEvent } from './events.ts';
import type { Clash, Refusal } from './state.ts';
import { undoneBy } from './undo.ts';

/** What a hand does at the stove: only here do two hands get into each other's way. */
const HAND_KINDS = new Set<string>(['poured', 'flipped', 'lifted', 'failed', 'cue-seen', 'lot-thinned']);

/**
 * Where hands got into each other's way, oldest first: taps that could not count because another came first, and taps
 * that another device took back. The same on every device, since it follows from the order of the log alone.
 * @param events the log in the order of the fold
 * @param undos the undos that stand
 * @param refused what the fold could not apply
 */
export function clashesOf(
  events: readonly StoredEvent[],
  undos: readonly StoredEvent[],
  refused: readonly Refusal[],
): Clash[] {
  if (refused.length === 0 && undos.length === 0) return [];
  const byId = new Map(events.map((event) => [event.id, event]));
  const places = placesOfPieces(events);
  const found: Clash[] = [];
  for (const { eventId, kind, reason } of refused) {
    const event = byId.get(eventId)!;
    if (HAND_KINDS.has(kind)) found.push({ ...toldOf(event, places), what: 'refused', reason, atMs: runTimeMs(event) });
  }
  for (const undo of undos) {
    for (const id of undoneBy(undo)) {
      const event = byId.get(id);
      if (!event || event.deviceId === undo.deviceId || !HAND_KINDS.has(event.kind)) continue;
      found.push({
        ...toldOf(event, places),
        what: 'takenBack',
        reason: null,
        byDeviceId: undo.deviceId,
        byPersonId: makerOf(undo),
        atMs: runTimeMs(undo),
      });
    }
  }
  return found.sort((a, b) => a.atMs - b.atMs);
}

function toldOf(event: StoredEvent, places: ReadonlyMap<string, string>) {
  const { placeId, pieceId } = event.payload as { placeId?: string; pieceId?: string };
  return {
    eventId: event.id,
    kind: event.kind as EventKind,
    placeId: placeId ?? places.get(pieceId ?? '') ?? null,
    deviceId: event.deviceId,
    byDeviceId: null,
    personId: makerOf(event),
    byPersonId: null,
  };
}

/** Where each piece was poured, also one whose pour was taken back or did not count. */
function placesOfPieces(events: readonly StoredEvent[]): Map<string, string> {
  const places = new Map<string, string>();
  for (const { kind, payload } of events) {
    const { pieceId, placeId } = payload as { pieceId?: unknown; placeId?: unknown };
    if (kind === 'poured' && typeof pieceId === 'string' && typeof placeId === 'string') places.set(pieceId, placeId);
  }
  return places;
}
