import type { AcceptedEvents } from '#contract';

type Events = AcceptedEvents['events'];

/** One who follows a run: how far it was told, and how to tell it more. */
export interface Follower {
  sent: number;
  /** Writes a piece of the stream; false when the follower cannot keep up and was let go. */
  readonly write: (chunk: string) => boolean;
  readonly close: () => void;
}

/** Events as a piece of a Server-Sent Events stream. */
export function chunkOf(events: Events): string {
  return `id: ${events.at(-1)!.seq}\ndata: ${JSON.stringify(events)}\n\n`;
}

/**
 * The end of one run's log in this process. However many follow the run, what grew is read once and written out once for
 * all of them; a page of it at a time.
 */
export class RunTail {
  private readonly followers = new Set<Follower>();
  private readonly readAfter: (seq: number) => Promise<Events>;
  private readonly failed: (error: unknown) => void;
  private busy = false;
  private again = false;

  constructor(readAfter: (seq: number) => Promise<Events>, failed: (error: unknown) => void) {
    this.readAfter = readAfter;
    this.failed = failed;
  }

  get isEmpty(): boolean {
    return this.followers.size === 0;
  }

  /** Takes in one that was told all up to `follower.sent`. What came since is told at once. */
  add(follower: Follower): void {
    this.followers.add(follower);
    void this.grown();
  }

  remove(follower: Follower): void {
    this.followers.delete(follower);
  }

  /** The log has grown, or may have: reads on from where it stood. One reading at a time. */
  async grown(): Promise<void> {
    this.again = true;
    if (this.busy) return;
    this.busy = true;
    while (this.again && !this.isEmpty) {
      this.again = false;
      try {
        while (await this.tellMore());
      } catch (error) {
        this.failed(error);
        for (const follower of [...this.followers]) follower.close(); // devices come again and go on by seq
      }
    }
    this.busy = false;
  }

  /** Reads on from where the last of the followers stands; whether there was anything. */
  private async tellMore(): Promise<boolean> {
    const from = Math.min(...[...this.followers].map(({ sent }) => sent));
    const events = this.isEmpty ? [] : await this.readAfter(from);
    if (events.length === 0) return false;
    const to = events.at(-1)!.seq;
    const whole = chunkOf(events);
    for (const follower of [...this.followers]) {
      // one that came meanwhile and stands further back is told in the next round
      if (follower.sent < from || follower.sent >= to) continue;
      const chunk = follower.sent === from ? whole : chunkOf(events.filter(({ seq }) => seq > follower.sent));
      if (follower.write(chunk)) follower.sent = to;
    }
    return true;
  }
}
