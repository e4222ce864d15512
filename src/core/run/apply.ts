import type { Reducer, Draft } from './draft.ts';
import { runTimeMs, type RunEvent, type StoredEvent } from './events.ts';
import { type EventKind, type Payload } from './payloads.ts';
import { lotReducers, rememberLotTap } from './fold-lots.ts';
import { pieceReducers } from './fold-pieces.ts';
import { plateReducers } from './fold-plate.ts';
import { pinnedFormula, pinnedStation } from './pins.ts';
import type { RefusalReason } from './state.ts';
import type { Upcast } from './upcast.ts';

/** What each kind of event does to the state, or why it cannot. */
const reducers: { readonly [K in EventKind]: Reducer<K> } = {
  'brief-set': (draft, payload) => {
    for (const item of payload.items) {
      if (!pinnedFormula(draft.run.pins, item.formulaId)) return 'unknownFormula';
      if (item.stationIds.some((id) => !pinnedStation(draft.run.pins, id))) return 'unknownStation';
    }
    draft.brief = payload;
  },
  'plan-adopted': (draft, payload, atMs) => {
    draft.plan = { ...payload, atMs };
  },
  'run-learned': (draft, payload) => {
    // a rehearsal's kitchen is made up: it teaches nothing
    if (draft.run.rehearsal) return 'rehearsal';
    draft.learned = payload;
  },
  // collected before the fold
  undone: () => undefined,
  'note-kept': (draft, payload, atMs, event) => {
    draft.notes.push({ ...payload, atMs, eventId: event.id });
  },
  'clock-set': (draft, { simAtMs, speed }, _atMs, event) => {
    if (!draft.run.rehearsal) return 'notRehearsal';
    draft.clock = { setAtMs: event.deviceAtMs + event.offsetMs, simAtMs, speed };
  },
  'run-finished': (draft, _payload, atMs) => {
    draft.finishedAtMs ??= atMs;
  },
  ...lotReducers,
  ...plateReducers,
  ...pieceReducers,
};

/** Kinds that the large Undo takes back. */
const HAND_KINDS = new Set<EventKind>([
  ...(['poured', 'flipped', 'lifted', 'failed'] as const),
  ...([
    'cue-seen',
    'turn-judged',
    'centre-judged',
    'film-judged',
    'film-dabbed',
    'fault-seen',
    'aim-set',
    'second-side-set',
  ] as const),
]);

/** Remembers where a piece was poured, whether its pour counts or not. */
export function notePlace(draft: Draft, { kind, payload }: StoredEvent): void {
  const { pieceId, placeId } = payload as { pieceId?: unknown; placeId?: unknown };
  if (kind === 'poured' && typeof pieceId === 'string' && typeof placeId === 'string')
    draft.pouredAt.set(pieceId, placeId);
}

/** Takes an event into the state as it is built. Returns why it cannot be; then nothing has changed. */
export function take(draft: Draft, stored: StoredEvent, read: Upcast): RefusalReason | undefined {
  notePlace(draft, stored);
  if (!read.ok) return read.reason;
  const reason = applyOne(draft, read.event);
  if (reason) return reason;
  if (isOfHands(read.event)) rememberTap(draft, read.event);
  else rememberLotTap(draft, read.event);
  return undefined;
}

function applyOne<K extends EventKind>(draft: Draft, event: RunEvent<K>): RefusalReason | void {
  const apply = reducers[event.kind] as Reducer<K>;
  return apply(draft, event.payload as Payload<K>, runTimeMs(event), event);
}

/** What the board can take back: what hands did, and the colour they judged as they did it. */
function isOfHands(event: RunEvent): boolean {
  return HAND_KINDS.has(event.kind) || (event.kind === 'reading-taken' && event.payload.method === 'piece');
}

function rememberTap(draft: Draft, event: RunEvent): void {
  const { tapId, deviceId, kind } = event;
  const atMs = runTimeMs(event);
  const tap = draft.taps.get(tapId) ?? { tapId, deviceId, eventIds: [], kind, atMs, placeIds: [] };
  tap.kind = kind;
  tap.atMs = atMs;
  const pieceId = 'pieceId' in event.payload ? event.payload.pieceId : undefined;
  const placeId = pieceId && draft.pieces.get(pieceId)?.placeId;
  tap.eventIds.push(event.id);
  if (placeId && tap.placeIds.at(-1) !== placeId) tap.placeIds.push(placeId);
  draft.taps.set(tapId, tap);
}
