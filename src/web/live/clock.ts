import { reactive } from 'vue';
import { call } from './api.ts';

/**
 * How far the server's clock is ahead of this device's, measured over a few round trips: the quickest one is the best,
 * and half its length is how unsure it leaves us (Cristian 1989).
 */
export const clockOffset = reactive({ offsetMs: 0, spreadMs: 0, measured: false });

const TRIES = 4;

export async function measureClock(): Promise<void> {
  let best: { offsetMs: number; spreadMs: number } | undefined;
  for (let i = 0; i < TRIES; i++) {
    const sentMs = Date.now();
    const started = performance.now();
    const { nowMs } = await call<{ nowMs: number }>('GET', '/api/clock');
    const spreadMs = (performance.now() - started) / 2;
    if (!best || spreadMs < best.spreadMs)
      best = { offsetMs: Math.round(nowMs - (sentMs + spreadMs)), spreadMs: Math.round(spreadMs) };
  }
  if (best) Object.assign(clockOffset, best, { measured: true });
}

/** Now by the server's clock. */
export function correctedNowMs(): number {
  return Date.now() + clockOffset.offsetMs;
}
