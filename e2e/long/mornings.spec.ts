import { expect, test, type Page } from '@playwright/test';
import { logOf, settled, signIn, stage, watchFaults } from '../app.ts';

// Five mornings from a pasted text to the last lift, through the screens alone: nothing is posted that a cook does not tap.

/** Another name each time: what an earlier try left in the book is no harm. */
const named = (name: string) => `${name} ${crypto.randomUUID().slice(0, 4)}`;

/** Pastes a recipe, says yes to every doubt, and puts it into the book; the page is the formula's then. */
async function paste(page: Page, text: string): Promise<void> {
  await page.goto('/formulas');
  await page.getByRole('link', { name: /Paste/ }).first().click();
  await page.getByLabel('The text of the recipe').fill(text);
  await expect(page.getByTestId('pasted')).toBeVisible();
  const right = page.getByRole('button', { name: /^(It is right|It stays unknown)/ });
  await expect(page.getByTestId('pasted-method')).toBeVisible();
  for (let open = await right.count(); open > 0; open = await right.count()) await right.first().click();
}
const method = (page: Page, what: string) =>
  page
    .getByTestId('pasted-method')
    .getByRole('listitem')
    .filter({ has: page.getByText(what, { exact: true }) });

async function intoTheBook(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Into the book' }).click();
  await page.waitForURL(/\/formulas\/[0-9a-f-]{36}$/);
}

/** A rehearsal of so many pieces of the formula by its name, on the griddle or the pans as its kind wants. */
async function rehearse(page: Page, name: string, pieces: number): Promise<string> {
  await page.goto('/runs/new');
  await page.getByLabel('What is it called').fill(`${name}, rehearsed`);
  await page
    .getByRole('group', { name: new RegExp(`^${name}`) })
    .getByLabel('Pieces')
    .fill(String(pieces));
  await page.getByRole('button', { name: 'Rehearse it first' }).click();
  await page.waitForURL('**/brief');
  await settled(page);
  return page.url().split('/')[4]!;
}

const skip = async (page: Page) => {
  await page.getByRole('button', { name: 'To the next task' }).click();
  await settled(page);
};

/** Every line in its order, then mixed, lot by lot, until the Rest stage shows. */
async function mixAll(page: Page): Promise<void> {
  await stage(page, 'Batter');
  await settled(page);
  for (let turn = 0; turn < 200 && page.url().endsWith('/batter'); turn++) {
    const tin = page.getByRole('button', { name: /^It is the/ });
    const next = page.getByRole('button', { name: 'In the bowl' });
    const back = page.getByTestId('held-back').getByRole('button').last();
    const begin = page.getByRole('button', { name: 'Wet meets dry' });
    const mixed = page.getByRole('button', { name: /^Mixed/ });
    const on = page.getByRole('button', { name: /^(Mix |Rest$)/ });
    const first = [tin, next, begin, mixed, back, on];
    let done = false;
    for (const button of first) {
      if (done || !(await button.first().isVisible())) continue;
      await button.first().click();
      await settled(page);
      done = true;
    }
    if (!done) await page.waitForTimeout(200);
  }
  await page.waitForURL('**/rest');
}

/** What the card and the heat ask for, until all is off; `each` may look in between. */
async function cookAll(page: Page, each: (step: number) => Promise<void> = async () => undefined): Promise<void> {
  for (let i = 0; i < 40; i++) {
    const fold = page.getByRole('button', { name: /folded in$|^Folded in/i }).first();
    const bring = page.getByRole('button', { name: /to the plate/i }).first();
    if (await fold.isVisible()) await fold.click();
    else if ((await page.getByText('until it may be poured').count()) > 0) {
      await skip(page);
      continue;
    } else if (await bring.isVisible()) await bring.click();
    else break;
    await settled(page);
  }
  await stage(page, 'Heat');
  await settled(page);
  for (let i = 0; i < 60; i++) {
    const tap = page.locator('[data-zone]').getByRole('button', { name: /^(Lit at|Turned)/ });
    if ((await tap.count()) > 0) await tap.first().click();
    else if (i < 20) await page.getByRole('button', { name: 'To the next task' }).click();
    else break;
    await settled(page);
  }
  await stage(page, 'Cook');
  await settled(page);
  const heat = page.locator('[data-testid="heat-alarm"], [data-testid="heat-advice"], [data-testid="done-advice"]');
  for (let step = 0; step < 400; step++) {
    if (await page.getByText('All off').isVisible()) return;
    await each(step);
    const bring = page.getByTestId('at-hand').getByRole('button', { name: /[Nn]ext lot|lot \d/ });
    if (await heat.isVisible()) await heat.getByRole('button').first().click();
    else if ((await bring.count()) > 0 && (await page.getByText(/nearly out/).isVisible())) await bring.first().click();
    else {
      const time = await page.getByTestId('next-time').innerText();
      if (time === 'now' || time === 'late') await page.keyboard.press(' ');
      else await page.getByRole('button', { name: 'To the next task' }).click();
    }
    await settled(page);
  }
  await expect(page.getByText('All off')).toBeVisible();
}

