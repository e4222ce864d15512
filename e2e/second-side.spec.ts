import { randomUUID } from 'node:crypto';
import { expect, test } from '@playwright/test';
import { accessFaults, cookNow, cookedOn, logOf, settled, signIn, tapElsewhere } from './app.ts';

test('a second side that is not done is said to be, a raw middle is told, and later ones are left longer', async ({
  page,
}) => {
  await signIn(page);
  const runId = await cookNow(page);
  const { formulaId, stationId } = await cookedOn(page, runId);
  const [first, second] = [randomUUID(), randomUUID()];
  const poured = (pieceId: string, placeId: string) => ({ pieceId, formulaId, stationId, placeId, volumeMl: 75 });
  await tapElsewhere(page, runId, [
    { kind: 'poured', agoS: 260, payload: poured(first, 'A1') },
    { kind: 'flipped', agoS: 115, payload: { pieceId: first } },
  ]);
  const hand = page.getByTestId('next-hand');
  const ladder = page.getByTestId('ladder');
  await expect(hand).toContainText(/Lift\s+A1/);
  await expect(hand).toContainText(/now|late/);

  // pressed, it does not spring back: it is not asked for again at once
  await hand.getByRole('button', { name: /Not yet/ }).click();
  await settled(page);
  await expect(hand).toContainText(/Lift\s+A1\s*0:[0-3]\d/);
  const told = (await logOf(page, runId)).filter(({ kind }) => kind === 'cue-seen');
  expect(told.map(({ payload }) => payload)).toEqual([{ pieceId: first, cue: 'notYet', side: 2 }]);

  // off, and cut open: how it turned, then its middle
  await page.locator('[data-place="A1"]').click();
  await page.getByTestId('judge-turn').getByRole('button', { name: 'Just right' }).click();
  const middle = page.getByTestId('judge-centre');
  await expect(middle).toContainText('Test piece A1, cut open');
  expect(await accessFaults(page)).toEqual([]);
  await middle.getByRole('button', { name: 'Raw' }).click();
  await expect(page.getByTestId('raw-inside')).toContainText('A1 was raw inside: do not serve it.');
  await settled(page);

  // a later one of its place is left longer, and its ladder says why
  await tapElsewhere(page, runId, [
    { kind: 'poured', agoS: 155, payload: poured(second, 'A1') },
    { kind: 'flipped', agoS: 5, payload: { pieceId: second } },
  ]);
  await expect(ladder.getByTestId('second-learned')).toContainText(/Left \d+ % longer than usual/);

  // the verdict can be taken back
  await page.getByTestId('undo').click();
  await settled(page);
  await expect(page.getByTestId('raw-inside')).toBeHidden();
});
