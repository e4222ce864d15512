import { randomUUID } from 'node:crypto';
import { expect, test, type Page } from '@playwright/test';
import { cookNow, cookedOn, logOf, settled, signIn, tapElsewhere } from './app.ts';

/** A run that is cooked now, with pieces that were poured a while ago and never tapped since. */
async function pouredAgo(page: Page, pieces: readonly { placeId: string; agoS: number }[]): Promise<string> {
  const runId = await cookNow(page);
  const { formulaId, stationId } = await cookedOn(page, runId);
  await tapElsewhere(
    page,
    runId,
    pieces.map(({ placeId, agoS }) => ({
      ...{ kind: 'poured', agoS },
      payload: { pieceId: randomUUID(), formulaId, stationId, placeId, volumeMl: 75 },
    })),
  );
  return runId;
}
const actions = async (page: Page, runId: string) =>
  (await logOf(page, runId))
    .filter(({ kind, payload }) => (kind === 'flipped' || kind === 'lifted') && payload['assumed'] === true)
    .map(({ kind }) => kind);

test('what nobody tapped is taken to have been done, is drawn so, and is put right by one tap', async ({ page }) => {
  await signIn(page);
  const runId = await pouredAgo(page, [
    { placeId: 'A1', agoS: 420 },
    { placeId: 'B1', agoS: 156 },
    { placeId: 'C1', agoS: 20 },
  ]);
  const card = page.getByTestId('assumed');
  await expect(card).toContainText('Taken as turned: B1.');
  await expect(card).toContainText('Taken as off: A1.');
  await expect(page.locator('[data-place="B1"]')).toHaveAttribute('data-verb', 'lift');
  await expect(page.locator('[data-place="B1"]')).toContainText('turned?');
  await expect(page.locator('[data-place="A1"]')).toContainText('off?');
  await expect(page.locator('[data-place="C1"]')).toHaveAttribute('data-verb', 'flip');

  await page.getByTestId('settle').click();
  await expect(card).toBeHidden();
  await settled(page);
  expect(await actions(page, runId)).toEqual(['flipped', 'lifted', 'flipped']);
  await page.getByTestId('undo').click();
  await expect(card).toContainText('Taken as off: A1.');
});

test('a tap on such a place writes down what went before it, and one that was turned only now is told so', async ({
  page,
}) => {
  await signIn(page);
  const runId = await pouredAgo(page, [
    { placeId: 'B1', agoS: 156 },
    { placeId: 'B2', agoS: 154 },
  ]);
  await expect(page.getByTestId('assumed')).toContainText('Taken as turned: B1, B2.');
  await page.locator('[data-place="B1"]').click();
  await settled(page);
  const log = await logOf(page, runId);
  expect(log.filter(({ kind }) => kind === 'flipped').map(({ payload }) => payload['assumed'])).toEqual([true]);
  expect(log.filter(({ kind }) => kind === 'lifted').map(({ payload }) => payload['assumed'])).toEqual([undefined]);
  await expect(page.getByTestId('ladder')).toContainText('B2');
  await page.getByTestId('flip-only-now').click();
  await settled(page);
  await expect(page.getByTestId('assumed')).toBeHidden();
  await expect(page.locator('[data-place="B2"]')).toHaveAttribute('data-verb', 'lift');

  // how long its second side takes is the cook's word, until it is let go
  await page.getByTestId('pin-more').click();
  await expect(page.getByTestId('pinned')).toContainText('Pinned by you');
  const pinned = await page.getByTestId('lift-at').innerText();
  await page.keyboard.press('+');
  await expect(page.getByTestId('lift-at')).not.toHaveText(pinned);
  await page.getByTestId('unpin').click();
  await expect(page.getByTestId('pinned')).toBeHidden();

  // a piece that was turned can be pointed at, by key too
  await page.getByTestId('like').click();
  await expect(page.getByTestId('unlike')).toBeVisible();
  await page.keyboard.press('l');
  await expect(page.getByTestId('like')).toBeVisible();
  await settled(page);
  const aims = (await logOf(page, runId))
    .filter(({ kind }) => kind === 'aim-set')
    .map(({ payload }) => payload['pieceId']);
  expect(aims).toEqual([expect.any(String), null]);
});

test('a cook who taps nothing comes to the review all the same', async ({ page }) => {
  await signIn(page);
  const places = ['A1', 'A2', 'A3', 'A4', 'A5', 'A6', 'B1', 'B2', 'B3', 'B4', 'B5', 'B6', 'C1'];
  const runId = await pouredAgo(
    page,
    places.map((placeId) => ({ placeId, agoS: 420 })),
  );
  await expect(page.getByTestId('next-hand')).toContainText('All off');
  await page.getByTestId('next-hand').getByRole('button').click();
  await page.waitForURL('**/review');
  await settled(page);
  const log = await logOf(page, runId);
  expect(log.filter(({ kind, payload }) => kind === 'lifted' && payload['assumed'] === true)).toHaveLength(13);
  expect(log.filter(({ kind }) => kind === 'run-finished')).toHaveLength(1);
});