async function liftedOf(page: Page, runId: string): Promise<number> {
  const log = await logOf(page, runId);
  const gone = new Set(
    log.filter(({ kind }) => kind === 'undone').flatMap(({ payload }) => payload['eventIds'] as string[]),
  );
  return log.filter(({ kind, id }) => kind === 'lifted' && !gone.has(id)).length;
}

test.describe.configure({ timeout: 420_000 });
test.beforeEach(({ page }) => signIn(page));

/** By a scale, or by whose cups. */
async function measureBy(page: Page, label: string): Promise<void> {
  await page.goto('/kitchen');
  const field = page.getByLabel('Amounts are measured by');
  await field.selectOption({ label });
  await page.locator('form', { has: field }).getByRole('button').click();
  await expect(page.getByText('Kept. Runs made from now on use it.')).toBeVisible();
}

test('a small batch without a scale: cups, spoons and eggs from the text to the last lift', async ({ page }) => {
  const faults = watchFaults(page);
  const name = named('Saltmarsh small batch');
  await measureBy(page, 'US, cup 237 mL');
  await paste(
    page,
    `${name}
Makes 6-8, or 12 or so if you go small

1 cup (125 g) all-purpose flour
2 tsp baking powder
1 tablespoon sugar
1/4 tsp salt
1 cup milk
1 egg or 1/4 cup unsweetened applesauce
2 Tbsp butter, melted, plus more for the pan

Whisk the dry things. Stir in the wet until just combined; lumps are fine.
Let it sit 10 minutes on the counter.
Heat a griddle to 360°F. Pour by the scant 1/4 cup.
When bubbles cover the top and stay open, about 1:45, flip. Another 45 seconds.`,
  );
  await expect(method(page, 'Each pour')).toContainText('59 mL');
  await expect(method(page, 'First side')).toContainText('1:45');
  await expect(method(page, 'Rests')).toContainText('10 min, on the counter');
  await expect(method(page, 'Flip')).toContainText('when holes stay open');
  // what is not so is left out, and the formula goes by its kind there
  await page.getByRole('button', { name: /^Leave out Makes/ }).click();
  await intoTheBook(page);
  const runId = await rehearse(page, name, 6);
  await stage(page, 'Batter');
  await expect(page.getByTestId('measured')).toContainText('× 1 the recipe');
  await expect(page.getByTestId('row-mix-plainFlour')).toContainText('1 cup');
  await expect(page.getByTestId('row-mix-egg')).toContainText('1 egg');
  await expect(page.getByTestId('row-mix-milk')).toContainText('1 cup');
  await mixAll(page);
  await cookAll(page);
  expect(await liftedOf(page, runId)).toBe(6);
  await measureBy(page, 'a scale');
  expect(faults).toEqual([]);
});

test('whipped whites in two bowls, 21 pieces', async ({ page }) => {
  const faults = watchFaults(page);
  const name = named('Saltmarsh clouds');
  await paste(
    page,
    `${name}
Makes 21

7 eggs, separated
280 ml buttermilk
180 g cake flour
2 tsp baking powder
1/4 tsp cream of tartar
110 g sugar
butter for the griddle

Beat yolks, buttermilk, flour and powder smooth.
Whip the whites with the cream of tartar and sugar to firm peaks; fold in by thirds.
Griddle at 150 °C. 80 ml each, lid on. 4 minutes, turn gently, 3 minutes.`,
  );
  await expect(page.getByLabel('Kind of batter')).toHaveValue('whippedWhite');
  await expect(method(page, 'Covered')).toContainText('under a lid');
  await intoTheBook(page);
  const runId = await rehearse(page, name, 21);
  await stage(page, 'Batter');
  await page
    .getByRole('button', { name: /^Make it in \d lots|^In \d lots/ })
    .first()
    .click();
  await settled(page);
  await mixAll(page);
  await cookAll(page);
  expect(await liftedOf(page, runId)).toBe(21);
  expect(faults).toEqual([]);
});

