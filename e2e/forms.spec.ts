import { expect, test } from '@playwright/test';
import { logOf, newRun, settled, signIn, stage } from './app.ts';

// Three wrong inputs for each form: told where they stand, nothing stored, nothing lost.

test('sign-in', async ({ page }) => {
  await page.goto('/runs');
  await expect(page).toHaveURL(/welcome/); // nobody has made a kitchen here
  await page.getByRole('link', { name: 'Sign in' }).click();
  const go = page.getByRole('button', { name: 'Sign in' });
  await go.click();
  await expect(page.getByRole('alert')).toHaveText(['Write the name you sign in with.', 'Write your passphrase.']);
  await page.getByLabel('Your name').fill('Ottilie Brandt-Osei');
  await go.click();
  await expect(page.getByRole('alert')).toHaveText(['Write your passphrase.']);
  await page.getByLabel('Passphrase').fill('not this');
  await go.click();
  await expect(page.getByRole('alert')).toContainText('do not fit together');
  await expect(page.getByLabel('Your name')).toHaveValue('Ottilie Brandt-Osei');
});

test('new run', async ({ page }) => {
  await signIn(page);
  const before = await (await page.request.get('/api/runs')).json();
  // what may be cooked comes late: nothing can be asked before it, so nothing that was told is lost as it comes
  await page.route('**/api/formulas', (route) => setTimeout(() => void route.continue(), 1_500));
  await page.goto('/runs/new');
  const go = page.getByRole('button', { name: 'Make the run' });
  await go.click();
  await page.getByLabel('Pieces').first().waitFor();
  await expect(page.getByText('Give the run a name.')).toBeVisible();
  await expect(page.getByLabel('What is it called')).toBeFocused(); // where the first fault stands
  await expect(page.getByText('Write how many pieces of at least one batter.')).toBeVisible();
  await page.getByLabel('What is it called').fill('Wrong');
  for (const wrong of ['-3', '2.5', '99999']) {
    await page.getByLabel('Pieces').nth(0).fill(wrong);
    await go.click();
    await expect(page.getByText('Write a whole number of pieces, from 1 to 2000.')).toBeVisible();
    await expect(page.getByLabel('Pieces').nth(0)).toHaveValue(wrong);
  }
  await page.getByLabel('Pieces').nth(0).fill('12');
  await page.getByLabel('Day').fill('2020-01-01');
  await go.click();
  await expect(page.getByText('This time has passed.')).toBeVisible();
  await page.getByLabel('People').fill('0');
  await page.getByRole('button', { name: 'Fill in the pieces' }).click();
  await expect(page.getByText('Write a whole number of people')).toBeVisible();
  // what only the server finds is said at its field too
  await page.getByLabel('Day').fill('2099-01-01');
  await page.getByLabel('People').fill('');
  await page.getByLabel('What is it called').fill('n'.repeat(96));
  await go.click();
  await expect(page.getByText('Use at most 80 letters.')).toBeVisible();
  await page.getByLabel('What is it called').press('Backspace');
  await expect(page.getByText('Use at most 80 letters.')).toBeHidden(); // said of what is no longer there
  expect(await (await page.request.get('/api/runs')).json()).toEqual(before);
});

test('brief, heat, portion and note of a run', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Wrong inputs', { cakes: 12, crepes: 4 }, false);
  const written = async () => (await logOf(page, runId)).filter((event) => event.kind !== 'plan-adopted');
  const length = (await written()).length;

  await page.getByRole('button', { name: 'Change the brief' }).click();
  const pieces = page.getByLabel('Griddle cakes');
  for (const wrong of ['', '0', '7.5']) {
    await pieces.fill(wrong);
    await page.getByRole('button', { name: 'Keep it' }).click();
    await expect(page.getByText('Write a whole number of pieces, from 1 to 2000.')).toBeVisible();
  }
  await page.getByRole('button', { name: 'Leave it' }).click();

  await stage(page, 'Heat');
  const zone = page.locator('[data-zone="A"]');
  for (const [wrong, told] of [
    ['', 'as a number'],
    ['hot', 'as a number'],
    ['1900', 'A plate is between'],
  ] as const) {
    await zone.getByLabel('Surface probe reads').fill(wrong);
    await zone.getByRole('button', { name: 'Keep' }).click();
    await expect(zone.getByRole('alert')).toContainText(told);
  }

  await stage(page, 'Portion');
  for (const wrong of ['', '-20', '9000']) {
    await page.getByLabel('Another amount').fill(wrong);
    await page.getByRole('button', { name: 'Use it' }).click();
    await expect(page.getByText(/Write 5 to 4000 mL/)).toBeVisible();
  }

  await settled(page);
  expect(await written()).toHaveLength(length);

  // the right ones go in: a comma is a decimal point to half the world
  await stage(page, 'Heat');
  await zone.getByLabel('Surface probe reads').fill('178,5');
  await zone.getByRole('button', { name: 'Keep' }).click();
  await settled(page);
  await expect(zone).toContainText('From the last reading');
  const reading = (await logOf(page, runId)).find((event) => event.kind === 'reading-taken');
  expect(reading!.payload['surfaceC']).toBe(178.5);
});

