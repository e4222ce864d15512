import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_IDS, halfwayMorning } from '#demo';
import type { StoredEvent } from '#core/run';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT } from '../src/server/config.ts';
import { migrate, ownerSource } from '../src/server/database.ts';
import { settled, signIn } from '../e2e/app.ts';
import { buildWeb } from './lib/build.ts';
import { insertRun, seedDemo } from './lib/demo.ts';
import { temporaryCluster } from './lib/lanes.ts';
import { ROOT, WEB_ROOT } from './lib/paths.ts';

// One current picture of each main view, from the demo data, into docs/screenshots.
const folder = join(ROOT, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const cluster = await temporaryCluster();
const databaseUrl = cluster.url('bluebell');
await migrate(databaseUrl);
await seedDemo(databaseUrl, false);
await buildWeb();
const app = await serve({
  host: '127.0.0.1',
  port: 0,
  databaseUrl,
  webRoot: WEB_ROOT,
  logLevel: 'warn',
  rateLimit: DEFAULT_RATE_LIMIT,
  secureCookies: false,
});
const address = app.server.address();
const baseURL = `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`;
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});

try {
  const page = await (await browser.newContext({ baseURL, viewport: { width: 1280, height: 800 } })).newPage();
  const shot = async (name: string, of: Page = page) => {
    await of.waitForTimeout(400);
    await of.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`  ${name}.png`);
  };
  await signIn(page);
  await shot('runs');
  for (const part of ['brief', 'portion'] as const) {
    await page.goto(`/runs/${DEMO_IDS.runs.upcoming}/${part}`);
    await settled(page);
    await shot(part);
  }
  await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
  await settled(page);
  await shot('review');

  // rehearsals that stand still on each stage
  const count = (events: readonly StoredEvent[], kind: string) => events.filter((event) => event.kind === kind).length;
  const halves = {
    batter: halfwayMorning(1, Date.now(), (events) => count(events, 'line-weighed') === 4),
    rest: halfwayMorning(2, Date.now(), (events) => count(events, 'burner-turned') === 1),
    heat: halfwayMorning(3, Date.now(), (events) => count(events, 'reading-taken') === 4),
    // the griddle full, its first panful turned
    cook: halfwayMorning(4, Date.now(), (events) => {
      const griddle = new Set(
        events.flatMap((event) => (/^[ABC]/.test(String(event.payload['placeId'])) ? [event.payload['pieceId']] : [])),
      );
      const on =
        griddle.size -
        events.filter((event) => event.kind === 'lifted' && griddle.has(event.payload['pieceId'])).length;
      const turned = events.filter((event) => event.kind === 'flipped' && griddle.has(event.payload['pieceId'])).length;
      return on >= 16 && turned >= 2;
    }),
  };
  const owner = await ownerSource(databaseUrl).initialize();
  for (const run of Object.values(halves)) await insertRun(owner.manager, run, true);
  await owner.destroy();
  for (const [part, run] of Object.entries(halves)) {
    await page.goto(`/runs/${run.id}/${part}`);
    await settled(page);
    if (part !== 'cook') await shot(part);
  }
  await shot('cook');
  await page.emulateMedia({ colorScheme: 'dark' });
  await shot('cook-dark');
  await page.emulateMedia({ colorScheme: 'light' });
  await page.setViewportSize({ width: 820, height: 1180 });
  await shot('cook-tablet');
  await page.setViewportSize({ width: 390, height: 844 });
  await shot('cook-phone');
} finally {
  await browser.close();
  await app.close();
  await cluster.remove();
}