test('an overnight blender batter: mixed the evening before, nothing taken out to go back in', async ({ page }) => {
  const faults = watchFaults(page);
  const name = named('Saltmarsh overnight crepes');
  await paste(
    page,
    `${name}
yield: about 8 crepes

2 large eggs
1 cup milk
3/4 cup flour
1 1/2 tbsp melted butter
1/4 teaspoon fine sea salt
cooking spray

Put everything in the blender in that order, 30 seconds.
Refrigerate overnight, or at least 1 hour.
Medium-high heat. Spray the pan each time. 1/4 cup for a 10-inch pan; swirl.
Flip when the edge is dry and lifts, 40 seconds or so, then 20 more.
Cooled, they freeze between sheets of paper; batter keeps 2 days in the fridge.`,
  );
  await expect(method(page, 'Rests')).toContainText('overnight, in the fridge');
  await expect(method(page, 'Fat')).toContainText('spray');
  await expect(method(page, 'Keeps').first()).toContainText(/freezes|the batter/);
  await intoTheBook(page);
  const runId = await rehearse(page, name, 6);
  // mixed on the evening before, and out of the fridge in the morning
  await expect(page.getByText(/batter out of the fridge, stirred/).first()).toBeVisible();
  await expect(page.getByText(/[Ee]ggs, milk out of the fridge/)).toHaveCount(0);
  await mixAll(page);
  await cookAll(page);
  expect(await liftedOf(page, runId)).toBe(6);
  expect(faults).toEqual([]);
});

test('soaked oats tripled, without an egg', async ({ page }) => {
  const faults = watchFaults(page);
  const name = named('Saltmarsh oat cakes');
  await paste(
    page,
    `${name}
1 cup old-fashioned oats
1 1/4 cups oat milk
1 ripe banana, mashed
1 tbsp ground flaxseed
2 tsp baking powder
pinch salt

Soak the oats in the oat milk 5 min, then blend with the rest.
Non-stick pan, medium-low, no oil.
1/4 cup per pancake. Flip when the edges look dry, 2-3 min; 1 min on side two.`,
  );
  await expect(method(page, 'Soaks')).toContainText('5 min');
  await expect(method(page, 'Fat')).toContainText('no fat');
  await expect(method(page, 'Second side')).toContainText('1:00');
  await intoTheBook(page);
  await page.getByRole('radio', { name: 'Times' }).click();
  await page.getByLabel('Times').fill('3');
  await expect(page.getByTestId('line-rolledOats')).toContainText('3 cups');
  const runId = await rehearse(page, name, 12);
  await expect(page.getByText(/[Ss]oak/).first()).toBeVisible();
  await mixAll(page);
  await cookAll(page);
  expect(await liftedOf(page, runId)).toBe(12);
  expect(faults).toEqual([]);
});

/** The thickest word for how a batter falls. */
const TOO_THICK = 'Clings to the ladle';

test('coarse meal that thickens beside the griddle is thinned twice in mid-run', async ({ page }) => {
  const faults = watchFaults(page);
  const name = named('Saltmarsh corn cakes');
  await paste(
    page,
    `${name}
1 cup stone-ground cornmeal
1 cup water
1/2 to 3/4 cup milk, until like cream
1 egg
1 tsp salt
2 T oil
1 tsp baking powder

Soak the meal in the water 15 min. Stir in the rest.
Medium heat, oil in the pan for each panful, 3 tablespoons of batter each.
Cook until brown underneath, 3 to 4 minutes; turn, 2-3 minutes more.`,
  );
  await expect(page.getByLabel('Kind of batter')).toHaveValue('coarseMeal');
  await intoTheBook(page);
  const runId = await rehearse(page, name, 24);
  await mixAll(page);
  let thinned = 0;
  await cookAll(page, async (step) => {
    if (thinned === 2 || step < 8 + thinned * 30) return;
    // the batter's own panel: measured by a word, then what it says stirred in
    const panel = page.getByTestId('at-hand').getByRole('button', { name: new RegExp(name) });
    if ((await panel.getAttribute('aria-expanded')) !== 'true') await panel.click();
    await page.getByTestId('at-hand').getByRole('button', { name: 'Measure it' }).click();
    await page.getByTestId('at-hand').getByRole('button', { name: TOO_THICK }).click();
    await settled(page);
    const stir = page
      .getByTestId('at-hand')
      .getByRole('button', { name: /stirred in|^Stir/i })
      .first();
    await stir.click();
    await settled(page);
    await panel.click();
    thinned += 1;
  });
  const doses = (await logOf(page, runId)).filter(({ kind }) => kind === 'lot-thinned');
  // the liquid that the recipe holds back goes first
  expect(doses.every(({ payload }) => payload['ingredientId'] === 'milk')).toBe(true);
  expect([thinned, await liftedOf(page, runId)]).toEqual([2, 24]);
  expect(faults).toEqual([]);
});
