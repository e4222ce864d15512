import { runTimeMs, type EventKind, type Payload, type RunEvent, type StoredEvent } from './events.ts';
import { clashesOf } from './clash.ts';
import { pinnedFormula, pinnedStation, type Pins } from './pins.ts';
import { emptyDraft, type Apply, type Draft } from './draft.ts';
import { APPLY_LOTS, rememberLotTap } from './fold-lots.ts';
import { APPLY_PLATE } from './fold-plate.ts';
import { lotInUse, placeKey, type Piece, type Refusal, type RefusalReason, type RunState } from './state.ts';
import { undoneIn } from './undo.ts';
import { upcast } from './upcast.ts';

/** Pieces carry on after the end: only new pours are refused once a run is finished. */
const APPLY: { readonly [K in EventKind]: Apply<K> } = {
  'brief-set': (draft, payload) => {
    for (const item of payload.items) {
      if (!pinnedFormula(draft.pins, item.formulaId)) return 'unknownFormula';
      if (item.stationIds.some((id) => !pinnedStation(draft.pins, id))) return 'unknownStation';
    }
    draft.brief = payload;
  },
  'plan-adopted': (draft, payload, atMs) => {
    draft.plan = { ...payload, atMs };
  },
  ...APPLY_LOTS,
  ...APPLY_PLATE,
  poured: (draft, { pieceId, formulaId, stationId, placeId, volumeMl }, atMs) => {
    if (draft.finishedAtMs !== null) return 'runFinished';
    if (!pinnedFormula(draft.pins, formulaId)) return 'unknownFormula';
    const station = pinnedStation(draft.pins, stationId);
    if (!station) return 'unknownStation';
    const zoneId = placeId.slice(0, 1);
    if (!station.body.zones.some((zone) => zone.id === zoneId)) return 'unknownPlace';
    if (draft.pieces.has(pieceId)) return 'pieceExists';
    const key = placeKey(stationId, placeId);
    const there = draft.pieces.get(draft.onPlate.get(key) ?? '');
    if (there && atMs > there.pouredAtMs - SAME_POUR_MS) return 'placeTaken';
    // a device that was away tells late of a piece that lay here before: it counts, but the place is the later one's
    if (!there) draft.onPlate.set(key, pieceId);
    const from = lotInUse(draft, formulaId);
    draft.pieces.set(pieceId, {
      id: pieceId,
      number: draft.pieces.size + 1,
      formulaId,
      lot: from?.number ?? 1,
      doses: from?.doses.length ?? 0,
      stationId,
      placeId,
      zoneId,
      volumeMl,
      pouredAtMs: atMs,
      flippedAtMs: null,
      offAtMs: null,
      fate: 'firstSide',
      flipTapId: null,
      offTapId: null,
      assumed: { first: false, second: false },
      turn: null,
      centre: null,
      faults: [],
      cues: [],
      secondNotYetMs: [],
      shown: { first: null, second: null },
    });
  },
  flipped: (draft, { pieceId, assumed = false }, atMs, { tapId }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs !== null) return 'alreadyFlipped';
    piece.flippedAtMs = atMs;
    piece.fate = 'secondSide';
    piece.assumed.first = assumed;
    piece.flipTapId = tapId;
  },
  lifted: (draft, { pieceId, assumed = false }, atMs, { tapId }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs === null) return 'notFlipped';
    piece.assumed.second = assumed;
    piece.offTapId = tapId;
    takeOff(draft, piece, 'lifted', atMs);
  },
  failed: (draft, { pieceId }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    takeOff(draft, piece, 'failed', atMs);
  },
  'cue-seen': (draft, seen, atMs) => {
    const piece = draft.pieces.get(seen.pieceId);
    if (!piece) return 'noSuchPiece';
    const ofSecond = seen.cue === 'notYet' && seen.side === 2;
    if (ofSecond && piece.flippedAtMs === null) return 'notFlipped';
    if (!ofSecond && piece.flippedAtMs !== null) return 'alreadyFlipped';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (ofSecond) piece.secondNotYetMs.push(atMs);
    else piece.cues.push({ cue: seen.cue, atMs });
  },
  'turn-judged': (draft, { pieceId, turn }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.flippedAtMs === null) return 'notFlipped';
    piece.turn = turn;
  },
  'centre-judged': (draft, { pieceId, centre }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs === null) return 'stillOnPlate';
    piece.centre = centre;
  },
  'fault-seen': (draft, { pieceId, fault }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.faults.push({ fault, atMs });
  },
  'aim-set': (draft, { formulaId, pieceId }) => {
    if (!pinnedFormula(draft.pins, formulaId)) return 'unknownFormula';
    if (pieceId === null) {
      draft.aims.delete(formulaId);
      return;
    }
    const piece = draft.pieces.get(pieceId);
    if (piece?.formulaId !== formulaId) return 'noSuchPiece';
    if (piece.flippedAtMs === null) return 'notFlipped';
    draft.aims.set(formulaId, pieceId);
  },
  'second-side-set': (draft, { formulaId, seconds }) => {
    if (!pinnedFormula(draft.pins, formulaId)) return 'unknownFormula';
    if (seconds === null) draft.secondSideS.delete(formulaId);
    else draft.secondSideS.set(formulaId, seconds);
  },
  'window-shown': (draft, { pieceId, side, window }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.shown[side === 1 ? 'first' : 'second'] = window;
  },
  'run-learned': (draft, payload) => {
    // a rehearsal's kitchen is made up: it teaches nothing
    if (draft.rehearsal) return 'rehearsal';
    draft.learned = payload;
  },
  // collected before the fold
  undone: () => undefined,
  'note-kept': (draft, payload, atMs, event) => {
    draft.notes.push({ ...payload, atMs, eventId: event.id });
  },
  'clock-set': (draft, { simAtMs, speed }, _atMs, event) => {
    if (!draft.rehearsal) return 'notRehearsal';
    draft.clock = { setAtMs: event.deviceAtMs + event.offsetMs, simAtMs, speed };
  },
  'run-finished': (draft, _payload, atMs) => {
    draft.finishedAtMs ??= atMs;
  },
};

