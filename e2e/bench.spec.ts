import { expect, test, type Page } from '@playwright/test';
import { DEMO_IDS } from '../src/demo/people.ts';
import { accessFaults, bookOf, logOf, newRun, settled, signIn, stage, watchFaults } from './app.ts';

const CAKES = `/formulas/${DEMO_IDS.formulas.cakes}`;
const amountOf = async (page: Page, id: string) =>
  Number((await page.getByTestId(`line-${id}`).getByTestId('amount').innerText()).replaceAll(/[^\d.]/g, ''));

/** A formula of this test's own, last in the book, put away when it is done. */
async function duplicate(page: Page, name: string): Promise<string> {
  await page.goto(CAKES);
  const { body } = (await bookOf(page)).find((formula) => formula.id === DEMO_IDS.formulas.cakes)!;
  const id = crypto.randomUUID();
  await page.request.post('/api/formulas', { data: { id, body: { ...body, name } } });
  await page.goto(`/formulas/${id}`);
  await expect(page.getByRole('heading', { name })).toBeVisible();
  return id;
}
const putAway = (page: Page, id: string) =>
  page.request.put(`/api/formulas/${id}/archived`, { data: { archived: true } });

test('a given weight of buttermilk is used up: eggs come whole, and so do panfuls', async ({ page }) => {
  const faults = watchFaults(page);
  await signIn(page);
  await page.goto(CAKES);
  await page.getByRole('radio', { name: 'What is left' }).click();
  await page.getByLabel('Of what').selectOption('buttermilk');
  for (const there of ['700', '1234', '430']) {
    await page.getByLabel('There is').fill(there);
    await expect.poll(() => amountOf(page, 'buttermilk')).toBeCloseTo(Number(there), -0.7);
    const eggs = await amountOf(page, 'egg');
    expect(eggs % 50).toBe(0);
    await expect(page.getByTestId('line-egg')).toContainText(new RegExp(`${eggs / 50} eggs?`));
  }
  // 3 panfuls of 6 are 18 pieces, no more and no less
  await page.getByRole('radio', { name: 'Panfuls' }).click();
  await page.getByLabel('Panfuls').fill('3');
  await page.getByLabel('In a panful').fill('6');
  await expect(page.getByTestId('pieces')).toHaveText('18 pieces');
  await expect(page.getByText('are left over')).toHaveCount(0);
  // another pour leaves a rest, and a way out of it that comes whole
  await page.getByRole('radio', { name: 'Times' }).click();
  await page.getByLabel('Times').fill('3,7');
  await expect(page.getByText(/\d+ mL are left over/)).toBeVisible();
  await page.getByRole('button', { name: 'Do that' }).first().click();
  await expect(page.getByText('are left over')).toHaveCount(0);
  expect(faults).toEqual([]);
});

