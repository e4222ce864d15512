import { Immer, enableMapSet } from 'immer';
import { notePlace, take } from './apply.ts';
import { clashesOf, takenBackBy, type RefusedEvent, type TakenBack } from './clash.ts';
import { RunFacts, emptyDraft, type Draft } from './draft.ts';
import type { StoredEvent } from './events.ts';
import type { Pins } from './pins.ts';
import type { RunState } from './state.ts';
import { undoneIn } from './undo.ts';
import { upcast, type Upcast } from './upcast.ts';

enableMapSet();

/** A log as far as it is folded. Never changes: what goes on from it shares what stays the same. */
interface Folded {
  readonly draft: Draft;
  readonly refused: readonly RefusedEvent[];
  /** Ids that undos of the log name, and what they took back. */
  readonly undone: ReadonlySet<string>;
  readonly takenBack: readonly TakenBack[];
  readonly count: number;
  /** Up to here no `seq` is missing: from here a device catches up. */
  readonly lastSeq: number;
  /** The newest `seq` that is in. */
  readonly newestSeq: number;
}

/**
 * The fold of one run's log, going on from where it stood: an event more costs that event. Anew is folded only what
 * cannot be gone on from: an undo, an event that belongs before one that is in, and what waits when others were first.
 */
export class Folding {
  private readonly run: RunFacts;
  private readonly immer = new Immer({ autoFreeze: false });
  /** Events never change: each is read once. */
  private readonly read = new WeakMap<StoredEvent, Upcast>();
  private log: readonly StoredEvent[] = [];
  private stored = new Set<string>();
  private base: Folded;
  /** With what waits on this device, and what that was. */
  private top: { readonly base: Folded; readonly pending: readonly StoredEvent[]; readonly folded: Folded };

  constructor(run: { readonly pins: Pins; readonly rehearsal: boolean }) {
    this.run = new RunFacts(run);
    this.base = nothing(this.run);
    this.top = { base: this.base, pending: [], folded: this.base };
  }

  /** The state by a log in the server's order and what waits on this device. */
  at(acknowledged: readonly StoredEvent[], pending: readonly StoredEvent[] = []): RunState {
    this.followLog(acknowledged);
    const waiting = this.notStored(pending);
    this.followPending(waiting);
    return stateOf(this.top.folded, this.base, waiting.length);
  }

  private followLog(acknowledged: readonly StoredEvent[]): void {
    if (acknowledged === this.log) return;
    const fresh = startsWith(acknowledged, this.log) ? acknowledged.slice(this.log.length) : null;
    const next = fresh && this.log.length > 0 ? this.goOn(this.base, fresh) : null;
    this.base = next ?? this.anew(acknowledged, []);
    if (fresh) for (const { id } of fresh) this.stored.add(id);
    else this.stored = new Set(acknowledged.map(({ id }) => id));
    this.log = acknowledged;
  }

  private followPending(pending: readonly StoredEvent[]): void {
    const { top, base } = this;
    const more = top.base === base && startsWith(pending, top.pending) ? pending.slice(top.pending.length) : null;
    const folded = (more && this.goOn(top.folded, more)) ?? this.goOn(base, pending) ?? this.anew(this.log, pending);
    this.top = { base, pending, folded };
  }

  /** What waits and was not stored meanwhile, each once. */
  private notStored(pending: readonly StoredEvent[]): readonly StoredEvent[] {
    if (pending.length === 0) return pending;
    const byId = new Map(pending.map((event) => [event.id, event]));
    return [...byId.values()].filter(({ id }) => !this.stored.has(id));
  }

  /** The same with events more at its end; nothing when they change what is in already. */
  private goOn(from: Folded, events: readonly StoredEvent[]): Folded | null {
    if (events.length === 0) return from;
    let { lastSeq, newestSeq, count } = from;
    const fresh: StoredEvent[] = [];
    for (const event of events) {
      if (event.kind === 'undone' || from.undone.has(event.id)) return null;
      if (event.seq !== undefined) {
        if (event.seq === newestSeq) continue; // delivered twice
        if (event.seq < newestSeq) return null;
        newestSeq = event.seq;
        if (newestSeq === lastSeq + 1) lastSeq = newestSeq;
      }
      count += 1;
      fresh.push(event);
    }
    const refused = [...from.refused];
    const draft = this.immer.produce(from.draft, (open: Draft) => this.takeAll(open, fresh, refused));
    return { ...from, draft, refused, lastSeq, newestSeq, count };
  }

  private anew(acknowledged: readonly StoredEvent[], pending: readonly StoredEvent[]): Folded {
    const { undone, undos } = undoneIn(inOrder(acknowledged), pending);
    const folded = { ...nothing(this.run), undone };
    const refused: RefusedEvent[] = [];
    let { lastSeq, newestSeq, count } = folded;
    const all: StoredEvent[] = [];
    for (const event of inOrder(acknowledged)) {
      if (event.seq !== undefined && event.seq === newestSeq) continue; // delivered twice
      newestSeq = event.seq ?? newestSeq;
      if (newestSeq === lastSeq + 1) lastSeq = newestSeq;
      count += 1;
      all.push(event);
    }
    all.push(...pending);
    const { draft } = folded;
    for (const event of all) notePlace(draft, event);
    this.takeAll(
      draft,
      all.filter(({ id }) => !undone.has(id)),
      refused,
    );
    return {
      ...folded,
      refused,
      takenBack: takenBackBy(undos, all),
      lastSeq,
      newestSeq,
      count: count + pending.length,
    };
  }

  private takeAll(draft: Draft, events: readonly StoredEvent[], refused: RefusedEvent[]): void {
    for (const event of events) {
      const reason = take(draft, event, this.readOnce(event));
      if (reason) refused.push({ event, refusal: { eventId: event.id, kind: event.kind, reason } });
    }
  }

  private readOnce(event: StoredEvent): Upcast {
    let read = this.read.get(event);
    if (!read) this.read.set(event, (read = upcast(event)));
    return read;
  }
}

function nothing(run: RunFacts): Folded {
  const draft = emptyDraft(run);
  return { draft, refused: [], undone: new Set(), takenBack: [], count: 0, lastSeq: 0, newestSeq: 0 };
}

function startsWith(list: readonly unknown[], start: readonly unknown[]): boolean {
  if (list.length < start.length) return false;
  for (let i = 0; i < start.length; i++) if (list[i] !== start[i]) return false;
  return true;
}

/** In the order of `seq`; a log that is in order already, as it mostly is, is not copied. */
function inOrder(events: readonly StoredEvent[]): readonly StoredEvent[] {
  for (let i = 1; i < events.length; i++) {
    if ((events[i - 1]!.seq ?? 0) > (events[i]!.seq ?? 0))
      return [...events].sort((a, b) => (a.seq ?? 0) - (b.seq ?? 0));
  }
  return events;
}

/** @param base the part of it that is acknowledged */
function stateOf({ draft, refused, takenBack, count }: Folded, base: Folded, waiting: number): RunState {
  const { run: _run, pouredAt, tasks, taps, ...kept } = draft;
  return {
    ...kept,
    tasks: [...tasks.values()],
    taps: [...taps.values()],
    refused: refused.map(({ refusal }) => refusal),
    clashes: clashesOf(refused, takenBack, pouredAt),
    lastSeq: base.lastSeq,
    eventCount: count,
    waiting,
  };
}
