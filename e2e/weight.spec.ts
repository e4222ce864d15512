import { chromium, expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/index.ts';
import { firstLoad } from '../bench/first-load.ts';
import { CHROMIUM } from '../scripts/lib/chromium.ts';
import { newRun, signIn } from './app.ts';

/** What a stage is sent before it stands, apart from the desk's worker and from charts, bytes. */
const sum = (files: readonly { readonly file: string; readonly bytes: number }[], of: (file: string) => boolean) =>
  files.filter(({ file }) => of(file)).reduce((total, { bytes }) => total + bytes, 0);
const isWorker = (file: string) => file.includes('desk.worker');
const isChart = (file: string) => file.includes('FirstSideChart');
const ofPage = (file: string) => !isWorker(file) && !isChart(file);

test('19 what a browser that has nothing yet is sent for Cook and for Review, and for how long it keeps it', async ({
  page,
  baseURL,
}) => {
  await signIn(page);
  const runId = await newRun(page, 'Sent once', { cakes: 6, crepes: 2 }, true);
  // a browser of its own: one that was told to leave service workers out does not forget it
  const browser = await chromium.launch(CHROMIUM);
  const cook = await firstLoad(browser, baseURL!, `/runs/${runId}/cook`);
  const review = await firstLoad(browser, baseURL!, `/runs/${DEMO_IDS.runs.finished}/review`);
  await browser.close();
  expect(sum(cook.byFile, ofPage)).toBeLessThan(250_000);
  expect(sum(cook.byFile, isWorker)).toBeLessThan(110_000);
  expect(sum(review.byFile, ofPage)).toBeLessThan(250_000);
  expect(sum(review.byFile, isChart)).toBeLessThan(180_000);
  expect(cook.byFile.filter(({ file }) => isChart(file))).toEqual([]);
  for (const { file } of cook.byFile.filter(({ file }) => file.startsWith('/assets/'))) {
    const { headers } = await page.request.get(file).then((response) => ({ headers: response.headers() }));
    expect([headers['cache-control'], headers['content-encoding']]).toEqual([
      'public, max-age=31536000, immutable',
      'gzip',
    ]);
  }
});
