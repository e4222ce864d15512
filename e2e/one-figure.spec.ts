import { expect, test, type Page } from '@playwright/test';
import { GRIDDLE_CAKES } from '../src/demo/formulas.ts';
import { DEMO_IDS } from '../src/demo/people.ts';
import { bookOf, cookNow, deviceEvent, sendRun, settled, signIn, stage, watchFaults } from './app.ts';

const seconds = (words: string) => Number(/First side about (\d+) s/i.exec(words)![1]);
const clock = (words: string) => {
  const [, minutes, s] = /flip after (?:(\d+):)?(\d+)/.exec(words)!;
  return 60 * Number(minutes ?? 0) + Number(s);
};

/** What each stage says of the first side of the next piece. */
async function told(page: Page, from: 'rest' | 'portion'): Promise<Record<string, number>> {
  const figures: Record<string, number> = {};
  if (from === 'rest') {
    await stage(page, 'Rest');
    figures['rest'] = seconds(await page.getByTestId('effects').locator('p', { hasText: 'As it is' }).innerText());
  }
  await stage(page, 'Portion');
  figures['portion'] = seconds(await page.getByTestId('first-side').innerText());
  const row = page.getByTestId('sizes').getByRole('row').filter({ hasText: 'in use' });
  await expect(row).toBeVisible({ timeout: 30_000 });
  figures['sizes'] = Number(/(\d+) s\b/.exec(await row.innerText())![1]);
  figures['strip'] = clock(
    await page
      .getByTestId('strip')
      .getByText(/flip after/)
      .innerText(),
  );
  await stage(page, 'Cook');
  figures['cook'] = seconds(await page.getByTestId('next-hand').getByTestId('first-side').innerText());
  return figures;
}

test('the first side of the next piece is one figure on rest, portion, sizes, strip and hands, before the plate is hot and on it', async ({
  page,
}) => {
  test.setTimeout(120_000);
  const faults = watchFaults(page);
  await signIn(page);
  const formulas = await bookOf(page);
  const { id: formulaId } = formulas.find(({ body }) => body.name === GRIDDLE_CAKES.name)!;
  const [stationIds, serviceAtMs] = [[DEMO_IDS.stations.griddle], Date.now() + 4 * 3_600_000];
  const atMs = serviceAtMs - 5_400_000;
  const run = { name: 'One figure', rehearsal: true, formulaIds: [formulaId], stationIds };
  const runId = await sendRun(page, run, [
    deviceEvent('brief-set', { serviceAtMs, items: [{ formulaId, pieces: 12, stationIds }] }, atMs),
    deviceEvent('clock-set', { simAtMs: atMs, speed: 0 }, atMs),
  ]);
  await page.goto(`/runs/${runId}/batter`);
  await settled(page);
  await page.getByRole('button', { name: 'It is mixed already' }).click();
  await page.getByRole('button', { name: 'Mixed, go on' }).click();
  await settled(page);
  const cold = await told(page, 'rest');
  expect(new Set(Object.values(cold)).size, JSON.stringify(cold)).toBe(1);
  expect(cold['rest']).toBeGreaterThan(60);

  await cookNow(page);
  const hot = await told(page, 'portion');
  expect(new Set(Object.values(hot)).size, JSON.stringify(hot)).toBe(1);
  expect(faults).toEqual([]);
});
