import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { newRun, settled, signIn, stage } from './app.ts';

test('the cook’s own units and light hold on every screen and every device', async ({ page, browser, baseURL }) => {
  await signIn(page, 1);
  await page.getByRole('link', { name: 'Kitchen' }).click();
  await expect(page.getByText('Wim Halloran').last()).toBeVisible();
  await page.getByRole('radio', { name: '°F' }).click();
  await page.getByRole('radio', { name: 'Before dawn' }).click();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await page.goto(`/runs/${DEMO_IDS.runs.upcoming}/heat`);
  await settled(page);
  await expect(page.getByText('360 °F, good from 342 °F to 381 °F.')).toBeVisible(); // 182, 172, 194 °C

  const second = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await signIn(second, 1);
  await expect(second.locator('html')).toHaveAttribute('data-theme', 'dark');
  await second.goto(`/runs/${DEMO_IDS.runs.upcoming}/portion`);
  await settled(second);
  await expect(second.getByText('on a plate at 360 °F')).toBeVisible();
  await second.context().close();

  // the other person keeps their own
  const other = await (await browser.newContext({ baseURL: baseURL!, colorScheme: 'light' })).newPage();
  await signIn(other, 0);
  await expect(other.locator('html')).toHaveAttribute('data-theme', 'light');
  await other.context().close();
});

test('signing out closes the door, and a page asked for is reached after signing in', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page).toHaveURL(/sign-in/);
  await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
  await expect(page).toHaveURL(/sign-in\?to=/);
  await page.getByLabel('Your name').fill('Wim Halloran');
  await page.getByLabel('Passphrase').fill('two ladles and a whistle');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/review');
  await expect(page.getByText('Flipped in the window')).toBeVisible();
});

test('fonts, pictures and scripts come from the application itself', async ({ page }) => {
  const elsewhere: string[] = [];
  page.on('request', (request) => {
    if (!request.url().startsWith('http://127.0.0.1') && !request.url().startsWith('data:'))
      elsewhere.push(request.url());
  });
  await signIn(page);
  await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
  await settled(page);
  expect(elsewhere).toEqual([]);
  const fonts = (await page.evaluate(
    `document.fonts.ready.then(() => [...document.fonts].filter((font) => font.status === 'loaded').map((font) => font.family))`,
  )) as string[];
  expect(fonts.join()).toContain('Bricolage Grotesque');
  expect(fonts.join()).toContain('Atkinson Hyperlegible');
});

test('what the kitchen is like: kept, pinned by the next run, and wrong input told', async ({ page }) => {
  await signIn(page);
  await page.goto('/kitchen');
  await page.getByLabel('Height above the sea').fill('9000');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('A kitchen stands below 6000 m.')).toBeVisible();
  await page.getByLabel('Height above the sea').fill('1500');
  await expect(page.getByText('powder and soda lift 20 % more')).toBeVisible();
  await page.getByLabel('Largest bowl').fill('2,5');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();

  // four litres in a bowl of two and a half: in lots, each with whole eggs and a figure of its own
  await newRun(page, 'High up', { cakes: 54, crepes: 2 }, false);
  await stage(page, 'Batter');
  await expect(page.getByText(/In \d lots: one is more than the bowl/)).toBeVisible();
  const eggs = page.getByTestId('row-mix-egg');
  const told = await eggs.innerText();
  const each = [...told.matchAll(/(\d+) eggs?/g)].map(([, n]) => Number(n));
  const times = Number(/(\d+) ×/.exec(told)?.[1] ?? 1); // as many eggs in each of them is said once
  const lots = each.flatMap((n) => Array<number>(times).fill(n));
  expect(lots.length).toBeGreaterThan(1);
  expect(Math.max(...lots) - Math.min(...lots)).toBeLessThanOrEqual(1);
  await expect(eggs).toContainText(`${50 * lots.reduce((sum, n) => sum + n, 0)} g in all`);

  await page.goto('/kitchen');
  await page.getByLabel('Height above the sea').fill('0');
  await page.getByLabel('Largest bowl').fill('');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();
});
