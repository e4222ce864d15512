import type { Memo } from '#core/memo';
import type { ReplayedKitchen } from '#core/rehearsal';
import { Folding, type Pins, type StoredEvent } from '#core/run';
import { runView, type RunView } from '#core/setup';

/** What of a run never changes while it is held. */
export interface HeldFacts {
  readonly id: string;
  readonly pins: Pins;
  readonly rehearsal: boolean;
  readonly seed: number;
}

/** The run that the desk's worker holds: opened once, then followed event by event. */
export class HeldRun {
  readonly facts: HeldFacts;
  private readonly memo: Memo;
  private readonly folding: Folding;
  private log: readonly StoredEvent[];
  private waiting: readonly StoredEvent[];
  private now: RunView | undefined;
  private replayed: Promise<ReplayedKitchen> | undefined;

  constructor(facts: HeldFacts, log: readonly StoredEvent[], waiting: readonly StoredEvent[], memo: Memo) {
    this.facts = facts;
    this.memo = memo;
    this.folding = new Folding(facts);
    this.log = log;
    this.waiting = waiting;
  }

  /** What the server stored meanwhile, in its order or late, and all that waits on this device now. */
  follow(stored: readonly StoredEvent[], waiting: readonly StoredEvent[]): void {
    const known = new Set(stored.length > 0 ? this.log.map(({ seq }) => seq) : []);
    const fresh = stored.filter(({ seq }) => !known.has(seq));
    if (fresh.length > 0) this.log = [...this.log, ...fresh].sort((a, b) => a.seq! - b.seq!);
    // what waits still is the object it was, so that the fold goes on from it
    const before = new Map(this.waiting.map((event) => [event.id, event]));
    this.waiting = waiting.map((event) => before.get(event.id) ?? event);
    this.now = undefined;
  }

  /** The run as it stands, pending taps and all. */
  view(): RunView {
    this.now ??= runView(this.facts.pins, this.folding.at(this.log, this.waiting), this.memo);
    return this.now;
  }

  /** Its log, as it is folded. */
  events(): readonly StoredEvent[] {
    return [...this.log, ...this.waiting];
  }

  /** The kitchen of a rehearsal, followed as far as it was asked for. @throws RangeError for a real run */
  async kitchen(): Promise<ReplayedKitchen> {
    if (!this.facts.rehearsal) throw new RangeError('A real run has no hidden kitchen.');
    const { pins, seed } = this.facts;
    this.replayed ??= import('./rehearsal-truth.ts').then((truth) => new truth.ReplayedKitchen(pins, seed));
    try {
      return await this.replayed;
    } catch (error) {
      this.replayed = undefined; // what could not be fetched is asked for again
      throw error;
    }
  }
}
