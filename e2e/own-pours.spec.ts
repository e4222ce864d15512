import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import {
  accessFaults,
  bookOf,
  cookNow,
  deviceEvent,
  logOf,
  sendRun,
  settled,
  signIn,
  stage,
  watchFaults,
} from './app.ts';

test('20 coins in the gaps and a letter beside large ones: laid, told, drawn and cooked as they are', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const faults = watchFaults(page);
  await signIn(page);
  const runId = await cookNow(page);
  await stage(page, 'Portion');
  await page.getByLabel('Another amount').fill('200');
  await page.getByRole('button', { name: 'Use it' }).click();
  await settled(page);
  const board = page.locator('[data-layout]');
  const count = async () => Number(/\d+/.exec(await board.getByTestId('layout-count').innerText())![0]);
  const large = await count();

  await board.getByText('Other sizes, letters and shapes').click();
  // wrong input is told where it stands
  await board.getByLabel('Another pour').fill('0');
  await expect(board.getByText(/Write 5 to 4000 mL/)).toBeVisible();
  await board.getByLabel('Another pour').fill('1 tbsp');
  await board.getByRole('button', { name: 'Fill the gaps with it' }).click();
  expect(await count()).toBeGreaterThan(large);
  // a place makes way for a letter
  await board.locator('[data-place="A1"]').focus();
  await page.keyboard.press('Delete');
  await board.getByLabel('Letter or shape').selectOption('heart');
  await board.getByLabel('How high').fill('90');
  await expect(board.getByText('From 3 to 40.')).toBeVisible();
  await board.getByLabel('How high').fill('8');
  await expect(board.getByTestId('drawn')).toContainText('mm thick');
  await board.getByRole('button', { name: 'Give it a place' }).click();
  await expect(board.getByText('No room for another')).toBeHidden();
  expect(await accessFaults(page)).toEqual([]);
  await board.getByRole('button', { name: 'Keep this layout' }).click();
  await settled(page);

  const set = (await logOf(page, runId)).findLast(({ kind }) => kind === 'places-set')!;
  const places = set.payload['places'] as { id: string; pour?: { volumeMl: number; figure?: { name: string } } }[];
  const coin = places.find(({ pour }) => pour && !pour.figure)!;
  const heart = places.find(({ pour }) => pour?.figure)!;
  expect(coin.pour!.volumeMl).toBeCloseTo(14.8, 0);
  expect(heart.pour!.figure!.name).toBe('heart');

  await stage(page, 'Cook');
  await settled(page);
  for (const { id, pour } of [coin, heart]) {
    const spot = page.locator(`[data-place="${id}"]`).first();
    await spot.click();
    await settled(page);
    const poured = (await logOf(page, runId)).findLast(({ kind }) => kind === 'poured')!;
    expect(poured.payload).toMatchObject({ placeId: id, volumeMl: pour!.volumeMl });
  }
  // laid anew, what lies stays where and as it was poured, and is still turned by a tap
  const across = () => page.locator(`[data-place="${coin.id}"] .ring`).first().getAttribute('r');
  const before = await across();
  await stage(page, 'Portion');
  await page.getByRole('button', { name: 'Back to the desk’s own' }).click();
  await settled(page);
  await stage(page, 'Cook');
  await settled(page);
  expect(await across()).toBe(before);
  await page.locator(`[data-place="${coin.id}"]`).first().click();
  await settled(page);
  expect((await logOf(page, runId)).findLast(({ kind }) => kind === 'flipped')).toBeDefined();
  expect(faults).toEqual([]);
});

test('20 a giant cake: how much it takes, and what turns it whole', async ({ page }) => {
  await signIn(page);
  await cookNow(page);
  await stage(page, 'Portion');
  await expect(page.getByTestId('turning')).toBeHidden();
  await page.getByLabel('wide').first().fill('32');
  await page.getByRole('button', { name: 'Use it' }).last().click();
  await settled(page);
  await expect(page.getByTestId('turning')).toContainText('nearly always');
  await expect(page.getByTestId('turning')).toContainText(/two turners|a peel/);
});

test('20 what Cook now skipped is filled in later, and asked no more', async ({ page }) => {
  await signIn(page);
  await cookNow(page);
  const skipped = page.getByTestId('as-usual');
  await expect(skipped.getByRole('link')).toHaveCount(3);
  await skipped.getByRole('link', { name: 'how warm the batter is' }).click();
  await page.waitForURL('**/rest');
  await page.getByRole('button', { name: 'How warm, how much is left' }).click();
  await page.getByLabel('Batter is').fill('17');
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await settled(page);
  await stage(page, 'Cook');
  await expect(skipped.getByRole('link')).toHaveCount(2);
  await expect(skipped.getByRole('link', { name: 'how warm the batter is' })).toHaveCount(0);
});

test('20 two batters on one griddle: each on its burners, one board for both, a free place poured all the same', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const faults = watchFaults(page);
  await signIn(page);
  const formulas = await bookOf(page);
  const ids = formulas.slice(0, 2).map(({ id }) => id);
  const griddle = DEMO_IDS.stations.griddle;
  const brief = {
    serviceAtMs: Date.now() + 3 * 3_600_000,
    items: ids.map((formulaId) => ({ formulaId, pieces: 12, stationIds: [griddle] })),
  };
  const run = { name: 'Two on one', rehearsal: false, formulaIds: ids, stationIds: [griddle] };
  const runId = await sendRun(page, run, [deviceEvent('brief-set', brief)]);

  await page.goto(`/runs/${runId}/portion`);
  await settled(page);
  const burners = page.getByRole('group', { name: 'On burners' });
  await expect(page.getByTestId('shared-plate')).toContainText(formulas[1]!.body.name);
  for (const zone of ['B', 'C']) await burners.getByRole('button', { name: zone }).click();
  await page.getByRole('button', { name: 'Keep this layout' }).click();
  await settled(page);
  await page.getByRole('radio', { name: formulas[1]!.body.name }).click();
  await burners.getByRole('button', { name: 'A' }).click();
  // one that is moved onto a piece of the other batter is told
  await page.locator('[data-layout] [data-place="B1"]').focus();
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowLeft');
  await expect(page.getByText('A piece meets one of the other batter')).toBeVisible();
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText('A piece meets one of the other batter')).toBeHidden();
  await page.getByRole('button', { name: 'Keep this layout' }).click();
  await settled(page);

  await stage(page, 'Cook');
  await settled(page);
  const board = page.locator('[data-station]');
  await expect(board).toHaveCount(1);
  await expect(board.locator('[data-place="A1"]')).toBeVisible();
  await expect(board.locator('[data-place="B1"]')).toBeVisible();
  // nothing is asked of it yet: the first tap only offers it
  const poured = async () => (await logOf(page, runId)).filter(({ kind }) => kind === 'poured');
  const free = board.locator('[data-place^="A"]:not([data-verb])').last();
  const placeId = await free.getAttribute('data-place');
  await free.focus();
  await page.keyboard.press('Enter');
  expect(await poured()).toHaveLength(0);
  await page.getByRole('button', { name: 'Leave it free' }).click();
  await free.click();
  await page.getByRole('button', { name: `Poured on ${placeId} all the same` }).click();
  await settled(page);
  expect((await poured()).map(({ payload }) => [payload['placeId'], payload['formulaId']])).toEqual([
    [placeId, ids[0]],
  ]);
  expect(await accessFaults(page)).toEqual([]);
  expect(faults).toEqual([]);
});
