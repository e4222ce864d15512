import { chromium, expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/index.ts';
import { firstLoad } from '../bench/first-load.ts';
import { CHROMIUM } from '../scripts/lib/chromium.ts';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

/** What a stage is sent before it stands, apart from the desk's worker and from charts, bytes. */
const sum = (files: readonly { readonly file: string; readonly bytes: number }[], of: (file: string) => boolean) =>
  files.filter(({ file }) => of(file)).reduce((total, { bytes }) => total + bytes, 0);
const isWorker = (file: string) => /desk\.worker|worker-(?!film-questions|rehearsal-truth)/.test(file);
const isChart = (file: string) => file.includes('FirstSideChart');
/** What comes with the first thin batter, and with a rehearsal: no other morning is sent it. */
const isFilms = (file: string) => file.includes('film-questions');
const isTruth = (file: string) => file.includes('rehearsal-truth');
const ofPage = (file: string) => ![isWorker, isChart, isFilms, isTruth].some((is) => is(file));

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
  expect(sum(cook.byFile, isWorker)).toBeLessThan(115_000); // 99 kB and the search of panfuls
  expect(sum(cook.byFile, isFilms)).toBeLessThan(20_000);
  expect(sum(cook.byFile, isTruth)).toBeLessThan(20_000);
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

test('19 a tap is predicted once: that it is stored, and that its window was shown, asks nothing anew', async ({
  page,
}) => {
  await page.addInitScript(() => {
    const asked: string[] = [];
    Object.assign(window, { asked });
    window.Worker = class extends Worker {
      override postMessage(message: { argumentList?: readonly { value?: unknown }[] }, ...rest: never[]) {
        asked.push(String(message.argumentList?.[1]?.value));
        super.postMessage(message, ...rest);
      }
    };
  });
  const outlooks = () =>
    page.evaluate(() => (window as unknown as { asked: string[] }).asked.filter((to) => to === 'outlook').length);
  await signIn(page);
  const runId = await newRun(page, 'Foretold once', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  const before = await outlooks();
  await page.locator('[data-place="P1"]').click();
  await settled(page);
  await expect.poll(async () => (await logOf(page, runId)).some(({ kind }) => kind === 'window-shown')).toBe(true);
  await settled(page);
  expect((await outlooks()) - before).toBe(1);
});
