import { expect, test } from '@playwright/test';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

test('the rehearsal clock runs at its speed, is the same on a second device, and stands still when told', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  const runId = await newRun(page, 'Clock', { cakes: 6, crepes: 2 }, true);
  const second = await (
    await browser.newContext({ baseURL: baseURL!, viewport: { width: 1280, height: 800 } })
  ).newPage();
  await signIn(second, 1);
  await second.goto(`/runs/${runId}/brief`);
  await settled(second);

  const seconds = async (of: typeof page) => {
    const [h, m, s] = (await of.getByTestId('now').innerText()).split(':').map(Number);
    return h! * 3600 + m! * 60 + s!;
  };
  const standing = await seconds(page);
  await page.waitForTimeout(1500);
  expect(await seconds(page)).toBe(standing);

  await page.getByRole('radio', { name: '10×' }).click();
  await page.waitForTimeout(3000);
  await page.getByRole('radio', { name: 'Stand still' }).click();
  await settled(page);
  const moved = (await seconds(page)) - standing;
  expect(moved).toBeGreaterThan(25);
  expect(moved).toBeLessThan(70);
  await expect.poll(() => seconds(second)).toBe(await seconds(page));

  // nothing of a rehearsal is a real run's: each event carries the rehearsal's own time
  const log = await logOf(page, runId);
  expect(log.every((event) => event.simAtMs !== undefined)).toBe(true);
  await second.context().close();
});

test('a brief changed before the start is planned anew; a lost piece is poured again', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Changes', { cakes: 6, crepes: 2 }, true);
  const start = page.getByText(/^First pour \d\d:\d\d, last lift/);
  const before = await start.innerText();
  await page.getByRole('button', { name: 'Change the brief' }).click();
  await page.getByRole('spinbutton', { name: 'Griddle cakes' }).fill('48');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await settled(page);
  await expect(start).not.toHaveText(before);
  await expect(page.getByText('8 panfuls')).toBeVisible();
  await page.getByRole('button', { name: 'Change the brief' }).click();
  await page.getByRole('spinbutton', { name: 'Griddle cakes' }).fill('6');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await settled(page);
  await expect(start).toHaveText(before);
  await expect
    .poll(async () => (await logOf(page, runId)).filter((event) => event.kind === 'plan-adopted').length)
    .toBe(3);

  // left and opened again, the plan is there
  await page.getByRole('link', { name: 'Bluebell, all runs' }).click();
  await page.getByRole('heading', { name: 'Runs' }).waitFor();
  await page.locator(`a[href^="/runs/${runId}/"]`).click();
  await settled(page);
  await expect(start).toHaveText(before);

  await stage(page, 'Cook');
  await settled(page);
  await expect(page.getByText('2 to pour')).toBeVisible();
  const card = page.getByTestId('next-hand');
  for (let step = 0; step < 20 && !(await page.getByText('1 to pour').isVisible()); step++) {
    await page.keyboard.press(' ');
    await settled(page);
    if (await page.getByText('all poured').isVisible()) break;
  }
  await page.getByRole('button', { name: /is lost/ }).click();
  await settled(page);
  await expect(page.getByText(/1 lost/)).toBeVisible();
  await expect(page.getByText(/[1-9] to pour.*1 lost/)).toBeVisible();
  await expect(card).toBeVisible();
});

test('a whole row in one tap, its pieces apart by the rhythm of hands, and one undo takes it back', async ({
  page,
}) => {
  await signIn(page);
  const runId = await newRun(page, 'Rows', { cakes: 12, crepes: 1 }, true);
  await stage(page, 'Cook');
  await settled(page);
  // the crepe comes first in the plan: pour it, then wait for the cakes
  const row = page.getByTestId('row');
  for (let step = 0; step < 90 && !(await row.isEnabled()); step++) {
    const time = await page.getByTestId('next-time').innerText();
    if (time === 'now' || time === 'late') await page.keyboard.press(' ');
    else await page.getByRole('button', { name: 'To the next task' }).click();
    await settled(page);
  }
  const before = await page.locator('[data-place][data-verb="flip"]').count();
  await row.click();
  await settled(page);
  const poured = (await logOf(page, runId)).filter(
    (event) => event.kind === 'poured' && String(event.payload['placeId']).match(/^[ABC]/),
  );
  expect(poured.length).toBeGreaterThanOrEqual(5);
  const rowTap = poured.filter((event) => event.tapId === poured.at(-1)!.tapId);
  const gaps = rowTap.slice(1).map((event, index) => event.simAtMs! - rowTap[index]!.simAtMs!);
  expect(new Set(gaps)).toEqual(new Set([4000])); // four seconds a pour, as the formula says
  await expect(page.getByTestId('undo')).toContainText('Undo pour');
  await page.getByTestId('undo').click();
  await settled(page);
  expect(await page.locator('[data-place][data-verb="flip"]').count()).toBe(before);
});
