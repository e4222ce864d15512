import { expect, test } from '@playwright/test';
import { accessFaults, logOf, settled, signIn } from './app.ts';

test('what is wrong with a piece is said in one tap, answered with one thing to do, done by one tap and said once', async ({
  page,
}) => {
  await signIn(page);
  await page.goto('/cook-now');
  await page.getByRole('button', { name: /Thick, leavened/ }).click();
  await page.getByRole('button', { name: /1\.0 L/ }).click();
  await page.getByRole('button', { name: /^Griddle/ }).click();
  await page.waitForURL('**/cook');
  await expect(page.getByTestId('next-hand')).toContainText(/Pour\s+[ABC]1/);
  await page.keyboard.press(' ');
  await settled(page);
  const runId = page.url().split('/')[4]!;
  const ladder = page.getByTestId('ladder');

  // nobody read this plate: that comes first
  await ladder.getByRole('button', { name: /Something wrong with/ }).click();
  await expect(page.locator('[data-fault]')).toHaveCount(7);
  expect(await accessFaults(page)).toEqual([]);
  await page.locator('[data-fault="darkRaw"]').click();
  const remedy = page.getByTestId('remedy');
  await expect(remedy).toContainText('dark outside, raw inside');
  await expect(remedy).toContainText(/Read [ABC]1 before you turn anything/);
  await page.screenshot({ path: test.info().outputPath('remedy.png') });
  await remedy.getByRole('button', { name: 'Close' }).click();
  await expect(remedy).toBeHidden();

  // what sticks wants fat, and the tap that says so puts it on
  await ladder.getByRole('button', { name: /Something wrong with/ }).click();
  await page.locator('[data-fault="stuck"]').click();
  await remedy.getByRole('button', { name: 'Fat is on' }).click();
  await expect(remedy).toBeHidden();
  await settled(page);
  const log = await logOf(page, runId);
  expect(log.filter(({ kind }) => kind === 'fault-seen').map(({ payload }) => payload['fault'])).toEqual([
    'darkRaw',
    'stuck',
  ]);
  expect(log.filter(({ kind }) => kind === 'fat-put').length).toBeGreaterThan(0);
  await page.getByTestId('undo').click();
  await settled(page);
  expect((await logOf(page, runId)).at(-1)!.kind).toBe('undone');
});
