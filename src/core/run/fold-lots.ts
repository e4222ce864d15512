import type { Reducer, Draft } from './draft.ts';
import type { RunEvent } from './events.ts';
import type { EventKind } from './payloads.ts';
import { pinnedFormula } from './pins.ts';
import { isMixed, lotKey, type Batter, type Lot } from './lot-state.ts';
import { type RefusalReason } from './state.ts';

type LotKind = Extract<
  EventKind,
  | 'lot-sized'
  | 'lots-parted'
  | 'stand-ins-set'
  | 'thing-gathered'
  | 'line-weighed'
  | 'mixing-begun'
  | 'lot-mixed'
  | 'lot-thinned'
  | 'consistency-read'
  | 'lot-read'
  | 'climate-read'
  | 'lot-moved'
  | 'lot-folded'
  | 'rest-ended'
  | 'lot-discarded'
  | 'task-set'
  | 'task-done'
>;

/** What is done before the plate: batters decided, lots mixed, moved, measured and brought, tasks done. */
export const lotReducers: { readonly [K in LotKind]: Reducer<K> } = {
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
    lot.asked = { brief: draft.brief, portionMl: draft.portionMl.get(payload.formulaId) };
    lot.batterC = payload.batterC;
  },
  'lot-thinned': (draft, { ingredientId, massG, ...of }, atMs, { id: eventId }) =>
    withMixed(draft, of, (lot) => void lot.doses.push({ atMs, ingredientId, massG, eventId })),
  'consistency-read': (draft, { reading, ...of }, atMs, { id: eventId }) =>
    withMixed(draft, of, (lot) => void lot.readings.push({ atMs, doses: lot.doses.length, reading, eventId })),
  'lot-read': (draft, { batterC, leftMl, risenTimes, ...of }, atMs) =>
    withMixed(draft, of, (lot) => {
      if (batterC !== undefined) lot.warmths.push({ atMs, batterC });
      if (risenTimes !== undefined) lot.risen.push({ atMs, times: risenTimes });
      if (leftMl !== undefined) lot.left.push({ atMs, volumeMl: leftMl });
    }),
  'climate-read': (draft, { roomC, fridgeC }) => {
    if (roomC !== undefined) draft.climate.roomC = roomC;
    if (fridgeC !== undefined) draft.climate.fridgeC = fridgeC;
  },
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
};

/** What a cook does to a lot by a tap, each of which can be taken back. */
const LOT_TAPS = new Set<EventKind>([
  ...(['line-weighed', 'mixing-begun', 'lot-mixed', 'lot-thinned', 'consistency-read'] as const),
  ...(['lot-read', 'lot-moved', 'lot-folded', 'rest-ended', 'lot-discarded'] as const),
]);

export function rememberLotTap(draft: Draft, { id: eventId, kind, payload }: RunEvent): void {
  if (!LOT_TAPS.has(kind)) return;
  const { formulaId, lot, ingredientId } = payload as { formulaId: string; lot?: number; ingredientId?: string };
  draft.lastLotTap.set(formulaId, { eventId, kind, lot: lot ?? 1, ingredientId: ingredientId ?? null });
}

/** A moment told this little ahead of the tap is the tap's own: clocks are read to the second. Assumed. */
const SAME_MOMENT_MS = 60_000;

function batterOf(draft: Draft, formulaId: string): Batter | undefined {
  if (!pinnedFormula(draft.run.pins, formulaId)) return undefined;
  let batter = draft.batters.get(formulaId);
  if (!batter) {
    batter = { formulaId, sized: null, shares: null, standInIds: [], gathered: new Set() };
    draft.batters.set(formulaId, batter);
  }
  return batter;
}

function lotOf(draft: Draft, formulaId: string, number = 1): Lot | undefined {
  if (!pinnedFormula(draft.run.pins, formulaId)) return undefined;
  const key = lotKey(formulaId, number);
  let lot = draft.lots.get(key);
  // in the place of one that was thrown away a new one is made
  if (!lot || lot.discardedAtMs !== null) {
    lot = {
      formulaId,
      number,
      weighed: new Map(),
      mixingAtMs: null,
      mixedAtMs: null,
      volumeMl: null,
      asked: null,
      batterC: null,
      moves: [],
      doses: [],
      readings: [],
      warmths: [],
      left: [],
      risen: [],
      foldedAtMs: null,
      restEndedAtMs: null,
      discardedAtMs: null,
    };
    draft.lots.set(key, lot);
  }
  return lot;
}

function anyMixed(draft: Draft, formulaId: string): boolean {
  return [...draft.lots.values()].some((lot) => lot.formulaId === formulaId && isMixed(lot));
}

/** What is done to a batter that is mixed and still there. */
function withMixed(
  draft: Draft,
  { formulaId, lot: number }: { readonly formulaId: string; readonly lot?: number | undefined },
  change: (lot: Lot) => void,
): RefusalReason | void {
  if (!pinnedFormula(draft.run.pins, formulaId)) return 'unknownFormula';
  const lot = draft.lots.get(lotKey(formulaId, number));
  if (!lot || lot.mixedAtMs === null) return 'notMixed';
  if (lot.discardedAtMs !== null) return 'lotDiscarded';
  change(lot);
}
