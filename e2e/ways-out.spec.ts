import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { accessFaults, deviceEvent, logOf, sendRun, settled, signIn, watchFaults } from './app.ts';

test('22 a morning that does not fit says the best ways out: one tap does what it said', async ({ page }) => {
  test.setTimeout(180_000);
  const faults = watchFaults(page);
  await signIn(page);
  const service = Date.now() + 75 * 60_000;
  const runId = await sendRun(
    page,
    {
      name: 'Too late',
      rehearsal: false,
      formulaIds: [DEMO_IDS.formulas.cakes],
      stationIds: [DEMO_IDS.stations.griddle, DEMO_IDS.stations.panOne],
    },
    [
      deviceEvent('brief-set', {
        serviceAtMs: service,
        items: [{ formulaId: DEMO_IDS.formulas.cakes, pieces: 60, stationIds: [DEMO_IDS.stations.panOne] }],
      }),
    ],
  );
  await page.goto(`/runs/${runId}/brief`);
  await settled(page);
  await expect(page.getByText('It does not fit yet')).toBeVisible();
  const ways = page.getByTestId('ways-out').getByRole('button');
  await expect(ways.first()).toBeVisible();
  expect(await ways.count()).toBeLessThanOrEqual(3);
  expect(await accessFaults(page)).toEqual([]);
  await ways.first().click();
  await settled(page);
  await expect(page.getByText('It all fits')).toBeVisible();
  await expect(page.getByTestId('odds')).toContainText(/In time on \d of ten/);
  expect((await logOf(page, runId)).filter(({ kind }) => kind === 'brief-set')).toHaveLength(2);
  expect(faults).toEqual([]);
});
