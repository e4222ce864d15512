import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

test('how a pour will look on the way, both batters, and what fruit does to it', async ({ page }) => {
  await signIn(page);
  await page.goto(`/runs/${DEMO_IDS.runs.upcoming}/portion`);
  await settled(page);
  const strip = page.getByTestId('strip');
  await expect(strip.getByRole('listitem')).toHaveCount(8);
  // the surface wanted: cooler than the formula's while nobody has read the plate
  await expect(strip).toContainText(/On a plate at 1[678]\d/);
  await expect(strip.getByRole('img', { name: 'From above: Flip' })).toBeVisible();
  await expect(strip.getByRole('img', { name: /^Beneath: (light gold|golden)/ }).first()).toBeVisible();

  const berries = page.getByLabel('Berries or slices in all');
  await berries.fill('7.5');
  await expect(page.getByText('Write a whole number, from 0 to 20 000.')).toBeVisible();
  await expect(page.getByTestId('fruit-slows')).toBeHidden();
  await berries.fill('250');
  const slows = page.getByTestId('fruit-slows');
  await expect(slows).toContainText('if it is frozen');
  const seconds = [...(await slows.innerText()).matchAll(/(\d+):(\d\d)/g)].map(
    ([, m, s]) => 60 * Number(m) + Number(s),
  );
  expect(seconds).toHaveLength(3);
  expect(seconds[2]).toBeGreaterThanOrEqual(seconds[0]!);

  await page.getByRole('radio', { name: 'Skerry crepes', exact: true }).click();
  await expect(strip).toContainText(/On a plate at (18|19)\d/);
  await expect(strip).toContainText('dry edge');
});

test('how every piece came off is drawn in the review, with its words', async ({ page }) => {
  await signIn(page);
  await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
  await settled(page);
  const cooked = page.getByTestId('cooked');
  await expect(cooked.getByRole('listitem')).not.toHaveCount(0);
  const cakes = await cooked.getByRole('listitem').count();
  await expect(cooked.getByRole('img', { name: /^A1: first side \w+.*, second \w+/ }).first()).toBeVisible();
  await page.getByRole('radio', { name: 'Skerry crepes', exact: true }).click();
  await expect(cooked.getByRole('img', { name: /^P1: first side/ }).first()).toBeVisible();
  expect(await cooked.getByRole('listitem').count()).not.toBe(cakes);
});

test('the ladder tells each cue with its give, when to look beneath, and what says done', async ({ page }) => {
  await signIn(page);
  await newRun(page, 'Ladder', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  await page.locator('[data-place="P1"]').click();
  await settled(page);
  const ladder = page.getByTestId('ladder');
  await expect(ladder.locator('[data-cue]').first()).toContainText(/± \d+\ss/);
  await expect(ladder).toContainText('Look beneath from');
  await page.locator('[data-place="P1"]').click();
  await settled(page);
  await expect(ladder).toContainText('springs back');
  await expect(ladder).toContainText('inside at the lift about');
});

test('a face just turned is judged in one tap, and the pieces that follow take it in', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Judged', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  const strip = page.getByTestId('judge');
  await page.locator('[data-place="P1"]').click();
  await settled(page);
  await expect(strip).toBeHidden();
  await page.locator('[data-place="P1"]').click();
  await settled(page);
  await expect(strip).toContainText(/How did [A-Z]1 come out beneath/);
  await strip.getByRole('button', { name: 'dark', exact: true }).click();
  await settled(page);
  await expect(strip).toBeHidden();
  const [judged] = (await logOf(page, runId)).filter(({ kind }) => kind === 'reading-taken');
  expect(judged!.payload).toMatchObject({ method: 'piece', underside: 'dark' });
  await page.getByTestId('undo').click();
  await settled(page);
  const undone = (await logOf(page, runId)).findLast(({ kind }) => kind === 'undone');
  expect(undone!.payload).toMatchObject({ eventIds: [judged!.id] });
});
