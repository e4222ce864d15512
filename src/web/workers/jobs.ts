import PQueue from 'p-queue';

/** A job whose asker no longer waits for it. */
export class JobCancelled extends Error {
  override readonly name = 'JobCancelled';
}

/** Lets what has come in meanwhile be heard. */
const heard = () =>
  new Promise<void>((resolve) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      resolve();
    };
    port2.postMessage(null);
  });

/**
 * One job at a time, the most urgent first. Between two jobs, and between the parts of a long one, what has come in is
 * heard: a more urgent job goes first, and a job that was cancelled ends.
 */
export class Jobs {
  private readonly queue = new PQueue({ concurrency: 1 });
  private readonly stops = new Map<string, AbortController>();

  /** @param name by which it can be cancelled; a job of the same name that waits or runs is cancelled by it */
  async add<T>(name: string, priority: number, work: (breathe: () => Promise<void>) => T | Promise<T>): Promise<T> {
    this.cancel(name);
    const stop = new AbortController();
    this.stops.set(name, stop);
    let endTurn = () => {};
    const turn = async () => {
      endTurn();
      endTurn = await this.turn(priority);
      await heard();
      if (stop.signal.aborted) throw new JobCancelled(name);
    };
    try {
      await turn();
      return await work(turn);
    } finally {
      endTurn();
      if (this.stops.get(name) === stop) this.stops.delete(name);
    }
  }

  /** Waits for a turn. @returns what ends it */
  private turn(priority: number): Promise<() => void> {
    return new Promise((begun) => {
      void this.queue.add(() => new Promise<void>((end) => begun(end)), { priority });
    });
  }

  cancel(name: string): void {
    this.stops.get(name)?.abort();
    this.stops.delete(name);
  }
}
