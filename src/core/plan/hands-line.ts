/** Two moments this near are one, s. Numerical. */
export const EPSILON_S = 1e-7;

/** Busy stretches of one pair of hands, sorted; kept in plain arrays, for a search asks it a million times. */
export class HandsLine {
  private readonly starts: number[] = [];
  private readonly ends: number[] = [];

  clear(): void {
    this.starts.length = 0;
    this.ends.length = 0;
  }

  add(startS: number, endS: number): void {
    let at = this.starts.length;
    while (at > 0 && this.starts[at - 1]! > startS) at--;
    this.starts.splice(at, 0, startS);
    this.ends.splice(at, 0, endS);
  }

  /** Latest start, not after `latestS`, from which so many seconds are free. */
  latestStart(latestS: number, lengthS: number): number {
    const { starts, ends } = this;
    let start = latestS;
    for (let i = below(starts, latestS + lengthS - EPSILON_S) - 1; i >= 0; i--) {
      if (ends[i]! <= start + EPSILON_S) break;
      if (starts[i]! < start + lengthS - EPSILON_S) start = starts[i]! - lengthS;
    }
    return start;
  }
}

/** How many of a sorted list are less than a value. */
function below(sorted: readonly number[], value: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < value) low = middle + 1;
    else high = middle;
  }
  return low;
}
