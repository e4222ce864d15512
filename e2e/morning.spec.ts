import { isEqual } from 'es-toolkit';
import { expect, test, type Page } from '@playwright/test';
import { logOf, newRun, settled, signIn, stage, watchFaults } from './app.ts';

/** What the test itself did, to hold against the database: kind and what it was about. */
type Tap = { kind: string; about: string };

test('a whole morning, both batters, rehearsed with a stepped clock through the real screens', async ({ page }) => {
  test.setTimeout(300_000);
  const faults = watchFaults(page);
  const taps: Tap[] = [];
  await signIn(page);
  const runId = await newRun(page, 'Stepped morning', { cakes: 12, crepes: 4 }, true);
  taps.push({ kind: 'brief-set', about: '12+4' }, { kind: 'clock-set', about: '0' });
  await expect(page.getByText('Start at')).toBeVisible();

  const skip = async () => {
    await page.getByRole('button', { name: 'To the next task' }).click();
    taps.push({ kind: 'clock-set', about: '0' });
    await settled(page);
  };
  const nowText = () => page.getByTestId('now').innerText();

  // Batter: every line in its order, then mixed
  await stage(page, 'Batter');
  await skip();
  for (const batter of ['Griddle cakes', 'Skerry crepes']) {
    await page.getByRole('radio', { name: batter, exact: true }).click();
    await page.getByRole('button', { name: 'In the bowl' }).waitFor();
    while (await page.getByRole('button', { name: 'In the bowl' }).isVisible()) {
      const tin = /baking (powder|soda)/.exec(await page.getByTestId('next-line').innerText());
      await page.getByRole('button', { name: 'In the bowl' }).click();
      // powder and soda stand in one batter: which tin it is is asked once more
      if (tin) await page.getByRole('button', { name: `It is the ${tin[1]}` }).click();
      taps.push({ kind: 'line-weighed', about: batter });
      await settled(page);
    }
    // folded: from wet meets dry the seconds count
    if (await page.getByRole('button', { name: 'Wet meets dry' }).isVisible()) {
      await page.getByRole('button', { name: 'Wet meets dry' }).click();
      taps.push({ kind: 'mixing-begun', about: batter });
      await settled(page);
    }
    await page.getByRole('button', { name: /^Mixed/ }).click();
    taps.push({ kind: 'lot-mixed', about: batter });
    await settled(page);
    // what stays back goes in when it falls too thick: here all of it
    if (await page.getByTestId('held-back').isVisible()) {
      await page.getByRole('button', { name: /^All of it/ }).click();
      taps.push({ kind: 'lot-thinned', about: batter });
      await settled(page);
      await page.getByRole('button', { name: /^Mix Skerry crepes|^Rest/ }).click();
    }
  }

  // Rest: until both may be poured, then to the plate
  await page.waitForURL('**/rest');
  await expect(page.getByText('until it may be poured')).toHaveCount(2);
  for (let i = 0; i < 8 && (await page.getByText('until it may be poured').count()) > 0; i++) await skip();
  for (const _ of [1, 2]) {
    await page
      .getByRole('button', { name: /to the plate/i })
      .first()
      .click();
    taps.push({ kind: 'rest-ended', about: '' });
    await settled(page);
  }
  await expect(page.getByText('At the plate')).toHaveCount(2);

  // Heat: light all when the plan says so, wait for the heat, hold it, read the probe
  const adopted = (await logOf(page, runId)).filter((event) => event.kind === 'plan-adopted').at(-1)!;
  const lightMs = (adopted.payload['firstPourMs'] as number) - 9 * 60_000;
  const simMs = async () => (await logOf(page, runId)).filter((event) => event.kind === 'clock-set').at(-1)!.payload;
  for (let i = 0; i < 8 && ((await simMs())['simAtMs'] as number) < lightMs; i++) await skip();
  await stage(page, 'Heat');
  await settled(page);
  const lit = page.getByRole('button', { name: /^Lit at/ });
  await lit.first().waitFor();
  const zones = await lit.count(); // the plan may leave a zone of the griddle cold
  expect(zones).toBeGreaterThanOrEqual(3);
  for (let i = 0; i < zones; i++) {
    await lit.first().click();
    taps.push({ kind: 'burner-turned', about: 'lit' });
    await settled(page);
  }
  await page.getByRole('radio', { name: '10×' }).click();
  taps.push({ kind: 'clock-set', about: '10' });
  // each step of heat is tapped where it is shown, until the first pour is near
  const step = page.getByTestId('heat-step').getByRole('button', { name: /^Turned/ });
  const firstPourMs = adopted.payload['firstPourMs'] as number;
  const shownMs = async () => {
    const { simAtMs } = (await logOf(page, runId)).at(-1)!;
    return simAtMs!;
  };
  for (let turns = 0; turns < 12; turns++) {
    const there = await step.first().isVisible();
    if (!there && (await shownMs()) > firstPourMs - 4 * 60_000) break;
    if (!there) {
      const appeared = await step
        .first()
        .waitFor({ timeout: 15_000 })
        .then(
          () => true,
          () => false,
        );
      if (!appeared) break;
    }
    await step.first().click();
    taps.push({ kind: 'burner-turned', about: 'held' });
    await settled(page);
  }
  await page.getByRole('radio', { name: 'Stand still' }).click();
  taps.push({ kind: 'clock-set', about: '0' });
  await settled(page);
  for (const zone of ['A', 'B', 'C', 'P', 'Q']) {
    await page.locator(`[data-zone="${zone}"]`).getByRole('button', { name: 'Read the simulated probe' }).click();
    taps.push({ kind: 'reading-taken', about: zone });
    await settled(page);
    await expect(page.locator(`[data-zone="${zone}"]`)).toContainText('From the last reading');
  }

  // Portion: a scoop that exists
  await stage(page, 'Portion');
  await page.getByRole('button', { name: /Scoop no. 12/ }).click();
  taps.push({ kind: 'portion-set', about: '79' });
  await settled(page);
  await expect(page.getByTestId('layout-count').first()).toHaveText('18 places');

  // Cook: whatever the card says, by key, by tap on the piece, by row; a reload in the middle
  await stage(page, 'Cook');
  await settled(page);
  let reloaded = false;
  let cueTapped = false;
  let undone = false;
  const heat = page.locator('[data-testid="heat-alarm"], [data-testid="heat-advice"], [data-testid="done-advice"]');
  for (let step = 0; step < 400; step++) {
    if (await page.getByText('All off').isVisible()) break;
    if (await heat.isVisible()) {
      await heat.getByRole('button').first().click();
      taps.push({ kind: 'burner-turned', about: 'asked for' });
      await settled(page);
      continue;
    }
    const time = await page.getByTestId('next-time').innerText();
    if (time !== 'now' && time !== 'late') {
      if (!cueTapped) cueTapped = await tapVisibleCue(page, taps);
      await skip();
      continue;
    }
    const { kind, place } = await nextOf(page);
    const row = page.getByTestId('row');
    if ((await row.isEnabled()) && step % 3 === 0) {
      const count = Number(/All (\d+) of/.exec(await row.innerText())![1]);
      await row.click();
      for (let i = 0; i < count; i++) taps.push({ kind, about: 'row' });
    } else if (step % 3 === 1) {
      await page.keyboard.press(' ');
      taps.push({ kind, about: place });
    } else {
      await page.locator(`[data-place="${place}"]`).click();
      taps.push({ kind, about: place });
    }
    await settled(page);
    if (!undone && kind === 'flipped') {
      await page.getByTestId('undo').click();
      taps.push({ kind: 'undone', about: '' });
      await settled(page);
      undone = true;
    }
    if (!reloaded && undone && cueTapped) {
      const shown = async () => [
        await page.getByTestId('next-hand').innerText(),
        await nowText(),
        await page.locator('[data-place]').allInnerTexts(),
      ];
      // how long the next side takes is worked out last
      let before = await shown();
      await expect.poll(async () => isEqual(before, (before = await shown())), { intervals: [400] }).toBe(true);
      await page.reload();
      await settled(page);
      await expect.poll(shown).toEqual(before);
      reloaded = true;
    }
  }
  await expect(page.getByText('All off')).toBeVisible();
  expect({ reloaded, cueTapped, undone }).toEqual({ reloaded: true, cueTapped: true, undone: true });
  await expect(page.getByTestId('off').nth(0)).toHaveText('12');
  await expect(page.getByTestId('off').nth(1)).toHaveText('4');

  // Review: what was shown against what was done, and a note
  await page.getByRole('button', { name: 'To the review' }).click();
  taps.push({ kind: 'run-finished', about: '' });
  await expect(page.getByText('Flipped in the window')).toBeVisible();
  await page
    .getByRole('heading', { name: /first side/i })
    .first()
    .scrollIntoViewIfNeeded();
  await expect(page.locator('[data-testid="chart"] canvas')).toBeVisible();
  expect((await page.locator('[data-testid="chart"] canvas').boundingBox())!.height).toBeGreaterThan(200);
  await page.getByLabel(/What to do differently/).fill('Half a step less on B.');
  await page.getByRole('button', { name: 'Keep the note' }).click();
  taps.push({ kind: 'note-kept', about: '' });
  await expect(page.getByText('“Half a step less on B.”')).toBeVisible();
  await settled(page);

  // the database has exactly these taps, in this order, none twice; facts of advice stand among them
  const log = await logOf(page, runId);
  const advice = new Set(['window-shown', 'film-shown', 'plan-adopted']);
  expect(log.filter((event) => !advice.has(event.kind)).map((event) => event.kind)).toEqual(
    taps.map((tap) => tap.kind),
  );
  expect(new Set(log.map((event) => event.id)).size).toBe(log.length);
  expect(log.map((event) => event.seq)).toEqual(log.map((_event, index) => index + 1));
  expect(log.filter((event) => event.kind === 'window-shown').length).toBeGreaterThanOrEqual(32);
  expect(log.filter((event) => event.kind === 'plan-adopted').length).toBeGreaterThanOrEqual(1);
  expect(log.every((event) => typeof event.simAtMs === 'number')).toBe(true);
  expect(faults).toEqual([]);
});