test('liquid stirred into a lot', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Too thick', { cakes: 6, crepes: 2 }, true);
  await page.goto(`/runs/${runId}/batter`);
  await settled(page);
  await page.getByText('It is mixed already').click();
  await page.getByRole('button', { name: 'Mixed, go on' }).click();
  await settled(page);
  await page.goto(`/runs/${runId}/rest`);
  await settled(page);
  const lot = page.locator('[data-lot]').first();
  await lot.getByRole('button', { name: 'Another amount' }).click();
  const key = (name: string) => lot.getByRole('button', { name, exact: true });
  // zero and a point alone; a minus has no key
  for (const wrong of [['0'], ['point']]) {
    for (const each of wrong) await key(each).click();
    await key('Keep it').click();
    await expect(lot.getByRole('alert')).toContainText('Write a number above 0.');
  }
  for (const each of ['4', '0']) await key(each).click();
  await key('Keep it').click();
  await settled(page);
  await expect(lot.getByText(/Stirred in: 40\sg buttermilk/)).toBeVisible();
  const thinned = (await logOf(page, runId)).filter((event) => event.kind === 'lot-thinned');
  expect(thinned.map((event) => event.payload)).toMatchObject([{ ingredientId: 'buttermilk', massG: 40 }]);
});

test('note', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: /Ringers/ }).click();
  await page.waitForURL('**/review');
  await settled(page);
  const keep = page.getByRole('button', { name: 'Keep the note' });
  await keep.click();
  await expect(page.getByText('Write the note first.')).toBeVisible();
  await page.getByLabel(/What to do differently/).fill('   ');
  await keep.click();
  await expect(page.getByText('Write the note first.')).toBeVisible();
  await page.getByLabel(/What to do differently/).fill('x'.repeat(501));
  await keep.click();
  await expect(page.getByText('this one has 501')).toBeVisible();
});

test('an address of nothing and a run of nobody', async ({ page }) => {
  await signIn(page);
  await page.goto('/no/such/page');
  await expect(page.getByRole('heading', { name: 'Nothing is here' })).toBeVisible();
  await page.goto('/runs/0190b000-0000-7000-8000-00000000beef/cook');
  await expect(page.getByRole('alert')).toContainText('is not in this kitchen');
});

test('20 cook now takes any amount, and how warm the batter is', async ({ page }) => {
  await signIn(page);
  await page.goto('/cook-now');
  await page.getByRole('radio', { name: /Thick, leavened/ }).click();
  await page.getByRole('radio', { name: /2\.0 L/ }).click();
  const griddle = page.getByRole('button', { name: /^Griddle/ });
  for (const [label, wrong, told] of [
    ['Another amount', 'a bucket', 'Write a volume'],
    ['Another amount', '400', 'From 0.05 to 50.'],
    ['How warm the batter is', '90', 'From 0 to 45.'],
  ] as const) {
    await page.getByLabel(label).fill(wrong);
    await expect(page.getByText(told)).toBeVisible();
    await expect(griddle).toBeDisabled();
    await page.getByLabel(label).fill('');
  }
  await page.getByLabel('Another amount').fill('0,75');
  await expect(page.getByRole('radio', { name: /2\.0 L/ })).not.toBeChecked();
  // ten pours, less what stays on bowl and ladle
  await expect(page.getByText('about 9 pieces')).toBeVisible();
  await page.getByLabel('How warm the batter is').fill('9');
  await griddle.click();
  await page.waitForURL('**/cook');
  const log = await logOf(page, page.url().split('/')[4]!);
  expect(log.find(({ kind }) => kind === 'lot-mixed')!.payload).toMatchObject({ volumeMl: 750, batterC: 9 });
});
