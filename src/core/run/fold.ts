import { runTimeMs, type EventKind, type Payload, type RunEvent, type StoredEvent } from './events.ts';
import { clashesOf } from './clash.ts';
import { pinnedFormula, pinnedStation, type Pins } from './pins.ts';
import {
  lotInUse,
  lotKey,
  placeKey,
  zoneKey,
  type Batter,
  type Lot,
  type Piece,
  type Refusal,
  type RefusalReason,
  type RehearsalClock,
  type RunState,
  type Tap,
  type Task,
  type ZoneState,
} from './state.ts';
import { undoneIn } from './undo.ts';
import { upcast } from './upcast.ts';

/** The state while it is built; handed out read-only. */
interface Draft {
  readonly pins: Pins;
  readonly rehearsal: boolean;
  brief: RunState['brief'];
  plan: RunState['plan'];
  batters: Map<string, Batter>;
  lots: Map<string, Lot>;
  tasks: Map<string, Task>;
  tasksDone: Map<string, number[]>;
  zones: Map<string, ZoneState>;
  portionMl: Map<string, number>;
  pieces: Map<string, Piece>;
  onPlate: Map<string, string>;
  notes: RunState['notes'][number][];
  taps: Map<string, Tap>;
  clock: RehearsalClock | null;
  finishedAtMs: number | null;
}

