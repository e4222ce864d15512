import { expect, test } from '@playwright/test';
import { accessFaults, cookNow, logOf, settled, signIn } from './app.ts';

test('what is wrong with a piece is said in one tap, answered with one thing to do, done by one tap and said once', async ({
  page,
}) => {
  await signIn(page);
  const runId = await cookNow(page);
  await expect(page.getByTestId('next-hand')).toContainText(/Pour\s+[ABC]1/);
  await page.keyboard.press(' ');
  await settled(page);
  const ladder = page.getByTestId('ladder');

  // nobody read this plate: that comes first
  await ladder.getByRole('button', { name: /Something wrong with/ }).click();
  await expect(page.locator('[data-fault]')).toHaveCount(7);
  expect(await accessFaults(page)).toEqual([]);
  await page.locator('[data-fault="darkRaw"]').click();
  const remedy = page.getByTestId('remedy');
  await expect(remedy).toContainText('dark outside, raw inside');
  await expect(remedy).toContainText(/Read [ABC]1 before you turn anything/);
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
