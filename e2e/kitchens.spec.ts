import { test as base, expect, type Page } from '@playwright/test';
import { startDemoServer, type DemoServer } from '../scripts/lib/demo-server.ts';
import { accessFaults, cookNow, settled, watchFaults } from './app.ts';

// A house of its own: whether anyone has made a kitchen in it matters here.
const test = base.extend<object, { house: DemoServer }>({
  house: [
    async ({}, use) => {
      const house = await startDemoServer(0);
      await use(house);
      await house.stop();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  baseURL: async ({ house }, use) => use(house.url),
});

const PASSPHRASE = 'old lived copper womanhood';
const signIn = async (page: Page, kitchen: string, name: string, passphrase: string) => {
  await page.goto('/sign-in');
  await page.getByLabel('Kitchen').fill(kitchen);
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('Passphrase').fill(passphrase);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
};
const sayAgain = async (page: Page, passphrase: string) => {
  const dialog = page.getByRole('dialog', { name: 'Your passphrase once more' });
  await dialog.getByLabel('Passphrase').fill(passphrase);
  await dialog.getByRole('button', { name: 'Go on' }).click();
};
/** As if it had rested: the passphrase is asked for again. */
const restOfSessions = async (house: DemoServer) => {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: house.databaseUrl });
  await client.connect();
  await client.query("UPDATE session SET confirmed_at = now() - interval '10 minutes'");
  await client.end();
};

test('18.11 who comes first looks at the demo, or makes a kitchen; wrong input is told where it stands', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Make your kitchen' })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Look at the demo' }).click();
  await expect(page.getByText('Ottilie Brandt-Osei, Skerry Point')).toBeVisible();
  await expect(page.getByText('This is the demo.')).toBeVisible();
  await page.getByRole('link', { name: 'Make your kitchen' }).click();
  const make = page.getByRole('button', { name: 'Make the kitchen' });
  await make.click();
  await expect(page.getByRole('alert').first()).toHaveText('Give the kitchen a name.');
  await page.getByLabel('What the kitchen is called').fill('\u200BHarbour\u00A0 hut ');
  await page.getByLabel('Your name').fill('Una Skaill');
  for (const [weak, said] of [
    ['short', 'Use at least 12 letters'],
    ['password1234', 'easily guessed'],
    ['kittiwake ledge at dawn', 'easily guessed'],
  ] as const) {
    await page.getByLabel('Passphrase').fill(weak);
    await make.click();
    await expect(page.getByRole('alert')).toContainText(said);
  }
  await page.getByLabel('Height above the sea').fill('9000');
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  await make.click();
  await expect(page.getByRole('alert')).toHaveText('A kitchen stands below 6000 m.');
  await page.getByLabel('Height above the sea').fill('1200');
  await page.getByRole('button', { name: 'Make one for me' }).click();
  await expect(page.getByLabel('Passphrase')).toHaveValue(/^(\S+ ){3}\S+$/);
  await page.getByLabel('Passphrase').fill(PASSPHRASE);
  expect(await accessFaults(page)).toEqual([]);
  await make.click();
  await expect(page.getByText('Una Skaill, Harbour hut')).toBeVisible();
  await page.waitForURL('**/runs');
  await expect(page.getByRole('heading', { name: 'Before the first morning' })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);
  for (const way of ['Cook now', 'New run']) {
    await page.getByRole('link', { name: way }).click();
    await expect(page.getByRole('link', { name: 'Say what you cook on' })).toBeVisible(); // not a form that leads nowhere
    await page.goto('/runs');
  }
  await page.goto('/formulas'); // nothing of the demo is here
  await expect(page.getByText('Skerry crepes')).toBeHidden();
  expect(faults).toEqual([]);
});

