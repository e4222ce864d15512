import { createHash } from 'node:crypto';
import { connect } from 'node:tls';
import { chromium, expect, test, type Browser, type Page } from '@playwright/test';
import { CHROMIUM } from '../scripts/lib/chromium.ts';
import { DEMO_IDS } from '../src/demo/people.ts';
import { accessFaults, newRun, settled, signIn } from './app.ts';

const LAN = `https://127.0.0.1:${process.env['E2E_LAN_PORT']}`;

/** A browser that trusts this kitchen's certificate, as a tablet does once it is installed there. */
async function tabletBrowser(): Promise<Browser> {
  const key = await new Promise<Buffer>((resolve, reject) => {
    const socket = connect({ port: Number(new URL(LAN).port), host: '127.0.0.1', rejectUnauthorized: false }, () => {
      resolve(socket.getPeerX509Certificate()!.publicKey.export({ type: 'spki', format: 'der' }));
      socket.end();
    });
    socket.on('error', reject);
  });
  const pin = createHash('sha256').update(key).digest('base64');
  return chromium.launch({
    ...CHROMIUM,
    args: [...CHROMIUM.args, `--ignore-certificate-errors-spki-list=${pin}`],
  });
}

async function invite(page: Page, button: string): Promise<string> {
  await page.goto('/kitchen');
  await page.getByRole('button', { name: button }).click();
  return page.getByTestId('code').innerText();
}

