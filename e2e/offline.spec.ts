import { expect, test, type BrowserContext, type Page } from '@playwright/test';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

const card = (page: Page) => page.getByTestId('next-hand');

/** A rehearsal on its Cook stage, with the shell kept on the device as after a first visit. */
async function cooking(page: Page, name: string, pieces = { cakes: 6, crepes: 2 }): Promise<string> {
  await signIn(page);
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  const runId = await newRun(page, name, pieces, true);
  await stage(page, 'Cook');
  await settled(page);
  return runId;
}

/** Everything that waits has been worked out on screen, though nothing reaches the server. */
const foldedAlone = (page: Page) => page.waitForSelector('[data-settled="true"]');

const hands = async (page: Page, runId: string) =>
  (await logOf(page, runId))
    .filter((event) => ['poured', 'flipped', 'lifted'].includes(event.kind))
    .map((event) => `${event.kind} ${String(event.payload['pieceId'])}`);

/** Does what the card says, to the end of the run. */
async function cookAll(page: Page, done: (step: number) => Promise<void>): Promise<number> {
  for (let step = 0; step < 80; step++) {
    await foldedAlone(page);
    if (await page.getByRole('button', { name: 'To the review' }).isVisible()) return step;
    const time = await page.getByTestId('next-time').innerText();
    if (time !== 'now' && time !== 'late') await page.getByRole('button', { name: 'To the next task' }).click();
    await foldedAlone(page);
    await page.keyboard.press(' ');
    await done(step);
  }
  throw new Error('The run does not end.');
}

test('a whole run is cooked without the server, over reloads, and arrives later', async ({ page, context }) => {
  const runId = await cooking(page, 'Alone');
  await page.reload();
  await settled(page);
  await context.setOffline(true);
  const steps = await cookAll(page, async (step) => {
    if (step % 9 !== 4) return;
    await page.reload(); // the shell, the run and every tap come from the device
    await foldedAlone(page);
    await expect(page.getByRole('status').first()).toContainText('No connection.');
  });
  expect(steps).toBe(8 * 3); // pour, flip, lift
  await context.setOffline(false);
  await settled(page);
  const log = await hands(page, runId);
  expect(log).toHaveLength(24);
  expect(new Set(log).size).toBe(24);
});

test('a session that lapsed keeps what is tapped until who tapped it signs in again', async ({ page, context }) => {
  const runId = await cooking(page, 'Lapsed');
  await context.clearCookies();
  await page.keyboard.press(' ');
  await page.keyboard.press(' ');
  await expect(page.getByRole('status').filter({ hasText: '2 taps wait here until you sign in' })).toBeVisible();
  await page.getByRole('link', { name: 'Sign in' }).click();
  await expect(page.getByText('2 taps wait on this device')).toBeVisible();
  await page.getByLabel('Your name').fill('Ottilie Brandt-Osei');
  await page.getByLabel('Passphrase').fill('kittiwake ledge at dawn');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL(`**/runs/${runId}/cook`);
  await settled(page);
  expect(await hands(page, runId)).toHaveLength(2);
  await expect(page.getByText('You are signed out')).toBeHidden();
});

test('signing out with taps that wait asks first; they stay and are sent after the next sign-in', async ({
  page,
  context,
}) => {
  const runId = await cooking(page, 'Left early');
  await page.route('**/events', (route) => route.abort());
  await page.keyboard.press(' ');
  await foldedAlone(page);
  await page.getByRole('link', { name: 'Bluebell, all runs' }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('dialog')).toContainText('1 tap is not on the server yet');
  await page.getByRole('button', { name: 'Stay' }).click();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.getByRole('button', { name: 'Sign out all the same' }).click();
  await expect(page.getByText('1 tap waits on this device')).toBeVisible();
  await page.unroute('**/events');
  await signIn(page);
  await expect.poll(async () => (await hands(page, runId)).length).toBe(1);
  void context;
});

test('a tap the server refuses is set aside, and mended or thrown away', async ({ page }) => {
  const runId = await cooking(page, 'Refused');
  let refusing = true;
  await page.route('**/events', async (route) => {
    const { events } = route.request().postDataJSON() as { events: { kind: string }[] };
    const at = events.findIndex((event) => event.kind === 'poured' || event.kind === 'flipped');
    if (!refusing || at < 0) return route.continue();
    const body = { code: 'badInput', message: 'This tap is not understood.', field: `events[${at}].payload.volumeMl` };
    await route.fulfill({ status: 400, json: body });
  });
  const first = await card(page).innerText();
  await page.keyboard.press(' ');
  const aside = page.getByRole('button', { name: '1 tap was not accepted' });
  await expect(aside).toBeVisible();
  expect(await card(page).innerText()).toBe(first); // the board shows what the log holds
  await page.reload();
  await settled(page);
  await aside.click();
  await expect(page.getByRole('list', { name: 'Taps set aside' })).toContainText('This tap is not understood.');
  refusing = false;
  await page.getByRole('button', { name: 'Send it again' }).click();
  await expect(aside).toBeHidden();
  await settled(page);
  expect(await hands(page, runId)).toHaveLength(1);

  refusing = true;
  await page.keyboard.press(' ');
  await aside.click();
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(aside).toBeHidden();
  await page.reload();
  await settled(page);
  await expect(aside).toBeHidden();
  expect(await hands(page, runId)).toHaveLength(1);
});

