import type { Attention } from './rehearsal.ts';

/** Of taps of lazy hands so many come late, and by how much, s. Assumed. */
const LATE_TAP = { share: 0.2, leastS: 5, mostS: 20 };

/** What hands did and tap at once or, with lazy attention, now and then too late. */
export class LateTaps {
  private readonly attention: Attention;
  private readonly random: () => number;
  private readonly keys = new Set<string>();
  private readonly waiting: { readonly atMs: number; readonly key: string; readonly tap: (atMs: number) => void }[] =
    [];

  constructor(attention: Attention, random: () => number) {
    this.attention = attention;
    this.random = random;
  }

  /** An action is tapped: now, or some seconds from now with that time. */
  tap(key: string, nowMs: number, tap: (atMs: number) => void): void {
    if (this.attention !== 'lazy' || this.random() >= LATE_TAP.share) return tap(nowMs);
    const delayS = LATE_TAP.leastS + (LATE_TAP.mostS - LATE_TAP.leastS) * this.random();
    this.keys.add(key);
    this.waiting.push({ atMs: nowMs + 1000 * delayS, key, tap });
    this.waiting.sort((a, b) => a.atMs - b.atMs);
  }

  /** Taps that have come by now. */
  come(nowMs: number): void {
    for (let next = this.waiting[0]; next && next.atMs <= nowMs; next = this.waiting[0]) {
      this.waiting.shift();
      this.keys.delete(next.key);
      next.tap(next.atMs);
    }
  }

  /** Hands did it and have not tapped it yet. */
  has(key: string): boolean {
    return this.keys.has(key);
  }

  get none(): boolean {
    return this.waiting.length === 0;
  }
}
