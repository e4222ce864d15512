import { expect, test } from '@playwright/test';
import { accessFaults, cookNow, logOf, settled, signIn, stage, watchFaults } from './app.ts';

test('20 what a method says is offered figure by figure, and left out where it is not so', async ({ page }) => {
  const faults = watchFaults(page);
  await signIn(page);
  await page.goto('/formulas');
  await page.getByRole('link', { name: /Paste/ }).first().click();
  await page.getByLabel('The text of the recipe').fill(
    `Blinis de la jetée
150 g de farine
10 cl de lait
1 œuf
1 c. à c. de bicarbonate

Fouetter, reposer 20-30 min au frigo.
Feu moyen, 1 c. à soupe par blini, retourner dès que des bulles se forment (environ 1 min 30), puis 1 min.`,
  );
  const row = (what: string) =>
    page
      .getByTestId('pasted-method')
      .getByRole('listitem')
      .filter({ has: page.getByText(what, { exact: true }) });
  await expect(row('Rests')).toContainText('20 min to 30 min, in the fridge');
  await expect(row('Heat')).toContainText('medium: about');
  await expect(row('Heat')).toContainText('a wide guess');
  await expect(row('First side')).toContainText('1:30');
  await expect(row('Second side')).toContainText('1:00');
  await expect(row('Flip')).toContainText('when bubbles cover the face');
  await page.getByRole('button', { name: /^Leave out Heat/ }).click();
  await expect(page.getByRole('button', { name: /^Take in Heat/ })).toBeVisible();
  expect(await accessFaults(page)).toEqual([]);
  await page.getByRole('button', { name: 'Into the book' }).click();
  await page.waitForURL(/\/formulas\/[0-9a-f-]{36}$/);
  const id = page.url().split('/').at(-1)!;
  const { body } = (await (await page.request.get('/api/formulas')).json()).find(
    (each: { id: string }) => each.id === id,
  );
  expect([body.rest.where, body.flip.rule, body.portion.volumeMl]).toEqual([
    'fridge',
    'coveredFace',
    expect.closeTo(15, 0),
  ]);
  // the heat that was left out is the kind's own
  expect(body.heat.reason).not.toContain('Feu moyen');
  expect(body.rest.reason).toContain('reposer 20-30 min au frigo');
  await page.request.put(`/api/formulas/${id}/archived`, { data: { archived: true } });
  expect(faults).toEqual([]);
});

test('20 a pour by a share of a ladle, a batter as it is, and a layout by hand', async ({ page }) => {
  const faults = watchFaults(page);
  await signIn(page);
  const runId = await cookNow(page);
  await stage(page, 'Portion');
  await page.getByLabel('Another amount').fill('2/3 of the no. 10');
  await page.getByRole('button', { name: 'Use it' }).click();
  await settled(page);
  const log = () => logOf(page, runId);
  const portion = async () => (await log()).findLast(({ kind }) => kind === 'portion-set')?.payload['volumeMl'];
  await expect.poll(portion).toBeCloseTo(63.1, 0);

  // places: one taken away by a tap on its button, one added where there is room, and no room is said
  const board = page.locator('[data-layout]').first();
  const count = async () => Number(/\d+/.exec(await board.getByTestId('layout-count').innerText())![0]);
  const before = await count();
  await board.locator('[data-place="A1"]').click();
  await board.getByRole('button', { name: 'Take A1 away' }).click();
  await expect.poll(count).toBe(before - 1);
  await board.getByRole('button', { name: 'Add a place' }).click();
  await expect.poll(count).toBe(before);
  await expect(board.getByText('Two pieces touch')).toHaveCount(0);
  for (let i = 0; i < 40 && (await board.getByText('No room for another').count()) === 0; i++)
    await board.getByRole('button', { name: 'Add a place' }).click();
  await expect(board.getByText('No room for another')).toBeVisible();
  await expect(board.getByText('Two pieces touch')).toHaveCount(0);

  await stage(page, 'Rest');
  await page.getByRole('button', { name: 'How warm, how much is left' }).click();
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await expect(page.getByText('Write how warm it is, or how much is left.')).toBeVisible();
  await page.getByLabel('Batter is').fill('99');
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await expect(page.getByText('From 0 to 45.')).toBeVisible();
  await page.getByLabel('Batter is').fill('17,5');
  await page.getByLabel('Left in the bowl').fill('2 1/2 cups');
  await page.getByRole('button', { name: 'Keep', exact: true }).first().click();
  await settled(page);
  const last = async (kind: string) => (await log()).findLast((each) => each.kind === kind)?.payload;
  await expect.poll(() => last('lot-read')).toMatchObject({ batterC: 17.5, leftMl: 591 });
  await expect(page.getByTestId('batter-left')).toContainText('pours');
  await page.getByLabel('Room').fill('31');
  await page.getByRole('button', { name: 'Keep', exact: true }).last().click();
  await settled(page);
  await expect(page.getByText(/Read: room 31/)).toBeVisible();
  expect(faults).toEqual([]);
});
