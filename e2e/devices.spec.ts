import { expect, test, type Browser, type Page } from '@playwright/test';
import { cookNow, logOf, settled, signIn } from './app.ts';

/** The board as a cook reads it: every place with its next verb and whether something lies there. */
async function board(page: Page): Promise<string[]> {
  return page
    .locator('[data-place]')
    .evaluateAll((places) =>
      places.map(
        (place) =>
          `${place.getAttribute('data-place')} ${place.getAttribute('data-verb') ?? '-'} ${place.querySelector('radialGradient') !== null}`,
      ),
    );
}

async function another(browser: Browser, baseURL: string): Promise<Page> {
  const page = await (await browser.newContext({ baseURL, viewport: { width: 820, height: 1180 } })).newPage();
  await signIn(page, 1);
  return page;
}

test('cook now: three taps from the page to the first pour', async ({ page }) => {
  await signIn(page);
  const runId = await cookNow(page);
  const card = page.getByTestId('next-hand');
  await expect(card).toContainText(/Pour\s+[ABC]1/);
  await expect(page.getByTestId('next-time')).toHaveText('now');
  const zone = /Pour\s+([ABC])1/.exec(await card.innerText())![1];
  await page.keyboard.press(' ');
  await expect(card).toContainText(new RegExp(`Pour\\s+${zone}2`));
  await settled(page);
  const kinds = (await logOf(page, runId)).map((event) => event.kind);
  expect(kinds.filter((kind) => kind === 'poured')).toHaveLength(1);
  expect(kinds).toContain('lot-mixed');
});

test('two browsers on one run show the same board after each tap, as a rule within a second', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  const runId = await cookNow(page);
  const second = await another(browser, baseURL!);
  await second.goto(`/runs/${runId}/cook`);
  await settled(second);
  const lag: number[] = [];
  for (let tap = 0; tap < 10; tap++) {
    const [from, to] = tap % 2 === 0 ? [page, second] : [second, page];
    const before = Number(await to.locator('[data-folded]').getAttribute('data-folded'));
    await from.bringToFront();
    if (tap === 7) await from.getByTestId('undo').click();
    else await from.keyboard.press(' ');
    const started = Date.now();
    await expect
      .poll(async () => Number(await to.locator('[data-folded]').getAttribute('data-folded')), { intervals: [20] })
      .toBeGreaterThan(before);
    await expect
      .poll(async () => JSON.stringify(await board(to)) === JSON.stringify(await board(from)), {
        intervals: [20],
      })
      .toBe(true);
    lag.push(Date.now() - started);
    await settled(from);
    await settled(to);
  }
  expect(await board(second)).toEqual(await board(page));
  // one slow moment of a shared machine is not the rule
  expect(lag.sort((a, b) => a - b)[lag.length / 2]!).toBeLessThan(1000);
  const poured = (await logOf(page, runId)).filter((event) => event.kind === 'poured');
  expect(poured).toHaveLength(9);
  await second.context().close();
});

test('taps made without the server are kept on the device and arrive once it is back', async ({ page, context }) => {
  await signIn(page);
  const runId = await cookNow(page);
  await context.setOffline(true);
  for (let i = 0; i < 3; i++) await page.keyboard.press(' ');
  await expect(page.getByRole('status').filter({ hasText: 'wait here' })).toBeVisible();
  await expect(page.getByTestId('next-hand')).toContainText(/Pour\s+[ABC]4/);
  await context.setOffline(false);
  await settled(page);
  await page.reload();
  await settled(page);
  const poured = (await logOf(page, runId)).filter((event) => event.kind === 'poured');
  expect(poured.map((event) => String(event.payload['placeId']).slice(1))).toEqual(['1', '2', '3']);
});