/** Two pours on one place closer than this are one pour tapped on two devices: no piece is off sooner. Assumed. */
const SAME_POUR_MS = 20_000;

/** Kinds that the large Undo takes back. */
const HAND_KINDS = new Set<EventKind>([
  ...(['poured', 'flipped', 'lifted', 'failed'] as const),
  ...(['cue-seen', 'turn-judged', 'centre-judged', 'fault-seen', 'aim-set', 'second-side-set'] as const),
]);

/**
 * The state of a run: a total fold of its log over what it pinned. `acknowledged` stand in server order; `pending` wait
 * on this device and come after. An event met twice counts once, at its first place; `seq` tells the stored ones apart. What cannot apply is left out with
 * its reason; nothing throws.
 */
export function fold(
  run: { readonly pins: Pins; readonly rehearsal: boolean },
  acknowledged: readonly StoredEvent[],
  pending: readonly StoredEvent[] = [],
): RunState {
  const stored = inOrder(acknowledged);
  const unsent = new Map(pending.map((event) => [event.id, event]));
  const { undone, undos } = undoneIn(stored, pending);
  const refused: Refusal[] = [];
  const draft = emptyDraft(run);
  const take = (event: StoredEvent): void => {
    if (undone.has(event.id)) return;
    const read = upcast(event);
    const reason = read.ok ? applyOne(draft, read.event) : read.reason;
    if (reason) refused.push({ eventId: event.id, kind: event.kind, reason });
    else if (read.ok && isOfHands(read.event)) rememberTap(draft, read.event);
    else if (read.ok) rememberLotTap(draft, read.event);
  };
  let eventCount = 0;
  let lastSeq = 0; // up to here nothing is missing: from here a device catches up
  let before: number | undefined;
  for (const event of stored) {
    if (event.seq !== undefined && event.seq === before) continue; // delivered twice
    before = event.seq;
    if (before === lastSeq + 1) lastSeq = before;
    unsent.delete(event.id);
    eventCount += 1;
    take(event);
  }
  for (const event of unsent.values()) take(event);
  const events = unsent.size > 0 ? [...stored, ...unsent.values()] : stored;
  return {
    brief: draft.brief,
    plan: draft.plan,
    batters: draft.batters,
    lots: draft.lots,
    lastLotTap: draft.lastLotTap,
    tasks: [...draft.tasks.values()],
    tasksDone: draft.tasksDone,
    zones: draft.zones,
    portionMl: draft.portionMl,
    mouldMm: draft.mouldMm,
    places: draft.places,
    cautionsRead: draft.cautionsRead,
    pieces: draft.pieces,
    aims: draft.aims,
    secondSideS: draft.secondSideS,
    onPlate: draft.onPlate,
    learned: draft.learned,
    notes: draft.notes,
    taps: [...draft.taps.values()],
    clock: draft.clock,
    finishedAtMs: draft.finishedAtMs,
    refused,
    clashes: clashesOf(events, undos, refused),
    lastSeq,
    eventCount: eventCount + unsent.size,
    waiting: unsent.size,
  };
}

/** In the order of `seq`; a log that is in order already, as it mostly is, is not copied. */
function inOrder(events: readonly StoredEvent[]): readonly StoredEvent[] {
  for (let i = 1; i < events.length; i++) {
    if ((events[i - 1]!.seq ?? 0) > (events[i]!.seq ?? 0))
      return [...events].sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0));
  }
  return events;
}

function applyOne<K extends EventKind>(draft: Draft, event: RunEvent<K>): RefusalReason | void {
  const apply = APPLY[event.kind] as Apply<K>;
  return apply(draft, event.payload as Payload<K>, runTimeMs(event), event);
}

function takeOff(draft: Draft, piece: Piece, fate: 'lifted' | 'failed', atMs: number): void {
  piece.offAtMs = atMs;
  piece.fate = fate;
  const key = placeKey(piece.stationId, piece.placeId);
  if (draft.onPlate.get(key) === piece.id) draft.onPlate.delete(key);
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
