/** Busy stretches of one pair of hands, kept sorted by start. */
export class HandsTimeline {
  readonly #busy: { start: number; end: number }[] = [];

  add(start: number, end: number): void {
    const at = this.#busy.findIndex((block) => block.start > start);
    this.#busy.splice(at === -1 ? this.#busy.length : at, 0, { start, end });
  }

  /** Latest start in [earliest, latest] at which `lengthS` of hands are free; undefined when there is none. */
  latestFree(earliest: number, latest: number, lengthS: number): number | undefined {
    let start = latest;
    for (let i = this.#busy.length - 1; i >= 0 && start >= earliest - EPSILON; i--) {
      const block = this.#busy[i]!;
      if (block.start < start + lengthS - EPSILON && block.end > start + EPSILON) start = block.start - lengthS;
    }
    return start >= earliest - EPSILON ? start : undefined;
  }

  /**
   * Busies the latest free stretches before `end` that together make `lengthS`: work that can be broken off and taken up
   * again, in pieces of `leastS` at least. Tells when the first of them begins.
   */
  takeBroken(end: number, lengthS: number, leastS: number): number {
    const taken: { start: number; end: number }[] = [];
    let [left, until] = [lengthS, end];
    for (let i = this.#busy.length - 1; left > EPSILON; i--) {
      const block = this.#busy[i];
      if (block && block.start >= until) continue;
      const free = until - (block?.end ?? -Infinity);
      if (free >= Math.min(leastS, left) - EPSILON) {
        const piece = Math.min(left, free);
        taken.push({ start: until - piece, end: until });
        left -= piece;
      }
      until = block?.start ?? until;
    }
    for (const { start, end: over } of taken) this.add(start, over);
    return taken.at(-1)?.start ?? end;
  }
}

/** Two moments this near are one, s. Numerical. */
const EPSILON = 1e-9;
