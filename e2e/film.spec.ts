import { expect, test } from '@playwright/test';
import { accessFaults, newRun, settled, signIn, watchFaults } from './app.ts';

test('21 what a pour of a thin batter covers on its pan: pictures side by side, the least that covers, the latest tilt', async ({
  page,
}) => {
  test.setTimeout(180_000);
  const faults = watchFaults(page);
  await signIn(page);
  const runId = await newRun(page, 'Films', { cakes: 4, crepes: 8 }, false);
  await page.goto(`/runs/${runId}/portion`);
  await settled(page);
  await expect(page.getByTestId('film')).toHaveCount(0);
  await page.getByRole('radio', { name: /crepes/ }).click();
  const card = page.getByTestId('film').first();
  const told = { timeout: 90_000 };
  await expect(card.getByRole('img')).toHaveCount(3, told);
  await expect(card.getByTestId('film-least')).toContainText('Covers from about');
  await expect(card.getByTestId('film-known')).toContainText('Nobody has measured it');
  // far too little does not reach the rim, and no dab mends that
  await page.getByLabel('Another amount').fill('30');
  await page.getByRole('button', { name: 'Use it' }).first().click();
  await settled(page);
  await expect(card.getByRole('img', { name: /30 mL: \d+ %, does not reach the rim/ })).toBeVisible(told);
  await expect(card.getByText(/wants a dab/)).toHaveCount(0);
  // a little too little: the hole and its dab are told
  await page.getByLabel('Another amount').fill('50');
  await page.getByRole('button', { name: 'Use it' }).first().click();
  await settled(page);
  await expect(card.getByText(/The hole wants a dab of about \d+ mL/)).toBeVisible(told);
  await expect(card.getByRole('img', { name: /50 mL: \d+ %, a hole/ })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);
  expect(faults).toEqual([]);
});