type Apply<K extends EventKind> = (
  draft: Draft,
  payload: Payload<K>,
  atMs: number,
  event: RunEvent<K>,
) => RefusalReason | void;

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
  'lot-sized': (draft, { formulaId, target, eggs }) => {
    const batter = batterOf(draft, formulaId);
    if (!batter) return 'unknownFormula';
    if (anyMixed(draft, formulaId)) return 'alreadyMixed';
    batter.sized = target && { target, eggs };
  },
  'lots-parted': (draft, { formulaId, shares }) => {
    const batter = batterOf(draft, formulaId);
    if (!batter) return 'unknownFormula';
    if (anyMixed(draft, formulaId)) return 'alreadyMixed';
    batter.shares = shares;
  },
  'stand-ins-set': (draft, { formulaId, standInIds }) => {
    const batter = batterOf(draft, formulaId);
    if (!batter) return 'unknownFormula';
    if (anyMixed(draft, formulaId)) return 'alreadyMixed';
    batter.standInIds = standInIds;
  },
  'thing-gathered': (draft, { formulaId, kind, thing, there }) => {
    const batter = batterOf(draft, formulaId);
    if (!batter) return 'unknownFormula';
    if (there) batter.gathered.add(`${kind}/${thing}`);
    else batter.gathered.delete(`${kind}/${thing}`);
  },
  'line-weighed': (draft, { formulaId, lot: number, ingredientId, massG }) => {
    const lot = lotOf(draft, formulaId, number);
    if (!lot) return 'unknownFormula';
    lot.weighed.set(ingredientId, massG);
  },
  'mixing-begun': (draft, { formulaId, lot: number }, atMs) => {
    const lot = lotOf(draft, formulaId, number);
    if (!lot) return 'unknownFormula';
    if (lot.mixedAtMs !== null) return 'alreadyMixed';
    lot.mixingAtMs = atMs;
  },
  'lot-mixed': (draft, payload, atMs) => {
    const lot = lotOf(draft, payload.formulaId, payload.lot);
    if (!lot) return 'unknownFormula';
    // logs from before a lot had a number were not held to this
    if (payload.lot !== undefined && payload.atMs > atMs + SAME_MOMENT_MS) return 'stillToCome';
    lot.mixedAtMs = payload.atMs;
    lot.volumeMl = payload.volumeMl;
    lot.batterC = payload.batterC;
  },
  'lot-thinned': (draft, { ingredientId, massG, ...of }, atMs, { id: eventId }) =>
    withMixed(draft, of, (lot) => void lot.doses.push({ atMs, ingredientId, massG, eventId })),
  'consistency-read': (draft, { reading, ...of }, atMs, { id: eventId }) =>
    withMixed(draft, of, (lot) => void lot.readings.push({ atMs, doses: lot.doses.length, reading, eventId })),
  'lot-moved': (draft, { to, ...of }, atMs) => withMixed(draft, of, (lot) => void lot.moves.push({ atMs, to })),
  'lot-folded': (draft, of, atMs) => withMixed(draft, of, (lot) => void (lot.foldedAtMs = atMs)),
  'rest-ended': (draft, of, atMs) => withMixed(draft, of, (lot) => void (lot.restEndedAtMs = atMs)),
  'lot-discarded': (draft, of, atMs) => withMixed(draft, of, (lot) => void (lot.discardedAtMs = atMs)),
  'task-set': (draft, { dropped, ...task }) => {
    if (dropped) draft.tasks.delete(task.taskId);
    else draft.tasks.set(task.taskId, task);
  },
  'task-done': (draft, { taskId }, atMs) => {
    draft.tasksDone.set(taskId, [...(draft.tasksDone.get(taskId) ?? []), atMs]);
  },
  'burner-turned': (draft, { stationId, zoneId, mark }, atMs) => {
    const zone = zoneOf(draft, stationId, zoneId);
    if (!zone) return 'unknownStation';
    zone.turns.push({ atMs, mark });
  },
  'surface-assumed': (draft, { stationId, zoneId, surfaceC, sdC }, atMs) => {
    const zone = zoneOf(draft, stationId, zoneId);
    if (!zone) return 'unknownStation';
    zone.assumed = { atMs, surfaceC, sdC };
  },
  'reading-taken': (draft, { stationId, zoneId, ...reading }, atMs) => {
    const zone = zoneOf(draft, stationId, zoneId);
    if (!zone) return 'unknownStation';
    zone.readings.push({ atMs, ...reading });
  },
  'portion-set': (draft, { formulaId, volumeMl }) => {
    if (!pinnedFormula(draft.pins, formulaId)) return 'unknownFormula';
    draft.portionMl.set(formulaId, volumeMl);
  },
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
      cues: [],
      shown: { first: null, second: null },
    });
  },
  flipped: (draft, { pieceId }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs !== null) return 'alreadyFlipped';
    piece.flippedAtMs = atMs;
    piece.fate = 'secondSide';
  },
  lifted: (draft, { pieceId }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    if (piece.flippedAtMs === null) return 'notFlipped';
    takeOff(draft, piece, 'lifted', atMs);
  },
  failed: (draft, { pieceId }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.offAtMs !== null) return 'alreadyOff';
    takeOff(draft, piece, 'failed', atMs);
  },
  'cue-seen': (draft, { pieceId, cue }, atMs) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    if (piece.flippedAtMs !== null) return 'alreadyFlipped';
    if (piece.offAtMs !== null) return 'alreadyOff';
    piece.cues.push({ cue, atMs });
  },
  'window-shown': (draft, { pieceId, side, window }) => {
    const piece = draft.pieces.get(pieceId);
    if (!piece) return 'noSuchPiece';
    piece.shown[side === 1 ? 'first' : 'second'] = window;
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

/** A moment told this little ahead of the tap is the tap's own: clocks are read to the second. */
const SAME_MOMENT_MS = 60_000;

/** Kinds that the large Undo takes back. */
const HAND_KINDS = new Set<EventKind>(['poured', 'flipped', 'lifted', 'failed', 'cue-seen']);

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
  const draft: Draft = {
    pins: run.pins,
    rehearsal: run.rehearsal,
    brief: null,
    plan: null,
    batters: new Map(),
    lots: new Map(),
    tasks: new Map(),
    tasksDone: new Map(),
    zones: new Map(),
    portionMl: new Map(),
    pieces: new Map(),
    onPlate: new Map(),
    notes: [],
    taps: new Map(),
    clock: null,
    finishedAtMs: null,
  };
  const take = (event: StoredEvent): void => {
    if (undone.has(event.id)) return;
    const read = upcast(event);
    const reason = read.ok ? applyOne(draft, read.event) : read.reason;
    if (reason) refused.push({ eventId: event.id, kind: event.kind, reason });
    else if (read.ok && HAND_KINDS.has(read.event.kind)) rememberTap(draft, read.event);
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
    tasks: [...draft.tasks.values()],
    tasksDone: draft.tasksDone,
    zones: draft.zones,
    portionMl: draft.portionMl,
    pieces: draft.pieces,
    onPlate: draft.onPlate,
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

function batterOf(draft: Draft, formulaId: string): Batter | undefined {
  if (!pinnedFormula(draft.pins, formulaId)) return undefined;
  let batter = draft.batters.get(formulaId);
  if (!batter) {
    batter = { formulaId, sized: null, shares: null, standInIds: [], gathered: new Set() };
    draft.batters.set(formulaId, batter);
  }
  return batter;
}

function lotOf(draft: Draft, formulaId: string, number = 1): Lot | undefined {
  if (!pinnedFormula(draft.pins, formulaId)) return undefined;
  const key = lotKey(formulaId, number);
  let lot = draft.lots.get(key);
  if (!lot) {
    lot = {
      formulaId,
      number,
      weighed: new Map(),
      mixingAtMs: null,
      mixedAtMs: null,
      volumeMl: null,
      batterC: null,
      moves: [],
      doses: [],
      readings: [],
      foldedAtMs: null,
      restEndedAtMs: null,
      discardedAtMs: null,
    };
    draft.lots.set(key, lot);
  }
  return lot;
}

function anyMixed(draft: Draft, formulaId: string): boolean {
  return [...draft.lots.values()].some((lot) => lot.formulaId === formulaId && lot.mixedAtMs !== null);
}

/** What is done to a batter that is mixed and still there. */
function withMixed(
  draft: Draft,
  { formulaId, lot: number }: { readonly formulaId: string; readonly lot?: number | undefined },
  change: (lot: Lot) => void,
): RefusalReason | void {
  if (!pinnedFormula(draft.pins, formulaId)) return 'unknownFormula';
  const lot = draft.lots.get(lotKey(formulaId, number));
  if (!lot || lot.mixedAtMs === null) return 'notMixed';
  if (lot.discardedAtMs !== null) return 'lotDiscarded';
  change(lot);
}

function zoneOf(draft: Draft, stationId: string, zoneId: string): ZoneState | undefined {
  const station = pinnedStation(draft.pins, stationId);
  if (!station?.body.zones.some((zone) => zone.id === zoneId)) return undefined;
  const key = zoneKey(stationId, zoneId);
  let zone = draft.zones.get(key);
  if (!zone) {
    zone = { stationId, zoneId, turns: [], readings: [], assumed: null };
    draft.zones.set(key, zone);
  }
  return zone;
}

function takeOff(draft: Draft, piece: Piece, fate: 'lifted' | 'failed', atMs: number): void {
  piece.offAtMs = atMs;
  piece.fate = fate;
  const key = placeKey(piece.stationId, piece.placeId);
  if (draft.onPlate.get(key) === piece.id) draft.onPlate.delete(key);
}

function rememberTap(draft: Draft, event: RunEvent): void {
  const { tapId, deviceId, kind } = event;
  const tap = draft.taps.get(tapId) ?? { tapId, deviceId, eventIds: [], kind, placeIds: [] };
  const pieceId = 'pieceId' in event.payload ? event.payload.pieceId : undefined;
  const placeId = pieceId && draft.pieces.get(pieceId)?.placeId;
  tap.eventIds.push(event.id);
  if (placeId) tap.placeIds.push(placeId);
  draft.taps.set(tapId, tap);
}
