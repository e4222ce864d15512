import { appendFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { startDemoServer, type DemoServer } from '../scripts/lib/demo-server.ts';
import { WEB_ROOT } from '../scripts/lib/paths.ts';
import { DEMO_IDS, DEMO_PEOPLE } from '../src/demo/people.ts';
import { settled } from './app.ts';

// A house whose application is changed while it serves.
const webRoot = mkdtempSync(join(tmpdir(), 'bluebell-version-'));
let house: DemoServer;
test.beforeAll(async () => {
  cpSync(WEB_ROOT, webRoot, { recursive: true });
  house = await startDemoServer(0, undefined, webRoot);
});
test.afterAll(async () => {
  await house.stop();
  rmSync(webRoot, { recursive: true, force: true });
});

const loads = (page: Page) => {
  let count = 0;
  page.on('load', () => (count += 1));
  return () => count;
};

// holds when it is run alone, and fails after other tests since pages were made lighter: to be found before the next release
test.fixme('18.8 a new version is taken up when one goes from page to page, and never under a tab that cooks', async ({
  page,
  context,
}) => {
  await page.goto(`${house.url}/sign-in`);
  await page.getByLabel('Your name').fill(DEMO_PEOPLE[0].name);
  await page.getByLabel('Passphrase').fill(DEMO_PEOPLE[0].passphrase);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.reload();
  const cooking = await context.newPage();
  await cooking.goto(`${house.url}/runs/${DEMO_IDS.runs.upcoming}/cook`);
  await settled(cooking);
  const [here, there] = [loads(page), loads(cooking)];

  appendFileSync(join(webRoot, 'sw.js'), '\n// another version\n');
  await page.evaluate(async () => {
    const registration = await navigator.serviceWorker.ready;
    await registration.update();
  });
  await expect
    .poll(() => page.evaluate(async () => (await navigator.serviceWorker.ready).waiting?.state))
    .toBe('installed');
  await page.getByRole('link', { name: 'Formulas' }).click();
  await page.getByRole('link', { name: 'Stations' }).click();
  await expect(page.getByRole('heading', { name: 'Stations' })).toBeVisible();
  await page.waitForTimeout(1000);
  expect([here(), there()]).toEqual([0, 0]);

  await cooking.getByRole('link', { name: 'Bluebell, all runs' }).click(); // its cook is done with it
  // a tab that heard of it late takes it up as it goes on
  await expect(async () => {
    if (there() === 0) await cooking.getByRole('link', { name: 'Formulas' }).click();
    await expect.poll(there, { timeout: 3000 }).toBeGreaterThan(0);
  }).toPass({ timeout: 30_000 });
  await expect(cooking.getByRole('heading', { name: /Runs|Formulas/ }).first()).toBeVisible();
  expect(await page.evaluate(async () => (await navigator.serviceWorker.ready).waiting)).toBeNull();
});
