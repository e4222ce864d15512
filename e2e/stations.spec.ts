import { expect, test, type Locator, type Page } from '@playwright/test';
import { accessFaults, logOf, settled, signIn, stage, watchFaults } from './app.ts';

/** The surface a dial's advice promises, °C: the middle of its nine in ten. */
async function promised(page: Page): Promise<{ low: number; high: number }> {
  const text = await page.getByText(/which holds \d+/).innerText();
  const [low, high] = [...text.matchAll(/(\d+)\s*°C/g)].map(([, figure]) => Number(figure));
  return { low: low!, high: high! };
}

const figureOf = async (of: Locator) => Number((await of.innerText()).replace(/\D/g, ''));

test('a station from nothing: read, a hot spot found, put on another burner, a ladle calibrated, pieces laid, a run begun on it', async ({
  page,
}) => {
  const faults = watchFaults(page);
  await signIn(page);
  await page.getByRole('link', { name: 'Stations' }).click();
  await page.getByRole('link', { name: 'New station' }).click();

  // wrong input is told where it stands, and nothing is lost
  await page.getByLabel('What it is called').fill('Slab');
  await page.getByRole('radio', { name: 'Rectangle' }).click();
  await page.getByLabel('Wide').fill('thirty');
  await page.getByRole('button', { name: 'Keep the station' }).click();
  await expect(page.getByText('Write a number.')).toBeVisible();
  await expect(page.getByText('Choose which burner it stands on.')).toBeVisible();
  await page.getByLabel('Wide').fill('50');
  await page.getByLabel('Deep').fill('40');
  await page.getByRole('combobox', { name: /^Metal/ }).selectOption('Aluminium');
  await page.getByLabel('Thick').fill('8');
  await page.getByLabel('Its face').selectOption('Bare metal');

  // two burners of its own: one under it, one beside it
  await page.getByRole('button', { name: 'Add a burner' }).click();
  const burner = page.getByTestId('burner-form');
  await burner.getByLabel('What the burner is called').fill('Slab burner');
  // an element in the middle, much smaller than its plate: its hot spot is no matter of chance
  await burner.getByLabel('What heats it').selectOption('Electric plate');
  await burner.getByLabel('Power on its label').fill('1800');
  await burner.getByLabel('Flame or disc across').fill('24');
  await burner.getByLabel('Its dial').selectOption('Words');
  await burner.getByRole('button', { name: 'Keep the burner' }).click();
  await expect(burner.getByText('Write at least two words with commas between.')).toBeVisible();
  await burner.getByLabel('Its dial').selectOption('Numbers');
  await burner.getByRole('button', { name: 'Keep the burner' }).click();
  await expect(burner).toHaveCount(0);
  await expect(page.getByLabel('Burner under it')).toHaveValue(/^[0-9a-f-]{36}$/);
  await page.getByRole('button', { name: 'Keep the station' }).click();
  await expect(page.getByRole('heading', { name: 'Slab', exact: true })).toBeVisible();
  await expect(page.getByText('Never read: its dial is a guess.')).toBeVisible();
  const guessed = await promised(page);

  // lit on the simulated stove, let stand, read at five spots
  const card = page.getByTestId('calibrate');
  await card.getByRole('radio', { name: 'Simulated stove' }).click();
  await expect(card.getByText('Light it first', { exact: false })).toBeVisible();
  await card.getByRole('button', { name: /^Turned to .* now$/ }).click();
  await card.getByRole('button', { name: 'Let 20 min go by' }).click();
  await card.getByRole('button', { name: 'Let 20 min go by' }).click();
  const plate = page.getByTestId('heat-cells');
  const rows = page.getByTestId('reading');
  let count = 0;
  for (const [x, y] of [
    [0.5, 0.5],
    [0.15, 0.25],
    [0.85, 0.25],
    [0.15, 0.75],
    [0.85, 0.75],
  ] as const) {
    const box = (await plate.boundingBox())!;
    await plate.click({ position: { x: x * box.width, y: y * box.height } });
    await card.getByRole('button', { name: 'Read the simulated probe' }).click();
    await expect(rows).toHaveCount(++count);
  }
  await expect(page.getByText('Never read: its dial is a guess.')).toHaveCount(0);
  await expect
    .poll(async () => (await promised(page)).high - (await promised(page)).low)
    .toBeLessThan(guessed.high - guessed.low);
  // the middle of the plate is its hot spot: the map says so, and keys pick a spot as well
  const readings = await Promise.all((await rows.all()).map((row) => row.innerText()));
  const middle = Number(/probe (\d+)/.exec(readings.at(-1)!)![1]);
  for (const corner of readings.slice(0, 4)) expect(Number(/probe (\d+)/.exec(corner)![1])).toBeLessThan(middle);
  const hottest = await figureOf(page.getByText(/^hottest \d+/));
  expect(hottest).toBeGreaterThan(187);
  await page.getByRole('group', { name: /The whole plate held at/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(card.getByText(/^Spot \d+ cm from the left/)).toBeVisible();

  // one typed wrong is told; another way to look is kept beside them, and taken back
  await card.getByLabel('How to read it').selectOption('Hand above it');
  await card.getByLabel('Seconds a hand bears it', { exact: false }).fill('0');
  await card.getByRole('button', { name: 'Keep' }).click();
  await expect(card.getByText('Write seconds, from 0.5 to 60.')).toBeVisible();
  await card.getByLabel('How to read it').selectOption('Dab of butter');
  await card.getByRole('button', { name: 'Black at once' }).click();
  await expect(rows).toHaveCount(6);
  await page.getByRole('button', { name: 'Take back the reading butter: black at once' }).click();
  await expect(rows).toHaveCount(5);

  // on another burner the pair is unread; back on its own it is known again
  const known = await promised(page);
  await page.getByLabel('Stands on').selectOption('Hob back');
  await expect(page.getByText('Never read: its dial is a guess.')).toBeVisible();
  await page.getByLabel('Stands on').selectOption('Slab burner');
  await expect.poll(() => promised(page)).toEqual(known);
  expect(await accessFaults(page)).toEqual([]);

  // a run on it: only a rehearsal counts what the simulated probe said
  await page.goto('/runs/new');
  await page.getByLabel('What is it called').fill('On the slab');
  await page.getByLabel('Pieces').nth(0).fill('12');
  const cakes = page.getByRole('group', { name: 'Griddle cakes', exact: false });
  await cakes.getByRole('button', { name: 'Griddle', exact: true }).click();
  await cakes.getByRole('button', { name: 'Slab', exact: true }).click();
  await page.getByRole('button', { name: 'Rehearse it first' }).click();
  await page.waitForURL('**/brief');
  await settled(page);
  const runId = page.url().split('/')[4]!;
  const { run } = (await (await page.request.get(`/api/runs/${runId}`)).json()) as {
    run: { pins: { stations: { calibration?: unknown[] }[] } };
  };
  expect(run.pins.stations[0]!.calibration).toHaveLength(1);

  // the kitchen's own ladle, poured into a jug
  await stage(page, 'Portion');
  await page.getByRole('button', { name: 'Calibrate a ladle' }).click();
  await page.getByLabel('Which ladle').fill('Dented ladle');
  await page.getByLabel('Jug after pour 1').fill('60');
  await page.getByLabel('Jug after pour 2').fill('40');
  await page.getByRole('button', { name: 'Keep the ladle' }).click();
  await expect(page.getByText('A jug only fills', { exact: false })).toBeVisible();
  await page.getByLabel('Jug after pour 2').fill('132');
  await page.getByLabel('Jug after pour 3').fill('186');
  await page.getByRole('button', { name: 'Keep the ladle' }).click();
  await page.getByRole('button', { name: 'Pour with Dented ladle' }).click();
  await settled(page);
  await expect(page.getByText('Pours of this ladle differ by', { exact: false })).toBeVisible();
  const inUse = page.getByTestId('sizes').locator('tr', { hasText: 'in use' });
  await expect(inUse).toContainText('62');
  await expect(inUse).toContainText('Dented ladle');

  // pieces laid: dragged by pointer, moved by keys, one taken away; a touching one is not kept
  const board = page.locator('[data-layout]');
  const places = await figureOf(board.getByTestId('layout-count'));
  const first = board.locator('[data-place]').first();
  const second = board.locator('[data-place]').nth(1);
  await board.scrollIntoViewIfNeeded();
  const [from, to] = [(await first.boundingBox())!, (await second.boundingBox())!];
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + to.width / 2 - 10, to.y + to.height / 2, { steps: 4 });
  await page.mouse.up();
  await expect(board.getByText('Two pieces touch. Move one.')).toBeVisible();
  await expect(board.getByRole('button', { name: 'Keep this layout' })).toBeDisabled();
  await first.focus();
  await page.keyboard.press('Delete');
  await expect(board.getByTestId('layout-count')).toHaveText(`${places - 1} places`);
  await board.locator('[data-place]').last().focus();
  await page.keyboard.press('ArrowLeft');
  await board.getByRole('button', { name: 'Keep this layout' }).click();
  await settled(page);
  expect((await logOf(page, runId)).filter((event) => event.kind === 'places-set')).toHaveLength(1);

  // and cooked on: the board has the places as they were laid
  await stage(page, 'Cook');
  await expect(page.getByRole('region', { name: 'Slab' }).locator('[data-place]')).toHaveCount(places - 1);
  expect(faults).toEqual([]);
});

test('an infrared gun on bare stainless is told for what it is, and what to do', async ({ page }) => {
  await signIn(page);
  await page.goto('/stations/new');
  await page.getByLabel('What it is called').fill('Bright pan');
  await page.getByRole('combobox', { name: /^Metal/ }).selectOption('Stainless steel');
  await page.getByLabel('Thick').fill('5');
  await page.getByLabel('Its face').selectOption('Bare metal');
  await page.getByLabel('Burner under it').selectOption('Hob left');
  await page.getByRole('button', { name: 'Keep the station' }).click();
  const card = page.getByTestId('calibrate');
  await card.getByLabel('It has stood there for').fill('30');
  await card.getByRole('button', { name: /^Turned to/ }).click();
  await page.getByRole('combobox', { name: /^Held at/ }).selectOption('195\u00a0°C');
  await card.getByLabel('How to read it').selectOption('Infrared gun');
  const told = page.getByTestId('gun-bare');
  await expect(told).toContainText(/a plate at 195\s°C shows about 7[3-8]\s°C on a gun set to 0\.95/);
  await expect(told).toContainText('Look at a film of oil or a drop of batter instead, or use a probe.');
  await card.getByLabel('The gun shows').fill('73');
  await expect(told).toContainText('this reading says little');
  // covered, the same gun can be trusted
  await card.getByLabel('I look at a film of oil', { exact: false }).check();
  await expect(told).toHaveCount(0);
  await card.getByRole('button', { name: 'Keep' }).click();
  await expect(page.getByTestId('reading')).toHaveCount(1);

  // two pans of the book may stand on one burner, but not in one run
  await page.goto('/runs/new');
  await page.getByLabel('What is it called').fill('Two on one');
  await page.getByLabel('Pieces').nth(1).fill('4');
  const crepes = page.getByRole('group', { name: 'Skerry crepes', exact: false });
  for (const pan of ['Bright pan', 'Crepe pan one']) {
    const choice = crepes.getByRole('button', { name: pan });
    if ((await choice.getAttribute('aria-pressed')) !== 'true') await choice.click();
  }
  await page.getByRole('button', { name: 'Make the run' }).click();
  await expect(page.getByText(/stand on one burner, Hob left/)).toBeVisible();
});
