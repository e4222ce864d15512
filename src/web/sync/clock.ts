import { reactive } from 'vue';
import { call } from './api.ts';

const KEY = 'bluebell.clock';
const TRIES = 4;
/** Measured anew after this long: two clocks drift apart by a second a day or so. */
const STALE_MS = 10 * 60_000;
/** The wall clock moved this much against the steady one: it was set, or the device slept. */
const JUMP_MS = 2000;
/** How unsure an offset is that was never measured: a day, so that nobody takes it for a measurement. */
const UNKNOWN_MS = 86_400_000;
/** A quartz clock loses or gains up to about 100 parts in a million (common practice, no source). */
const DRIFT = 1e-4;

interface Offset {
  readonly offsetMs: number;
  readonly spreadMs: number;
  readonly atMs: number;
}

/**
 * How far the server's clock is ahead of this device's, measured over a few round trips: the quickest one is the best,
 * and half its length is how unsure it leaves us (Cristian 1989). The last measurement is kept for a start without the
 * server, and grows less sure with its age.
 */
export const clockOffset = reactive({ ...remembered(), measured: false });

async function measureClock(): Promise<void> {
  let best: Offset | undefined;
  for (let i = 0; i < TRIES; i++) {
    const sentMs = Date.now();
    const started = performance.now();
    const { nowMs } = await call<{ nowMs: number }>('GET', '/api/clock');
    const spreadMs = (performance.now() - started) / 2;
    if (!best || spreadMs < best.spreadMs)
      best = { offsetMs: Math.round(nowMs - (sentMs + spreadMs)), spreadMs: Math.ceil(spreadMs), atMs: Date.now() };
  }
  Object.assign(clockOffset, best, { measured: true });
  try {
    localStorage.setItem(KEY, JSON.stringify(best));
  } catch {
    // without the store the next start measures again
  }
}

/** Now by the server's clock. */
export function correctedNowMs(): number {
  return Date.now() + clockOffset.offsetMs;
}

/** Measures when the page opens, when the clock jumps or the device wakes, and now and then. Returns how to stop. */
export function keepClock(everyMs: number): () => void {
  let wallMs = Date.now();
  let steadyMs = performance.now();
  let askedMs = 0;
  const look = () => {
    const jumped = Math.abs(Date.now() - wallMs - (performance.now() - steadyMs)) > JUMP_MS;
    const slept = performance.now() - steadyMs > everyMs + JUMP_MS;
    wallMs = Date.now();
    steadyMs = performance.now();
    const stale = steadyMs - askedMs > (clockOffset.measured ? STALE_MS : 5000);
    if (!jumped && !slept && askedMs > 0 && !stale) return;
    askedMs = steadyMs;
    void measureClock().catch(() => undefined);
  };
  look();
  const timer = setInterval(look, everyMs);
  return () => clearInterval(timer);
}

function remembered(): Offset {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? 'null') as Offset | null;
    if (kept) {
      const aged = Math.round(Math.abs(Date.now() - kept.atMs) * DRIFT);
      return { ...kept, spreadMs: Math.min(UNKNOWN_MS, kept.spreadMs + aged) };
    }
  } catch {
    // nothing to remember
  }
  return { offsetMs: 0, spreadMs: UNKNOWN_MS, atMs: 0 };
}
