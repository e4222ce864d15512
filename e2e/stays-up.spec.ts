import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

test('18.9 a held key does one thing, wherever the focus is', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Held', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Batter');
  await settled(page);
  const hold = async (key: string) => {
    for (let i = 0; i < 25; i++) await page.keyboard.down(key); // the second and later ones are repeats
    await page.keyboard.up(key);
    await settled(page);
  };
  const taps = async () =>
    new Set((await logOf(page, runId)).filter(({ kind }) => kind !== 'plan-adopted').map(({ tapId }) => tapId)).size;
  const before = await taps();
  let last = before;
  // powder and soda are asked for before they are weighed: that is a press of its own, and no tap
  for (const key of [' ', ' ', ' ', 'Enter', 'Enter', 'Enter']) {
    if (key === 'Enter') await page.getByRole('button').filter({ hasText: 'space' }).focus(); // the button takes it
    await hold(key);
    const now = await taps();
    expect(now - last).toBeLessThanOrEqual(1);
    last = now;
  }
  expect(last - before).toBeGreaterThanOrEqual(3);
});

test('18.1, 18.8 a database that is away and a disk that is full are said, taps wait and go in by themselves', async ({
  page,
}) => {
  await signIn(page);
  const runId = await newRun(page, 'Away', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Batter');
  await settled(page);
  const before = (await logOf(page, runId)).length;
  for (const [code, status, words] of [
    ['databaseDown', 503, /The server’s database is away and is being started again\. \d taps? waits? here/],
    ['diskFull', 507, /The server’s disk is full: make room there\. \d taps? waits? here/],
  ] as const) {
    await page.route(/\/api\/(health|runs\/[^/]+\/events)/, (route) =>
      route.fulfill({ status, json: { code, message: 'It does not answer.' } }),
    );
    for (let i = 0; i < 2; i++) await page.keyboard.press(' '); // the powder is asked for first
    await expect(page.getByRole('status').filter({ hasText: words })).toBeVisible();
    await page.unrouteAll();
    await expect(page.getByText(words)).toBeHidden({ timeout: 30_000 });
    await settled(page);
  }
  expect((await logOf(page, runId)).length).toBeGreaterThanOrEqual(before + 2);
});

test('18.4 the list of runs: found by words, older ones as asked', async ({ page }) => {
  await signIn(page);
  for (let i = 0; i < 9; i++) await newRun(page, `Listed ${i}`, { cakes: 2, crepes: 1 }, true);
  await page.goto('/runs');
  await page.getByLabel('Find a run').fill('listed 7');
  await expect(page.getByRole('link', { name: /Listed 7/ })).toBeVisible();
  await expect(page.getByRole('link', { name: /Listed 6/ })).toBeHidden();
  await page.getByLabel('Find a run').fill('no such morning');
  await expect(page.getByText('No run has these words')).toBeVisible();
  await page.getByLabel('Find a run').fill('');
  await expect(page.getByRole('heading', { name: 'To cook' })).toBeVisible();
});

test('18.5 a run that cannot be worked out says so, names the event, and an owner sets it aside', async ({
  browser,
  baseURL,
}) => {
  /** A browser whose desk chokes on a note of “poison”: nothing with it in the log is worked out. */
  const choking = async () => {
    const context = await browser.newContext({ baseURL: baseURL!, serviceWorkers: 'block' });
    await context.route('**/assets/desk.worker-*.js', async (route) => {
      const script = await route.fetch();
      const choke = `const push = Array.prototype.push;
        Array.prototype.push = function (...added) {
          if (added[0]?.text === 'poison') throw new Error('no such figure');
          return push.apply(this, added);
        };\n`;
      await route.fulfill({ response: script, body: choke + (await script.text()) });
    });
    return context.newPage();
  };
  const page = await choking();
  await signIn(page);
  const runId = await newRun(page, 'Stuck', { cakes: 6, crepes: 2 }, true);
  const note = {
    kind: 'note-kept',
    v: 1,
    deviceId: randomUUID(),
    deviceAtMs: Date.now(),
    offsetMs: 0,
    offsetSpreadMs: 1,
  };
  await page.request.post(`/api/runs/${runId}/events`, {
    data: { events: [{ ...note, id: randomUUID(), tapId: randomUUID(), payload: { text: 'poison' } }] },
    headers: { origin: baseURL! },
  });
  const told = page.getByRole('alert').filter({ hasText: 'This run cannot be worked out from' });
  await expect(told).toContainText('by Ottilie Brandt-Osei');
  await expect(told).toContainText('no such figure');
  const cook = await choking();
  await signIn(cook, 1);
  await cook.goto(`/runs/${runId}/cook`);
  await expect(cook.getByText('An owner of the kitchen can set it aside here.')).toBeVisible();
  await page.getByRole('button', { name: 'Set it aside and go on' }).click();
  await expect(told).toBeHidden();
  await settled(page);
  await expect(cook.getByText('An owner of the kitchen can set it aside here.')).toBeHidden();
  await settled(cook);
});