test('a tablet joins by code over HTTPS, keeps the screen awake and the shell, and is taken out again', async ({
  page,
}) => {
  await signIn(page);
  const code = await invite(page, 'A tablet');
  await expect(page.getByTestId('invite')).toContainText(`${LAN}/join`);
  await expect(page.getByRole('img', { name: /QR code/ })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);

  const browser = await tabletBrowser();
  const context = await browser.newContext({ baseURL: LAN, viewport: { width: 820, height: 1180 }, hasTouch: true });
  const tablet = await context.newPage();
  await tablet.addInitScript(() => {
    const request = navigator.wakeLock.request.bind(navigator.wakeLock);
    Object.assign(navigator.wakeLock, {
      request: async (type: 'screen') => {
        const lock = await request(type);
        document.documentElement.dataset['awake'] = String(!lock.released);
        return lock;
      },
    });
  });
  await tablet.goto(`/join#${code}`); // as the QR opens it
  await tablet.getByLabel('What this device is called').fill('Galley tablet 1');
  expect(await accessFaults(tablet)).toEqual([]);
  await tablet.getByRole('button', { name: 'Join' }).click();
  await expect(tablet.getByRole('heading', { name: 'Runs' })).toBeVisible();
  expect(await tablet.evaluate(() => window.isSecureContext)).toBe(true);
  await tablet.evaluate(async () => void (await navigator.serviceWorker.ready));

  await tablet.goto(`/runs/${DEMO_IDS.runs.upcoming}/cook`);
  await settled(tablet);
  await expect(tablet.locator('html')).toHaveAttribute('data-awake', 'true');
  expect(await tablet.evaluate(() => navigator.serviceWorker.controller?.state)).toBe('activated');

  await page.reload();
  await expect(page.getByText('Galley tablet 1').first()).toBeVisible();
  await page.getByRole('button', { name: 'Take out Galley tablet 1' }).click();
  await page.getByRole('button', { name: 'Take out', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Take out Galley tablet 1' })).toBeHidden();
  await tablet.getByTestId('next-hand').getByRole('button').first().click();
  await expect(
    tablet.getByRole('status').filter({ hasText: 'You are signed out. Cook on; 1 tap waits here' }),
  ).toBeVisible();
  await browser.close();
});

test('a person joins with a passphrase and looks on: sees everything, changes nothing', async ({
  page,
  browser,
  baseURL,
}) => {
  await signIn(page);
  const runId = await newRun(page, 'Looked on', { cakes: 6, crepes: 2 }, true);
  const code = await invite(page, 'Someone to look on');
  const guest = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await guest.goto('/join');
  const field = guest.getByLabel('Code');
  for (const [wrong, said] of [
    ['', 'Write the code.'],
    ['ABCD-EFGH', 'This code lets nobody in'],
    ['x'.repeat(30), 'Use at most 20 letters.'],
  ] as const) {
    await field.fill(wrong);
    await guest.getByRole('button', { name: 'Go on' }).click();
    await expect(guest.getByRole('alert')).toContainText(said);
  }
  await field.fill(code.toLowerCase());
  await guest.getByRole('button', { name: 'Go on' }).click();
  await guest.getByLabel('Passphrase').fill('short');
  await guest.getByLabel('Your name').fill('Wim Halloran');
  await guest.getByRole('button', { name: 'Join' }).click();
  await expect(guest.getByRole('alert')).toContainText('at least 12 letters');
  await guest.getByLabel('Passphrase').fill('fulmars glide all day');
  await guest.getByRole('button', { name: 'Join' }).click();
  await expect(guest.getByRole('alert')).toContainText('is in use.');
  await guest.getByLabel('Your name').fill('Una Skaill');
  await guest.getByRole('button', { name: 'Join' }).click();
  await expect(guest.getByRole('heading', { name: 'Runs' })).toBeVisible();
  await expect(guest.getByRole('link', { name: 'New run' })).toBeHidden();
  await guest.goto(`/runs/${runId}/cook`);
  await settled(guest);
  await expect(guest.getByRole('status').filter({ hasText: 'You look on here' })).toBeVisible();
  const before = await guest.getByTestId('next-hand').innerText();
  await guest.keyboard.press(' ');
  expect(await guest.getByTestId('next-hand').innerText()).toBe(before);

  // an owner sees who came, gives rights, and a passphrase is changed
  await page.goto('/kitchen');
  await expect(page.getByRole('list', { name: 'Who changed what' })).toContainText('Una Skaill joined');
  await page.getByLabel('What Una Skaill may do').selectOption('cook');
  await guest.reload();
  await settled(guest);
  await expect(guest.getByText('You look on here')).toBeHidden();
  await guest.goto('/kitchen');
  for (const [now, next, said] of [
    ['', 'terns over the landing', 'Write the passphrase you have now.'],
    ['not this one', 'terns over the landing', 'This is not your passphrase.'],
    ['fulmars glide all day', 'short', 'Use at least 12 letters'],
  ] as const) {
    await guest.getByLabel('Passphrase now').fill(now);
    await guest.getByLabel('New passphrase').fill(next);
    await guest.getByRole('button', { name: 'Change it' }).click();
    await expect(guest.getByRole('alert')).toContainText(said);
  }
  await guest.getByLabel('New passphrase').fill('terns over the landing');
  await guest.getByRole('button', { name: 'Change it' }).click();
  await expect(guest.getByText('Changed.')).toBeVisible();

  await page.reload();
  const list = page.getByRole('list', { name: 'Signed in' });
  await list
    .getByRole('listitem')
    .filter({ hasText: 'Una Skaill' })
    .getByRole('button', { name: 'Sign out there' })
    .click();
  await expect(list).not.toContainText('Una Skaill');
  await guest.goto('/runs');
  await expect(guest).toHaveURL(/sign-in/);
  await guest.context().close();
});

test('the last owner stays, and a wrong passphrase has to wait', async ({ page, browser, baseURL }) => {
  await signIn(page);
  await page.goto('/kitchen');
  await page.getByLabel('What Ottilie Brandt-Osei may do').selectOption('cook');
  await expect(page.getByRole('alert')).toContainText('A kitchen keeps at least one owner.');
  await expect(page.getByLabel('What Ottilie Brandt-Osei may do')).toHaveValue('owner');

  const guesser = await (await browser.newContext({ baseURL: baseURL! })).newPage();
  await guesser.goto('/sign-in');
  await guesser.getByLabel('Your name').fill('Nobody At All');
  // five are free, then the wait doubles from a second on: a machine too slow to be told after six is told soon after
  const told = guesser.getByRole('alert');
  const refused = async (): Promise<boolean> => (await told.textContent())!.startsWith('Too many wrong tries. Wait');
  for (let i = 0; i < 5 || (i < 12 && !(await refused())); i++) {
    await guesser.getByLabel('Passphrase').fill(`guess ${i}`);
    const answered = guesser.waitForResponse('**/api/session');
    await guesser.getByRole('button', { name: 'Sign in' }).click();
    await answered;
    await expect(guesser.getByRole('button', { name: 'Sign in' })).toBeEnabled();
    await expect(told).toBeVisible();
  }
  await expect(told).toContainText('Too many wrong tries. Wait');
  await guesser.context().close();
});
