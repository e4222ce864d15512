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
}

const EPSILON = 1e-9;
