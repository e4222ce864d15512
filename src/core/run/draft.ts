import type { RunEvent } from './events.ts';
import type { EventKind, Payload } from './payloads.ts';
import type { Pins } from './pins.ts';
import type { Batter, Lot, LotTap } from './lot-state.ts';
import type { LaidPlace, Piece, RefusalReason, RehearsalClock, RunState, Tap, Task, ZoneState } from './state.ts';

/** The state while it is built; handed out read-only. */
export interface Draft {
  readonly run: RunFacts;
  brief: RunState['brief'];
  plan: RunState['plan'];
  batters: Map<string, Batter>;
  lots: Map<string, Lot>;
  lastLotTap: Map<string, LotTap>;
  climate: { roomC: number | null; fridgeC: number | null };
  tasks: Map<string, Task>;
  tasksDone: Map<string, number[]>;
  zones: Map<string, ZoneState>;
  portionMl: Map<string, number>;
  mouldMm: Map<string, number>;
  places: Map<string, readonly LaidPlace[]>;
  /** Where each piece was poured, also one whose pour was taken back or did not count. */
  pouredAt: Map<string, string>;
  cautionsRead: Set<string>;
  pieces: Map<string, Piece>;
  aims: Map<string, string>;
  secondSideS: Map<string, number>;
  onPlate: Map<string, string>;
  learned: RunState['learned'];
  notes: RunState['notes'][number][];
  taps: Map<string, Tap>;
  clock: RehearsalClock | null;
  finishedAtMs: number | null;
}

export type Reducer<K extends EventKind> = (
  draft: Draft,
  payload: Payload<K>,
  atMs: number,
  event: RunEvent<K>,
) => RefusalReason | void;

/** What of a run never changes while its log is folded. A class, so that nothing takes it for a part of the state. */
export class RunFacts {
  readonly pins: Pins;
  readonly rehearsal: boolean;

  constructor({ pins, rehearsal }: { readonly pins: Pins; readonly rehearsal: boolean }) {
    this.pins = pins;
    this.rehearsal = rehearsal;
  }
}

export function emptyDraft(run: RunFacts): Draft {
  return {
    run,
    brief: null,
    plan: null,
    batters: new Map(),
    lots: new Map(),
    lastLotTap: new Map(),
    climate: { roomC: null, fridgeC: null },
    tasks: new Map(),
    tasksDone: new Map(),
    zones: new Map(),
    portionMl: new Map(),
    mouldMm: new Map(),
    places: new Map(),
    pouredAt: new Map(),
    cautionsRead: new Set(),
    pieces: new Map(),
    aims: new Map(),
    secondSideS: new Map(),
    onPlate: new Map(),
    learned: null,
    notes: [],
    taps: new Map(),
    clock: null,
    finishedAtMs: null,
  };
}