test('made without milk: stand-ins, the effect in a line, and the butter on the plate', async ({ page }) => {
  await signIn(page);
  const id = await duplicate(page, 'Zephyr cakes');
  await page.getByRole('button', { name: 'Without milk' }).click();
  await expect(page.getByTestId('line-oatDrink')).toBeVisible();
  await expect(page.getByTestId('line-buttermilk')).toHaveCount(0);
  await expect(page.getByTestId('effect')).toContainText('now with oats');
  await expect(page.getByText('milk is on every piece')).toBeVisible();
  await expect(page.getByTestId('effect')).not.toContainText('no milk');
  expect(await accessFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Grease with oil' }).click();
  await expect(page.getByTestId('effect')).toContainText('no milk in it');
  await expect(page.getByText('carries allergens over')).toBeVisible();

  await page.getByRole('button', { name: 'Keep as revision 2' }).click();
  await expect(page.getByText('Thick, leavened, revision 2')).toBeVisible();
  await expect(page.getByTestId('draft')).toHaveCount(0);
  // the first revision beside it, and back on the bench
  await page.getByRole('button', { name: /revision 1, Zephyr cakes/ }).click();
  await expect(page.getByTestId('beside')).toContainText('Buttermilk');
  await page.getByRole('button', { name: 'Put revision 1 on the bench' }).click();
  await expect(page.getByTestId('line-buttermilk')).toBeVisible();
  await putAway(page, id);
});

test('one thing for another, sweet to savoury, and a line that nobody knows', async ({ page }) => {
  await signIn(page);
  const id = await duplicate(page, 'Zigzag cakes');
  await page.getByRole('button', { name: 'Something instead of Eggs' }).click();
  await page.getByRole('menuitem', { name: /ground flax seed/ }).click();
  await expect(page.getByTestId('effect')).toContainText('no egg in it');
  await page.getByRole('button', { name: 'Make it savoury' }).click();
  await expect(page.getByTestId('effect')).toContainText('browns later');
  await page.getByLabel('Add an ingredient').fill('cinn');
  await page.getByRole('option', { name: 'Cinnamon' }).click();
  await expect(page.getByText('Left out of every sum')).toContainText('Cinnamon');
  await page.getByLabel('Cinnamon, % of flour').fill('0,4');
  await page.getByLabel('Cinnamon, % of flour').blur();
  await expect(page.getByText('Left out of every sum')).toHaveCount(0);
  await page.getByRole('button', { name: 'As in the book' }).click();
  await expect(page.getByTestId('draft')).toHaveCount(0);
  await putAway(page, id);
});

test('wrong input on the bench is told, and nothing is lost', async ({ page }) => {
  await signIn(page);
  const id = await duplicate(page, 'Zonal cakes');
  await page.getByRole('radio', { name: 'Eggs', exact: true }).click();
  for (const [eggs, said] of [
    ['2.5', 'Eggs come whole'],
    ['0', 'Write a number above zero.'],
    ['', 'Write a number above zero.'],
  ] as const) {
    await page.getByLabel('Eggs', { exact: true }).fill(eggs);
    await expect(page.getByTestId('fault')).toContainText(said);
  }
  await page.getByLabel('Eggs', { exact: true }).fill('3');
  await expect(page.getByTestId('fault')).toHaveCount(0);
  // no flour: told, and not kept
  await page.getByLabel('Plain flour, % of flour').fill('');
  await page.getByLabel('Plain flour, % of flour').blur();
  await expect(page.getByTestId('fault')).toContainText('no flour or grain');
  await expect(page.getByRole('button', { name: 'Keep as revision 2' })).toBeDisabled();
  await page.getByLabel('Plain flour, % of flour').fill('100');
  await page.getByLabel('Plain flour, % of flour').blur();
  await page.getByLabel('Fine salt, % of flour').fill('minus two');
  await page.getByLabel('Fine salt, % of flour').blur();
  await expect(page.getByLabel('Fine salt, % of flour')).toHaveValue('1.2');

  // someone keeps a newer one meanwhile: told, and mine stays on the bench
  await page.getByLabel('Sugar, % of flour').fill('15');
  await page.getByLabel('Sugar, % of flour').blur();
  const { body } = (await bookOf(page)).find((formula) => formula.id === id)!;
  await page.request.put(`/api/formulas/${id}`, { data: { revision: 1, body: { ...body, name: 'Zonal, theirs' } } });
  await page.getByRole('button', { name: 'Keep as revision 2' }).click();
  await expect(page.getByText('Someone kept a newer revision')).toBeVisible();
  await page.getByRole('button', { name: 'Show me theirs, keep mine here' }).click();
  await expect(page.getByRole('heading', { name: 'Zonal, theirs' })).toBeVisible();
  await expect(page.getByLabel('Sugar, % of flour')).toHaveValue('15');
  await page.getByRole('button', { name: 'Keep as revision 3' }).click();
  await expect(page.getByText('Thick, leavened, revision 3')).toBeVisible();
  await putAway(page, id);
});

test('how it is made is changed, each choice with its reason', async ({ page }) => {
  await signIn(page);
  const id = await duplicate(page, 'Zip cakes');
  await page.getByRole('button', { name: 'Change how it is made' }).click();
  await page.getByLabel('Best', { exact: true }).fill('90');
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByText('The best must lie between')).toBeVisible();
  await page.getByLabel('Best', { exact: true }).fill('20');
  await page.getByRole('button', { name: 'Step 3 earlier' }).click();
  await page.getByRole('button', { name: 'Another step' }).click();
  await page.getByLabel('Step 4', { exact: true }).fill('Taste nothing');
  await page.getByLabel('School').selectOption('smooth');
  expect(await accessFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Put it on the bench' }).click();
  await expect(page.getByText('best after 20 min')).toBeVisible();
  await page.getByRole('button', { name: 'Keep as revision 2' }).click();
  await expect(page.getByText('Thick, leavened, revision 2')).toBeVisible();
  const { body } = (await bookOf(page)).find((formula) => formula.id === id)!;
  expect(body.mix).toMatchObject({
    school: 'smooth',
    steps: { length: 4, 1: 'Fold 30 s, lumps stay', 3: 'Taste nothing' },
  });
  await putAway(page, id);
});

test('a recipe is pasted, mended line by line, and goes into the book', async ({ page }) => {
  await signIn(page);
  await page.goto('/formulas');
  await page.getByRole('link', { name: 'Paste a recipe' }).click();
  await page.getByLabel('The text of the recipe').fill('What a lovely morning it was.');
  await expect(page.getByText('No ingredient was found in it')).toBeVisible();
  await page
    .getByLabel('The text of the recipe')
    .fill(
      [
        ...['Zander pancakes', '', 'Makes 10', '', '2 cups flour', '2 tsp baking powder', 'pinch of salt', '1 egg'],
        ...['300 ml milk', '1 packet zarf', 'butter, for the pan', '', 'Method'],
        ...['Whisk it all together.', 'Cook until bubbles open, flip, and cook the second side 15 minutes.'],
      ].join('\n'),
    );
  await expect(page.getByText('3 lines are still open.')).toBeVisible();
  await expect(page.getByText('Were seconds meant?')).toBeVisible();
  const keep = page.getByRole('button', { name: 'Into the book' });
  await expect(keep).toBeDisabled();
  await page.getByRole('button', { name: 'It is right: 2 cups flour' }).click();
  await page.getByRole('button', { name: 'It is right: pinch of salt' }).click();
  await page.getByRole('button', { name: 'Mend: 1 packet zarf' }).click();
  await page.getByRole('button', { name: 'So it is' }).click();
  await expect(page.getByText('Choose what it is')).toBeVisible();
  await page.getByLabel('What it is').selectOption('vanilla');
  await page.getByLabel('How much, g').fill('4,5');
  await page.getByRole('button', { name: 'So it is' }).click();
  expect(await accessFaults(page)).toEqual([]);
  await keep.click();
  await expect(page.getByRole('heading', { name: 'Zander pancakes' })).toBeVisible();
  await expect(page.getByLabel('Vanilla extract, % of flour')).toHaveValue('1.8');
  await expect(page.getByText('Left out of every sum')).toContainText('Fine salt');
  const made = (await bookOf(page)).find((formula) => formula.body.name === 'Zander pancakes')!;
  expect(made.body.written).toEqual({ grainG: expect.closeTo(250, 0), pieces: 10 });
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByText('put away')).toBeVisible();
});

