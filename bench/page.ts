import { chromium, type Browser, type Page } from '@playwright/test';
import { DEMO_IDS, finishedMorning, morningUnderWay } from '#demo';
import type { StoredEvent } from '#core/run';
import { ownerSource } from '../src/server/database.ts';
import { settled, signIn } from '../e2e/app.ts';
import { CHROMIUM } from '../scripts/lib/chromium.ts';
import { startDemoServer } from '../scripts/lib/demo-server.ts';
import { insertRun } from '../scripts/lib/demo.ts';
import { firstLoad, type FirstLoad } from './first-load.ts';

/** What a cook waits for, measured on the real page with its own worker. */
export interface PageFigures {
  /** From a key to the board that knows of it, ms, in order of length. */
  readonly tapMs: readonly number[];
  /** From a finished run of a year ago being there to its board, ms. */
  readonly finishedMs: number;
  /** Memory the page holds more after it stood open, bytes. */
  readonly grownBytes: number;
  readonly cook: FirstLoad;
  readonly review: FirstLoad;
}

/** Keys of a cook in full swing: the next action, a cue seen, not yet, a mistake taken back. */
const KEYS = [' ', '3', ' ', 'n', ' ', 'u', ' ', '4'];
const TAPS = 48;
/** A cook's taps are so far apart, ms. */
const APART_MS = 1500;
/** How long a finished run stands open, ms. */
const OPEN_MS = 30_000;
const YEAR_MS = 365 * 86_400_000;

/** Two panfuls on the griddle, one of them turning, and a pan in use. */
const inFullSwing = (events: readonly StoredEvent[]) => {
  const lying = new Set<unknown>();
  for (const { kind, payload } of events) {
    if (kind === 'poured') lying.add(payload['pieceId']);
    if (kind === 'lifted') lying.delete(payload['pieceId']);
  }
  return lying.size >= 8 && events.filter(({ kind }) => kind === 'lifted').length >= 8;
};

export async function pageFigures(): Promise<PageFigures> {
  const server = await startDemoServer(0);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const old = { ...finishedMorning(Date.now() - YEAR_MS), id: DEMO_IDS.runs.finished.replace(/.$/, 'f') };
    await put(server.databaseUrl, { ...old, events: withOtherIds(old.events) });
    const page = await opened(browser, server.url);
    const finished = await finishedRun(page, old.id);
    const underWay = morningUnderWay(9, Date.now(), inFullSwing);
    await put(server.databaseUrl, underWay);
    const tapMs = await taps(page, underWay.id);
    const cook = await firstLoad(browser, server.url, `/runs/${underWay.id}/cook`);
    const review = await firstLoad(browser, server.url, `/runs/${DEMO_IDS.runs.finished}/review`);
    return { tapMs, ...finished, cook, review };
  } finally {
    await browser.close();
    await server.stop();
  }
}

async function put(databaseUrl: string, run: Parameters<typeof insertRun>[1]): Promise<void> {
  const owner = await ownerSource(databaseUrl).initialize();
  await insertRun(owner.manager, run, false);
  await owner.destroy();
}

/** Ids are one house’s: a copy of a run has its own. */
const withOtherIds = (events: readonly StoredEvent[]): StoredEvent[] =>
  events.map((event) => ({ ...event, id: event.id.replace(/^./, 'f') }));

async function opened(browser: Browser, url: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: url, viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await signIn(page);
  return page;
}

async function finishedRun(page: Page, runId: string) {
  await page.addInitScript(() => {
    const seen: Record<string, number> = {};
    Object.assign(window, { seen });
    new MutationObserver(() => {
      const frame = document.querySelector<HTMLElement>('[data-folded]');
      if (!frame) return;
      seen['folded'] ??= performance.now();
      if (Number(frame.dataset['predicted']) >= 0) seen['predicted'] ??= performance.now();
    }).observe(document, { subtree: true, childList: true, attributes: true, attributeFilter: ['data-predicted'] });
  });
  await page.goto(`/runs/${runId}/cook`);
  await settled(page, 60_000);
  const seen = await page.evaluate(() => (window as unknown as { seen: Record<string, number> }).seen);
  await page.waitForTimeout(OPEN_MS); // what is fetched and compiled once is no growth
  const before = await heapBytes(page);
  await page.waitForTimeout(OPEN_MS);
  return { finishedMs: seen['predicted']! - seen['folded']!, grownBytes: (await heapBytes(page)) - before };
}

async function heapBytes(page: Page): Promise<number> {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('HeapProfiler.collectGarbage');
  const { usedSize } = await devtools.send('Runtime.getHeapUsage');
  await devtools.detach();
  return usedSize;
}

async function taps(page: Page, runId: string): Promise<number[]> {
  await page.goto(`/runs/${runId}/cook`);
  await settled(page, 60_000);
  const spans: number[] = [];
  for (let i = 0; i < TAPS; i++) {
    const span = page.evaluate(
      () =>
        new Promise<number | null>((resolve) => {
          const frame = document.querySelector<HTMLElement>('[data-folded]')!;
          const known = Number(frame.dataset['folded']);
          let pressedMs = 0;
          addEventListener('keydown', () => (pressedMs = performance.now()), { once: true, capture: true });
          const observer = new MutationObserver(() => {
            if (Number(frame.dataset['predicted']) <= known) return;
            observer.disconnect();
            // what was rendered is on the screen after the next frame
            requestAnimationFrame(() => setTimeout(() => resolve(performance.now() - pressedMs)));
          });
          observer.observe(frame, { attributes: true });
          setTimeout(() => resolve(null), 5000); // a key that means nothing now
        }),
    );
    await page.waitForTimeout(50);
    await page.keyboard.press(KEYS[i % KEYS.length]!);
    const took = await span;
    if (took !== null) spans.push(took);
    await page.waitForTimeout(APART_MS);
  }
  return spans.sort((a, b) => a - b);
}
