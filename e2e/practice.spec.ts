import { expect, test } from '@playwright/test';
import { accessFaults, signIn, watchFaults } from './app.ts';

test('a round of practice by keys, touch and ear: each piece is judged with its reasons, and the best is kept', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const faults = watchFaults(page);
  await signIn(page);
  await page.getByRole('link', { name: 'Practice' }).click();
  await expect(page.getByRole('heading', { name: 'Practice' })).toBeVisible();
  await page.getByRole('radio', { name: 'Warming' }).click();
  await expect(page.getByText('You poured too soon').first()).toBeVisible();
  await page.getByRole('radio', { name: '8 ×' }).click();
  await page.clock.install();
  await page.getByTestId('start').click();

  // the first piece far too early, by its number; nothing happens on a free place
  await page.clock.runFor(4000);
  await page.keyboard.press('1');
  await page.keyboard.press('4');
  await page.clock.runFor(2000);
  const rows = page.getByTestId('trained');
  await expect(rows.first()).toContainText('too early');
  await expect(rows.first()).toContainText(/before it held/);
  await expect(rows).toHaveCount(1);

  // what shows is said for ears, and on the piece itself
  await page.clock.runFor(6000);
  await expect(page.getByTestId('said')).toContainText(/rim bubbles|covered face|popping|dry edge/);
  const piece = page.locator('[data-place][aria-label*="rim bubbles"]').first();
  const box = (await piece.boundingBox())!;
  expect(Math.min(box.width, box.height)).toBeGreaterThanOrEqual(56);

  // paused, nothing moves; then the rest, some by touch and some forgotten
  await page.keyboard.press('p');
  const before = await page.getByTestId('turned').innerText();
  await page.clock.runFor(5000);
  expect(await page.getByTestId('turned').innerText()).toBe(before);
  expect(await accessFaults(page)).toEqual([]);
  await page.keyboard.press('p');
  for (let i = 0; i < 40 && !(await page.getByTestId('round').isVisible()); i++) {
    await page.clock.runFor(2000);
    const ready = page.locator('[data-place][aria-label*="dry edge"]').first();
    if (i % 2 === 0 && (await ready.count()) > 0) await ready.click();
  }
  await expect(page.getByTestId('round')).toContainText('points on average');
  await expect(rows).toHaveCount(8);
  await expect(page.getByRole('radio', { name: /^Warming · best \d+/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('radio', { name: /^Warming · best \d+/ })).toBeVisible();
  expect(faults).toEqual([]);
});