/** The verb and place the card asks for. */
async function nextOf(page: Page): Promise<{ kind: string; place: string }> {
  const text = await page.getByTestId('next-hand').innerText();
  const [, verb, place] = /(Pour|Flip|Lift)\s+([A-Z]\d+)/.exec(text)!;
  return { kind: { Pour: 'poured', Flip: 'flipped', Lift: 'lifted' }[verb as 'Pour']!, place: place! };
}

/**
 * Taps a cue the simulated piece shows; whether the prediction of its flip moved. One that comes when it was expected
 * moves it by less than the second that is shown: then another is tapped, until one does.
 */
async function tapVisibleCue(page: Page, taps: Tap[]): Promise<boolean> {
  const visible = page.getByTestId('visible');
  if (!(await visible.isVisible()) || !/It shows: /.test(await visible.innerText())) return false;
  // on a hot pan a film is flipped when its face is dull, whatever its edge said: ask a cake
  if (!/^[ABC]\d/.test(await page.getByTestId('ladder').getByRole('heading').innerText())) return false;
  const before = await page.getByTestId('flip-at').innerText();
  // the last that shows and was not tapped yet says most
  const shown = (await visible.innerText()).split(',').length;
  const tapped = await page.locator('[data-cue][aria-pressed="true"]').count();
  if (shown <= tapped) return false;
  const cue = page.locator('[data-cue][aria-pressed="false"]').nth(shown - tapped - 1);
  await cue.click();
  taps.push({ kind: 'cue-seen', about: (await cue.getAttribute('data-cue'))! });
  await settled(page);
  // what was seen may bring another piece before the hands: then its ladder shows, and it says nothing of this one
  const after = page.getByTestId('flip-at');
  return (await after.isVisible()) && (await after.innerText()) !== before;
}