test('the larder: own figures of a shipped ingredient, one of the kitchen’s own, and wrong ones', async ({ page }) => {
  await signIn(page);
  await page.goto('/ingredients');
  await page.getByRole('button', { name: 'Change Tapioca starch' }).click();
  await page.getByLabel('A cup weighs').fill('10');
  await page.getByLabel('at least').fill('90');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('The range must hold the figure.')).toBeVisible();
  await page.getByLabel('A cup weighs').fill('113');
  await page.getByRole('button', { name: 'Keep it' }).click();
  const row = page.getByTestId('food-tapiocaStarch');
  await expect(row).toContainText('113 g');
  await expect(row).toContainText('yours');
  await page.getByRole('button', { name: 'Change Tapioca starch' }).click();
  await page.getByRole('button', { name: 'Back to the shipped figures' }).click();
  await expect(row).toContainText('118 g');

  await page.getByRole('button', { name: 'Add an ingredient' }).click();
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Write what it is called.')).toBeVisible();
  await page.getByLabel('What it is called').fill('Zizania flour');
  await page.getByLabel('Protein').fill('9');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('Fill in all five, or none.').first()).toBeVisible();
  await page.getByLabel('Protein').fill('');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page.getByLabel('Find').fill('zizania');
  await expect(page.getByText('Zizania flour')).toBeVisible();
  await expect(page.getByText('unknown')).toBeVisible();
  await page.getByRole('button', { name: 'Change Zizania flour' }).click();
  await page.getByRole('button', { name: 'Take it out' }).click();
  await expect(page.getByText('Zizania flour')).toHaveCount(0);
});

test('less buttermilk in the house than the brief asks for: the run’s batter is sized by it', async ({ page }) => {
  await signIn(page);
  const runId = await newRun(page, 'Short of buttermilk', { cakes: 24, crepes: 4 }, false);
  await stage(page, 'Batter');
  const now = page.getByTestId('row-mix-buttermilk');
  const later = page.getByTestId('row-later-buttermilk');
  const read = async (row: typeof now) =>
    Number((await row.locator('.text-right').first().innerText()).replace(/\D/g, ''));
  const asBriefed = (await read(now)) + (await read(later));
  await page.getByRole('button', { name: 'Make another amount' }).click();
  await page.getByRole('radio', { name: 'What is left' }).click();
  await page.getByLabel('There is').fill('600');
  await page.getByRole('button', { name: 'Make this much' }).click();
  await expect(page.getByTestId('resized')).toContainText('24 pieces asked for');
  // what goes in now and what stays back are figures of their own, and together what is there
  await expect.poll(async () => (await read(now)) + (await read(later))).toBe(600);
  expect(await later.evaluate((row) => row.tagName)).toBe('DIV'); // no button: nobody can tick it by mistake
  await settled(page);
  const log = await logOf(page, runId);
  expect(log.findLast((event) => event.kind === 'lot-sized')!.payload).toMatchObject({ target: { massG: 600 } });
  await page.getByRole('button', { name: 'As the brief asks' }).click();
  await expect.poll(async () => (await read(now)) + (await read(later))).toBe(asBriefed);
});

test('a formula from the shelf goes into the book, and away', async ({ page }) => {
  await signIn(page);
  await page.goto('/formulas');
  await page.getByRole('button', { name: 'Take Spoon crepes, rich in egg into the book' }).click();
  await expect(page.getByRole('heading', { name: 'Spoon crepes' })).toBeVisible();
  await expect(page.getByTestId('pieces')).toHaveText(/^1[45] pieces$/);
  await page.getByRole('button', { name: 'Put away' }).click();
  await expect(page.getByRole('button', { name: 'Take back into the book' })).toBeVisible();
  await page.goto('/runs/new');
  await expect(page.getByText('Griddle cakes')).toBeVisible();
  await expect(page.getByText('Spoon crepes')).toHaveCount(0);
});
