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

/** A tab on the runs and one that cooks, with a new version waiting for both. */
async function arrived(page: Page): Promise<{ cooking: Page; here: () => number; there: () => number }> {
  await page.goto(`${house.url}/sign-in`);
  await page.getByLabel('Your name').fill(DEMO_PEOPLE[0].name);
  await page.getByLabel('Passphrase').fill(DEMO_PEOPLE[0].passphrase);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.reload();
  const cooking = await page.context().newPage();
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
  return { cooking, here, there };
}

const taken = (page: Page) =>
  expect
    .poll(() => page.evaluate(async () => (await navigator.serviceWorker.ready).waiting), { timeout: 20_000 })
    .toBeNull();

test('18.8 a new version is taken up when one goes from page to page, and never under a tab that cooks', async ({
  page,
}) => {
  const { cooking, here, there } = await arrived(page);
  await page.getByRole('link', { name: 'Formulas' }).click();
  await page.getByRole('link', { name: 'Stations' }).click();
  await expect(page.getByRole('heading', { name: 'Stations' })).toBeVisible();
  await page.waitForTimeout(3000); // longer than a page takes to ask
  expect(await page.evaluate(async () => (await navigator.serviceWorker.ready).waiting?.state)).toBe('installed');
  expect([here(), there()]).toEqual([0, 0]);

  await cooking.getByRole('link', { name: 'Bluebell, all runs' }).click(); // its cook is done with it
  await taken(cooking);
  await cooking.getByRole('link', { name: 'Formulas' }).click();
  await expect.poll(there).toBe(1);
  await expect(cooking.getByRole('heading', { name: 'Formulas' })).toBeVisible();
  await cooking.getByRole('link', { name: 'Stations' }).click();
  await expect(cooking.getByRole('heading', { name: 'Stations' })).toBeVisible();
  expect(there()).toBe(1); // it is of the new version now
});

test('18.8 what is typed on a page stays when a new version is taken up, until its cook goes on', async ({ page }) => {
  const { cooking, here } = await arrived(page);
  await page.goto(`${house.url}/formulas/paste`);
  const before = here();
  const recipe = page.getByRole('textbox').first();
  await recipe.fill('2 cups flour');
  await cooking.getByRole('link', { name: 'Bluebell, all runs' }).click();
  await taken(cooking);
  await expect.poll(() => page.evaluate(async () => (await navigator.serviceWorker.ready).waiting)).toBeNull();
  await expect(recipe).toHaveValue('2 cups flour');
  expect(here()).toBe(before);
  await page.getByRole('link', { name: 'Stations' }).click();
  await expect.poll(here).toBe(before + 1);
  await expect(page.getByRole('heading', { name: 'Stations' })).toBeVisible();
});