test('two tabs of one browser show one board, also without the server, and send each tap once', async ({
  page,
  context,
}) => {
  const runId = await cooking(page, 'Tabs');
  const second = await context.newPage();
  await second.goto(`/runs/${runId}/cook`);
  await settled(second);
  await context.setOffline(true);
  await page.keyboard.press(' ');
  await foldedAlone(page);
  await expect.poll(() => card(second).innerText()).toBe(await card(page).innerText());
  await second.keyboard.press(' ');
  await foldedAlone(second);
  await expect.poll(() => card(page).innerText()).toBe(await card(second).innerText());
  await context.setOffline(false);
  await settled(page);
  await settled(second);
  const log = await hands(page, runId);
  expect(log).toHaveLength(2);
  expect(new Set(log).size).toBe(2);
});

test('a browser that keeps nothing says so, and still sends', async ({ page }) => {
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('no store here', 'SecurityError');
    };
  });
  await signIn(page);
  const runId = await newRun(page, 'No store', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await expect(page.getByRole('status').filter({ hasText: 'This browser keeps nothing' })).toBeVisible();
  await page.keyboard.press(' ');
  await settled(page);
  expect(await hands(page, runId)).toHaveLength(1);
});

/** Sets the clock of every page of a context off by so much. */
async function setClockOff(context: BrowserContext, byMs: number): Promise<void> {
  await context.addInitScript((off) => {
    const real = Date.now.bind(Date);
    Date.now = () => real() + off;
  }, byMs);
}

test('a clock that is off is said and put right', async ({ page, context }) => {
  await setClockOff(context, -180_000);
  await signIn(page);
  const runId = await newRun(page, 'Slow clock', { cakes: 6, crepes: 2 }, false);
  await stage(page, 'Cook');
  await expect(
    page.getByRole('status').filter({ hasText: 'This device’s clock is 3 min behind the server’s.' }),
  ).toBeVisible();
  await page.keyboard.press(' ');
  await settled(page);
  const poured = (await logOf(page, runId)).find((event) => event.kind === 'poured')!;
  expect(Math.abs(poured.deviceAtMs + poured.offsetMs - Date.now())).toBeLessThan(5000);
  expect(poured.offsetMs).toBeGreaterThan(175_000);
});

test('two hands on one piece: the same board on both, and each is told', async ({ page, browser, baseURL }) => {
  const runId = await cooking(page, 'Both at once');
  await page.keyboard.press(' ');
  await settled(page);
  const other = await (
    await browser.newContext({ baseURL: baseURL!, viewport: { width: 820, height: 1180 } })
  ).newPage();
  await signIn(other, 1);
  await other.route('**/feed?*', (route) => route.abort());
  await other.goto(`/runs/${runId}/cook`);
  await settled(other);
  // both flip it while neither hears of the other
  const flip = (of: Page) => of.locator('[data-place][data-verb="flip"]').first().click();
  await flip(page);
  await settled(page);
  await flip(other);
  await settled(other);
  await other.unroute('**/feed?*');
  await expect(
    other.getByRole('status').filter({ hasText: /Your flip \S+ did not count: it was flipped already\./ }),
  ).toBeVisible();
  await expect(page.getByRole('status').filter({ hasText: /Wim Halloran: flip \S+ did not count/ })).toBeVisible();
  await expect.poll(() => card(other).innerText()).toBe(await card(page).innerText());
  // and one takes back what the other did
  await other.getByTestId('undo').click();
  await settled(other);
  await expect(page.getByRole('status').filter({ hasText: /Wim Halloran took back your flip/ })).toBeVisible();
  await other.context().close();
});

test('a tab that was frozen, as under a sleeping lid, wakes up to the board as it is', async ({
  page,
  browser,
  baseURL,
}) => {
  const runId = await cooking(page, 'Asleep');
  const other = await (
    await browser.newContext({ baseURL: baseURL!, viewport: { width: 820, height: 1180 } })
  ).newPage();
  await signIn(other, 1);
  await other.goto(`/runs/${runId}/cook`);
  await settled(other);
  const asleep = await other.context().newCDPSession(other);
  await asleep.send('Page.setWebLifecycleState', { state: 'frozen' });
  await page.keyboard.press(' ');
  await settled(page);
  await page.keyboard.press(' ');
  await settled(page);
  await asleep.send('Page.setWebLifecycleState', { state: 'active' });
  await expect.poll(() => card(other).innerText()).toBe(await card(page).innerText());
  await other.keyboard.press(' ');
  await settled(other);
  expect(await hands(page, runId)).toHaveLength(3);
  await other.context().close();
});
