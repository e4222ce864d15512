import { expect, test } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { accessFaults, newRun, settled, signIn, stage, watchFaults } from './app.ts';

test('sign-in page has no faults of access', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByRole('heading', { name: 'Bluebell' }).waitFor();
  expect(await accessFaults(page)).toEqual([]);
});

/** Screens in rooms, so that no test is long: each screen is looked through whole. */
const PLACES = {
  house: ['/runs', '/runs/new', '/cook-now', '/kitchen', '/no/such'],
  library: ['/formulas', `/formulas/${DEMO_IDS.formulas.cakes}`, '/formulas/paste', '/ingredients'],
  plates: [
    '/stations',
    '/stations/new',
    `/stations/${DEMO_IDS.stations.electric}`,
    `/stations/${DEMO_IDS.stations.griddle}`,
  ],
};

for (const theme of ['light', 'dark'] as const) {
  for (const [room, paths] of Object.entries(PLACES)) {
    test(`the ${room} has no faults of access, ${theme}`, async ({ page }) => {
      const faults = watchFaults(page);
      await page.emulateMedia({ colorScheme: theme });
      await signIn(page);
      for (const path of paths) {
        await page.goto(path);
        await page.getByRole('heading', { level: 1 }).waitFor();
        await page.waitForLoadState('networkidle');
        expect([path, await accessFaults(page)]).toEqual([path, []]);
      }
      expect(faults).toEqual([]);
    });
  }

  test(`every stage has no faults of access, ${theme}`, async ({ page }) => {
    const faults = watchFaults(page);
    await page.emulateMedia({ colorScheme: theme });
    await signIn(page);
    for (const part of ['brief', 'batter', 'rest', 'heat', 'portion', 'cook']) {
      await page.goto(`/runs/${DEMO_IDS.runs.upcoming}/${part}`);
      await settled(page);
      expect([part, await accessFaults(page)]).toEqual([part, []]);
    }
    await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
    await settled(page);
    expect(['review', await accessFaults(page)]).toEqual(['review', []]);
    expect(faults).toEqual([]);
  });
}

test('with pieces on the plate, and on a phone', async ({ page }) => {
  await signIn(page);
  await newRun(page, 'Access', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press(' ');
    await settled(page);
  }
  expect(await accessFaults(page)).toEqual([]);
  await page.setViewportSize({ width: 390, height: 844 });
  expect(await accessFaults(page)).toEqual([]);
  const sideways = await page.evaluate('document.documentElement.scrollWidth - document.documentElement.clientWidth');
  expect(sideways).toBe(0);
});

test('the Cook stage by keyboard alone', async ({ page }) => {
  await signIn(page);
  await newRun(page, 'Keys', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  const card = page.getByTestId('next-hand');
  const first = await card.innerText();
  await page.keyboard.press('PageDown'); // a foot pedal
  await settled(page);
  expect(await card.innerText()).not.toBe(first);
  await page.keyboard.press('u');
  await settled(page);
  await expect(card).toContainText(first.split('\n')[2]!.trim().slice(0, 4));
  // a place takes the focus and enter does its next action
  const place = page.locator('[data-verb="pour"]').first();
  await place.focus();
  await page.keyboard.press('Enter');
  await settled(page);
  await expect(page.getByTestId('ladder')).toBeVisible();
  await page.keyboard.press('1');
  await settled(page);
  await expect(page.locator('[data-cue][aria-pressed="true"]')).toHaveCount(1);
  await page.keyboard.press('x');
  await settled(page);
  await expect(page.getByTestId('ladder')).toBeHidden();
});

test('main actions of the Cook stage are large enough for a wet hand', async ({ page }) => {
  await signIn(page);
  await newRun(page, 'Targets', { cakes: 6, crepes: 2 }, true);
  await stage(page, 'Cook');
  await settled(page);
  await page.keyboard.press(' ');
  await settled(page);
  for (const size of [
    { width: 1280, height: 800 },
    { width: 820, height: 1180 },
    { width: 390, height: 844 },
  ]) {
    await page.setViewportSize(size);
    const small = await page.locator('main button:visible, [data-place]').evaluateAll((targets) =>
      targets
        .map((target) => ({ name: target.textContent!.trim().slice(0, 30), box: target.getBoundingClientRect() }))
        .filter(({ box }) => box.width < 55.5 || box.height < 55.5)
        .map(({ name, box }) => `${name}: ${Math.round(box.width)} × ${Math.round(box.height)}`),
    );
    expect([size.width, small]).toEqual([size.width, []]);
  }
});

for (const theme of ['light', 'dark'] as const) {
  test(`the hours before the plate by keyboard alone, every panel without faults, wide and on a phone, ${theme}`, async ({
    page,
  }) => {
    test.setTimeout(90_000);
    await page.emulateMedia({ colorScheme: theme });
    await signIn(page);
    await newRun(page, 'Keys before the plate', { cakes: 6, crepes: 2 }, true);
    await stage(page, 'Batter');
    const enter = async (name: string | RegExp, within = page.locator('main')) => {
      await within.getByRole('button', { name }).first().focus();
      await page.keyboard.press('Enter');
      await settled(page);
    };
    const choose = async (name: string, within = page.locator('main')) => {
      await within.getByRole('radio', { name }).first().focus();
      await page.keyboard.press(' ');
      await settled(page);
    };
    const faultless = async (what: string) => expect([what, await accessFaults(page)]).toEqual([what, []]);
    await choose('Griddle cakes');
    await choose('Gather');
    await enter('Plain flour');
    await enter('Not here: Buttermilk');
    await faultless('gather');
    // a choice among several is one stop of the tab key: its arrows go from one to the next
    await page.getByRole('radio', { name: 'Gather' }).focus();
    await page.keyboard.press('ArrowRight');
    await expect(page.getByRole('radio', { name: 'Weigh and mix' })).toBeChecked();
    await page.keyboard.press('ArrowLeft');
    await choose('Weigh and mix');
    await enter(/^Another amount$/);
    await page
      .getByRole('group', { name: /went in/ })
      .getByRole('button')
      .first()
      .focus();
    await page.keyboard.type('123.5');
    await faultless('number pad');
    await page.keyboard.press('Enter');
    await settled(page);
    await expect(page.getByTestId('row-mix-plainFlour')).toContainText('went in');
    // space does what the card asks, to the end of the mixing
    await page.locator('body').focus();
    for (let i = 0; i < 20 && !(await page.getByTestId('held-back').isVisible()); i++) {
      await page.keyboard.press(' ');
      await settled(page);
    }
    await faultless('held back');
    await enter(/^All of it/);
    await stage(page, 'Rest');
    const lot = page.locator('[data-lot]').first();
    await choose('Fridge', lot);
    await expect(lot.getByRole('radio', { name: 'Fridge' })).toHaveAttribute('aria-checked', 'true');
    await enter('Measure it', lot);
    await choose('A pour on a plate', lot);
    await faultless('measure');
    await page.setViewportSize({ width: 390, height: 844 });
    await faultless('measure on a phone');
    expect(await page.evaluate('document.documentElement.scrollWidth - document.documentElement.clientWidth')).toBe(0);
    const small = await lot.locator('button:visible').evaluateAll((targets) =>
      targets
        .map((target) => ({ name: target.textContent!.trim().slice(0, 30), box: target.getBoundingClientRect() }))
        .filter(({ box }) => box.height < 55.5)
        .map(({ name }) => name),
    );
    expect(small).toEqual([expect.stringContaining('mixed')]); // correcting a time is for dry hands
    await enter(/to the plate/i, lot);
    await expect(lot.getByTestId('phase')).toHaveText('At the plate');
  });
}
