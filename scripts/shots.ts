import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_IDS } from '#demo';
import { serve } from '../src/server/app.ts';
import { DEFAULT_RATE_LIMIT } from '../src/server/config.ts';
import { migrate } from '../src/server/database.ts';
import { newRun, settled, signIn, stage } from '../e2e/app.ts';
import { buildWeb } from './lib/build.ts';
import { seedDemo } from './lib/demo.ts';
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

  // a rehearsal carried to the middle of its cooking
  await newRun(page, 'Boat-day breakfast', { cakes: 54, crepes: 4 }, true);
  const skip = async () => {
    await page.getByRole('button', { name: 'To the next task' }).click();
    await settled(page);
  };
  await stage(page, 'Batter');
  await skip();
  for (let line = 0; line < 5; line++) {
    await page.getByRole('button', { name: 'In the bowl' }).click();
    await settled(page);
  }
  await shot('batter');
  for (const batter of ['Griddle cakes', 'Skerry crepes']) {
    await page.getByRole('button', { name: batter, exact: true }).click();
    while (await page.getByRole('button', { name: 'In the bowl' }).isVisible()) {
      await page.getByRole('button', { name: 'In the bowl' }).click();
      await settled(page);
    }
    await page.getByRole('button', { name: /^Mixed/ }).click();
    await settled(page);
  }
  await page.waitForURL('**/rest');
  for (let i = 0; i < 3; i++) await skip();
  await shot('rest');
  for (let i = 0; i < 2; i++)
    await page
      .getByRole('button', { name: /to the plate/i })
      .first()
      .click();
  await stage(page, 'Heat');
  await settled(page);
  for (let i = 0; i < 5; i++)
    await page
      .getByRole('button', { name: /^Lit at/ })
      .first()
      .click();
  await settled(page);
  await page.getByRole('button', { name: '20×' }).click();
  for (let i = 0; i < 5; i++)
    await page
      .getByRole('button', { name: /^Turned to/ })
      .first()
      .click({ timeout: 40_000 });
  await page.getByRole('button', { name: 'Stand still' }).click();
  await settled(page);
  for (const zone of ['A', 'B', 'C', 'P', 'Q']) {
    await page.locator(`[data-zone="${zone}"]`).getByRole('button', { name: 'Read the simulated probe' }).click();
    await settled(page);
  }
  await page.evaluate('window.scrollTo(0, 0)');
  await shot('heat');
  await stage(page, 'Cook');
  await settled(page);
  // a panful on each zone, the first one turned
  for (let step = 0; step < 200; step++) {
    const pieces = await page.locator('[data-place][data-verb="flip"], [data-place][data-verb="lift"]').count();
    const turned = await page.locator('[data-place][data-verb="lift"]').count();
    if (pieces >= 16 && turned >= 1 && (await page.getByTestId('next-hand').innerText()).includes('Flip')) break;
    const time = await page.getByTestId('next-time').innerText();
    if (time === 'now' || time === 'late') await page.keyboard.press(' ');
    else await skip();
    await settled(page);
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