test('18.11 18.19 a second kitchen, gone over to, handed nothing, and deleted when its name and the passphrase are said', async ({
  page,
  house,
}) => {
  await signIn(page, 'harbour HUT', 'una skaill', PASSPHRASE);
  await page.goto('/kitchen');
  await page.getByRole('link', { name: 'Make another kitchen' }).click();
  await expect(page.getByText('Una Skaill keeps it, with the passphrase you have.')).toBeVisible();
  await page.getByLabel('What the kitchen is called').fill('harbour hut');
  await page.getByRole('button', { name: 'Make the kitchen' }).click();
  await expect(page.getByRole('alert')).toContainText('in use');
  await page.getByLabel('What the kitchen is called').fill('Upper hut');
  await page.getByRole('button', { name: 'Make the kitchen' }).click();
  await page.waitForURL('**/runs'); // loaded anew: nothing of the other stays in the page
  await expect(page.getByText('Una Skaill, Upper hut')).toBeVisible();
  await page.goto('/kitchen');
  await page.getByRole('button', { name: 'Go over Harbour hut' }).click();
  await page.waitForURL('**/runs');
  await expect(page.getByText('Una Skaill, Harbour hut')).toBeVisible();
  await page.goto('/kitchen');
  await page.getByRole('button', { name: 'Leave it' }).click();
  await page.getByRole('button', { name: 'Leave it' }).last().click();
  await expect(page.getByRole('alert')).toContainText('at least one owner');
  await page.getByRole('button', { name: 'Delete the kitchen' }).click();
  await page.getByLabel('Write its name to delete it').fill('Upper hut');
  await restOfSessions(house);
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await sayAgain(page, 'not this one');
  await expect(page.getByRole('alert').last()).toHaveText('This is not your passphrase.');
  await sayAgain(page, PASSPHRASE);
  await expect(page.getByRole('alert')).toHaveText('This is not the name of the kitchen. It is called Harbour hut.');
  await page.getByLabel('Write its name to delete it').fill('Harbour hut');
  await page.getByRole('button', { name: 'Delete it for good' }).click();
  await expect(page.getByRole('heading', { name: 'Bluebell' })).toBeVisible();
  await signIn(page, 'Upper hut', 'Una Skaill', PASSPHRASE); // the other one is there
  await page.goto('/kitchen');
  await restOfSessions(house);
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save all of it' }).click();
  await sayAgain(page, PASSPHRASE);
  expect((await saved).suggestedFilename()).toBe('kitchen.jsonl');
});

test('18.14 what one taps and another finds waiting is handed on with both names', async ({ page, context }) => {
  await signIn(page, 'Skerry Point', 'Wim Halloran', 'two ladles and a whistle');
  const runId = await cookNow(page);
  await page.route('**/events', (route) => route.abort());
  await page.getByTestId('next-hand').getByRole('button').first().click();
  await expect(page.locator('[data-waiting="1"], [data-waiting="2"]')).toBeVisible();
  // another signs in in this browser, in another tab: this page learns of it
  await context.clearCookies();
  const other = await context.newPage();
  await signIn(other, 'Skerry Point', 'Ottilie Brandt-Osei', 'kittiwake ledge at dawn');
  await other.close();
  await expect(page.getByText(/taps? of Wim Halloran waits? here until Wim Halloran signs in/)).toBeVisible();
  await page.unroute('**/events');
  await page.getByRole('button', { name: 'Hand on as Ottilie Brandt-Osei, with both names' }).click();
  await settled(page);
  await page.goto(`/runs/${runId}/review`);
  await expect(page.getByText(/taps? of Wim Halloran, handed on by Ottilie Brandt-Osei/)).toBeVisible();
});

test('18.14 what one taps after another tab signed out is still theirs', async ({ page, context }) => {
  await signIn(page, 'Skerry Point', 'Wim Halloran', 'two ladles and a whistle');
  await cookNow(page);
  const other = await context.newPage();
  await other.goto('/runs');
  await other.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByText('You are signed out.')).toBeVisible();
  await page.getByTestId('next-hand').getByRole('button').first().click();
  await expect(page.getByText(/\d taps? waits? here until you sign in/)).toBeVisible();
  await signIn(other, 'Skerry Point', 'Ottilie Brandt-Osei', 'kittiwake ledge at dawn');
  await expect(page.getByText(/taps? of Wim Halloran waits? here until Wim Halloran signs in/)).toBeVisible();
});
