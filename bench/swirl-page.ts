import { chromium, type Page } from '@playwright/test';
import { signIn } from '../e2e/app.ts';
import { CHROMIUM } from '../scripts/lib/chromium.ts';
import { startDemoServer } from '../scripts/lib/demo-server.ts';

/** How the swirl's trainer runs on the real page, each list in ms and in order of length. */
export interface TrainerFigures {
  readonly cells: number;
  /** Between two pictures of the screen that show another film. */
  readonly frameMs: readonly number[];
  /** From the page's question to the worker's answer: four substeps, and the way there and back. */
  readonly workerMs: readonly number[];
  /** Stretches in which the page could do nothing else, of 50 ms and more. */
  readonly blockedMs: readonly number[];
}

const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 780 },
];
/** A pour runs so long at the least: the first half second warms the code. */
const WARM_FRAMES = 30;
const LEVELS = [/^Usual/, /^Thick batter/];

/** Pours of the computed hand on a desk's page and on a phone's. */
export async function trainerFigures(): Promise<TrainerFigures[]> {
  const server = await startDemoServer(0);
  const browser = await chromium.launch(CHROMIUM);
  try {
    const figures: TrainerFigures[] = [];
    for (const viewport of SIZES) {
      const context = await browser.newContext({ baseURL: server.url, viewport });
      const page = await context.newPage();
      await page.addInitScript('globalThis.__name = (named) => named;'); // what loads this file names its functions by it
      await page.addInitScript(watchWorker);
      await signIn(page);
      figures.push(await measured(page));
      await context.close();
    }
    return figures;
  } finally {
    await browser.close();
    await server.stop();
  }
}

interface Seen {
  readonly worker: number[];
  readonly frames: number[];
  readonly blocked: number[];
}
const seenOn = (page: Page): Promise<Seen> => page.evaluate(() => (window as unknown as { seen: Seen }).seen);

async function measured(page: Page): Promise<TrainerFigures> {
  await page.goto('/practice/swirl');
  const lists: Seen = { worker: [], frames: [], blocked: [] };
  for (const level of LEVELS) {
    await page.getByRole('radio', { name: level }).click();
    await page.getByTestId('swirl-start').click();
    await page.getByTestId('swirl-result').waitFor({ timeout: 60_000 });
    await page.evaluate(() => Object.assign(window, { seen: { worker: [], frames: [], blocked: [] } }));
    await page.getByTestId('best').click();
    await page.getByRole('radio', { name: level }).waitFor({ timeout: 60_000 });
    await page.waitForTimeout(8000);
    const seen = await seenOn(page);
    lists.worker.push(...seen.worker.slice(WARM_FRAMES));
    lists.frames.push(...seen.frames.slice(WARM_FRAMES));
    lists.blocked.push(...seen.blocked);
  }
  const cells = await page.getByTestId('pan').evaluate((canvas) => (canvas as HTMLCanvasElement).width);
  const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b);
  return {
    cells,
    frameMs: sorted(lists.frames),
    workerMs: sorted(lists.worker),
    blockedMs: sorted(lists.blocked),
  };
}

/** In the page, before its scripts: times what the trainer's worker is asked, and what blocks the page. */
function watchWorker(): void {
  const seen: { worker: number[]; frames: number[]; blocked: number[] } = { worker: [], frames: [], blocked: [] };
  Object.assign(window, { seen });
  const now = () => (window as unknown as { seen: typeof seen }).seen;
  new PerformanceObserver((list) => {
    for (const { duration } of list.getEntries()) now().blocked.push(duration);
  }).observe({ type: 'longtask' });
  const Native = window.Worker;
  window.Worker = class extends Native {
    constructor(url: string | URL, options?: WorkerOptions) {
      super(url, options);
      if (options?.name !== 'swirl') return;
      const asked = new Map<string, number>();
      const post = this.postMessage.bind(this);
      this.postMessage = (message: { id?: string; path?: string[] }, ...rest: [never]) => {
        if (message.path?.[0] === 'advance') asked.set(message.id!, performance.now());
        post(message, ...rest);
      };
      let fresh = false;
      let shownMs = 0;
      const shown = (atMs: number) => {
        if (fresh) {
          if (shownMs > 0 && atMs - shownMs < 1000) now().frames.push(atMs - shownMs); // longer: between two pours
          shownMs = atMs;
        }
        fresh = false;
        requestAnimationFrame(shown);
      };
      requestAnimationFrame(shown);
      this.addEventListener('message', ({ data }: MessageEvent<{ id?: string }>) => {
        const from = asked.get(data.id ?? '');
        if (from === undefined) return;
        now().worker.push(performance.now() - from);
        fresh = true;
      });
    }
  };
}
