import { describe, expect, it } from '@jest/globals';
import { retryDelayMs } from '../../src/web/sync/back-off.ts';

describe('the wait before the next try', () => {
  it('doubles to half a minute, keeps at least half of itself, and differs by chance', () => {
    const longest = [1, 2, 3, 4, 5, 6, 50].map((tries) => retryDelayMs(tries, 0.999999));
    expect(longest).toEqual([1000, 2000, 4000, 8000, 16_000, 30_000, 30_000]);
    const shortest = [1, 2, 3, 6].map((tries) => retryDelayMs(tries, 0));
    expect(shortest).toEqual([500, 1000, 2000, 15_000]);
    expect(retryDelayMs(3, 0.5)).toBe(3000);
  });
});
