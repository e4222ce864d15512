import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { newRun, settled, signIn, stage } from './app.ts';

test('the cook’s own units and light hold on every screen and every device', async ({ page, browser, baseURL }) => {
  await signIn(page, 1);
  await page.getByRole('link', { name: 'Kitchen', exact: true }).click();
  await expect(page.getByText('Wim Halloran').last()).toBeVisible();
  // two quick taps: the second is made while the server still thinks about the first, and both hold
  await page.route('**/api/settings', async (route) => {
    if (route.request().postDataJSON().theme === 'system') await new Promise((resolve) => setTimeout(resolve, 700));
    await route.continue();
  });
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
  await expect(second.getByText(/good from .* on A at 3\d\d\s°F/)).toBeVisible();
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
  const count = async () => Number(/(\d+) eggs?/.exec(await eggs.innerText())![1]);
  const all = await count();
  await page.getByRole('button', { name: /^Make it in \d lots/ }).click();
  await settled(page);
  const lots = page.getByRole('radiogroup', { name: 'Which lot' }).getByRole('radio', { name: /^Lot/ });
  const inLots: number[] = [];
  for (let n = 0; n < (await lots.count()); n++) {
    await lots.nth(n).click();
    inLots.push(await count());
  }
  expect(inLots.length).toBeGreaterThan(1);
  expect(inLots.reduce((sum, n) => sum + n, 0)).toBe(all);
  expect(Math.max(...inLots) - Math.min(...inLots)).toBeLessThanOrEqual(1);
  await page.getByRole('button', { name: 'All in one bowl' }).click();
  await expect.poll(count).toBe(all);

  await page.goto('/kitchen');
  await page.getByLabel('Height above the sea').fill('0');
  await page.getByLabel('Largest bowl').fill('');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();
});

test('the kitchen’s rules and a funnel of its own: kept, told when wrong, and used by the next run', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/kitchen');
  await page.getByLabel('What it is called').fill('Red funnel');
  await page.getByLabel('Water took').fill('9');
  await page.getByLabel('Oil took').fill('6');
  await page.getByRole('button', { name: 'Add the funnel' }).click();
  await expect(page.getByText('Oil must take longer than water: time both again.')).toBeVisible();
  await page.getByLabel('Oil took').fill('52,5');
  await page.getByRole('button', { name: 'Add the funnel' }).click();
  await expect(page.getByText('Red funnel: water 9.0 s, oil 52.5 s')).toBeVisible();

  await page.getByLabel('Rules for batter that stands out').selectOption('own');
  await page.getByLabel('Out of the cold at most').fill('5');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('10 minutes at least.')).toBeVisible();
  await page.getByLabel('Out of the cold at most').fill('45');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();

  await newRun(page, 'By our own rules', { cakes: 2, crepes: 4 }, true);
  await stage(page, 'Batter');
  await page.getByRole('radio', { name: 'Skerry crepes', exact: true }).click();
  await page.getByRole('button', { name: 'It is mixed already' }).click();
  await page.getByRole('button', { name: 'Mixed, go on' }).click();
  await settled(page);
  await stage(page, 'Rest');
  const lot = page.locator('[data-lot]').nth(1);
  await expect(lot.getByTestId('clock')).toContainText('of 45 min');
  await lot.getByRole('button', { name: 'Measure it' }).click();
  await lot.getByRole('radio', { name: 'Our funnel' }).click();
  await expect(lot.getByText(/Right at about \d+ s\./)).toBeVisible();

  await page.goto('/kitchen');
  await page.getByRole('button', { name: 'Take out Red funnel' }).click();
  await expect(page.getByText('None yet.')).toBeVisible();
  await page.getByLabel('Rules for batter that stands out').selectOption('us');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();
});
