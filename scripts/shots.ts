import { chromium, type Page } from '@playwright/test';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DEMO_IDS, halfwayMorning } from '#demo';
import type { StoredEvent } from '#core/run';
import { ownerSource } from '../src/server/database.ts';
import { settled, signIn } from '../e2e/app.ts';
import { CHROMIUM } from './lib/chromium.ts';
import { startDemoServer } from './lib/demo-server.ts';
import { insertRun } from './lib/demo.ts';
import { ROOT } from './lib/paths.ts';

/** Invented, with something of each kind to be in doubt about. */
const PASTED = `Lantern cakes
Makes 14

2 cups flour
2 tsp baking powder
2-3 tbsp sugar
pinch of salt
2 eggs
1 1/2 cups (370 ml) buttermilk
1 packet sea foam
butter, for the pan

Whisk the dry, then stir in the rest; lumps are fine. Rest 10 to 15 minutes on the counter.
Medium heat, about 1/3 cup each. Butter the pan for each batch.
When bubbles stay open, about 1:45, flip. Cook the second side 15 minutes.
Keep warm in a 200°F oven.`;

// One current picture of each main view, from the demo data, into docs/screenshots.
const folder = join(ROOT, 'docs', 'screenshots');
mkdirSync(folder, { recursive: true });
const server = await startDemoServer(0);
const browser = await chromium.launch(CHROMIUM);

try {
  const open = async (width: number, height: number, hasTouch: boolean) => {
    const context = await browser.newContext({ baseURL: server.url, viewport: { width, height }, hasTouch });
    const opened = await context.newPage();
    await signIn(opened);
    return opened;
  };
  const page = await open(1280, 800, false);
  const shot = async (name: string, of: Page = page) => {
    await of.evaluate(() => window.scrollTo(0, 0));
    await of.waitForTimeout(400);
    await of.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`  ${name}.png`);
  };
  await aYearOfRuns(server.databaseUrl);
  /** Pictures side by side on one sheet. */
  const sheetOf = async (name: string, shown: readonly Buffer[], columns: string, width: number) => {
    const sheet = await page.context().newPage();
    await sheet.setViewportSize({ width, height: 800 });
    const cells = shown.map(
      (png) => `<img style="display:block;width:100%" src="data:image/png;base64,${png.toString('base64')}">`,
    );
    await sheet.setContent(
      `<body style="margin:0;display:grid;gap:8px;align-items:start;grid-template-columns:${columns}">${cells.join('')}</body>`,
    );
    await sheet.screenshot({ path: join(folder, `${name}.png`), fullPage: true });
    await sheet.close();
    console.log(`  ${name}.png`);
  };
  const inBoth = async (of: Page, path: string, height: number) => {
    const both: Buffer[] = [];
    for (const colorScheme of ['light', 'dark'] as const) {
      await of.setViewportSize({ width: 1280, height });
      await of.emulateMedia({ colorScheme });
      await of.goto(path);
      await of.waitForTimeout(800);
      both.push(await of.screenshot());
    }
    await of.emulateMedia({ colorScheme: 'light' });
    await of.setViewportSize({ width: 1280, height: 800 });
    return both;
  };
  const visitor = await (await browser.newContext({ baseURL: server.url })).newPage();
  await sheetOf(
    'doors',
    [...(await inBoth(visitor, '/welcome', 800)), ...(await inBoth(visitor, '/kitchens/new', 900))],
    '1fr 1fr',
    1600,
  );
  await sheetOf('runs', await inBoth(page, '/runs', 1500), '1fr 1fr', 1600);
  await page.goto('/kitchen');
  await page.getByRole('button', { name: 'A tablet' }).click();
  await page.getByTestId('code').waitFor();
  await shot('kitchen');
  await page.goto('/formulas');
  await page.getByText('On the shelf').waitFor();
  await shot('formulas');
  await page.goto(`/formulas/${DEMO_IDS.formulas.cakes}`);
  await page.getByRole('radio', { name: 'What is left' }).click();
  await page.getByLabel('There is').fill('700');
  await page.getByRole('button', { name: 'Without milk' }).click();
  await page.getByTestId('effect').waitFor();
  await shot('bench');
  await page.goto('/formulas/paste');
  await page.getByLabel('The text of the recipe').fill(PASTED);
  await page.getByTestId('doubtful').first().waitFor();
  const lines = await page.screenshot();
  await page.getByRole('heading', { name: 'What the method says' }).evaluate((of) => of.scrollIntoView());
  await sheetOf('paste', [lines, await page.screenshot()], '1fr', 1280);
  await page.goto('/ingredients');
  await page.getByTestId('food-milk').waitFor();
  await shot('ingredients');
  await page.goto(`/stations/${DEMO_IDS.stations.electric}`);
  await page.getByTestId('heat-cells').waitFor();
  await shot('station');
  // a round of practice in its middle: one piece turned, the others at work
  await page.goto('/practice');
  await page.getByRole('radio', { name: '8 ×' }).click();
  await page.getByTestId('start').click();
  await page.locator('[data-place="A1"][aria-label*="dry edge"]').click({ timeout: 60_000 });
  await page.getByTestId('trained').waitFor({ timeout: 30_000 });
  await page.keyboard.press('p');
  const flips = await page.screenshot();
  // a pour in its middle, leaned to the right and the front
  await page.goto('/practice/swirl');
  await page.getByRole('radio', { name: 'Usual' }).click();
  await page.getByTestId('swirl-start').click();
  for (const key of ['ArrowRight', 'ArrowDown', 'ArrowLeft']) {
    await page.keyboard.down(key);
    await page.waitForTimeout(900);
    await page.keyboard.up(key);
  }
  await sheetOf('practice', [flips, await page.screenshot()], '1fr', 1280);
  for (const part of ['brief', 'portion'] as const) {
    await page.goto(`/runs/${DEMO_IDS.runs.upcoming}/${part}`);
    await settled(page);
    await shot(part);
  }
  // one cake and one crepe at eight moments, on one sheet
  const strips: Buffer[] = [];
  for (const batter of ['Griddle cakes', 'Skerry crepes']) {
    await page.getByRole('radio', { name: batter, exact: true }).click();
    await page.getByTestId('strip').scrollIntoViewIfNeeded();
    await page.waitForTimeout(2500);
    strips.push(await page.getByTestId('strip').screenshot());
  }
  const sheet = await page.context().newPage();
  const rows = strips.map((png) => `<img style="display:block" src="data:image/png;base64,${png.toString('base64')}">`);
  await sheet.setContent(`<body style="margin:0;background:#fbf7ee">${rows.join('<br>')}</body>`);
  await sheet.screenshot({ path: join(folder, 'strip.png'), fullPage: true });
  await sheet.close();
  console.log('  strip.png');
  await page.goto(`/runs/${DEMO_IDS.runs.finished}/review`);
  await settled(page);
  await page.getByTestId('cooked').waitFor();
  await shot('review');

  // rehearsals that stand still on each stage
  const count = (events: readonly StoredEvent[], kind: string) => events.filter((event) => event.kind === kind).length;
  const halves = {
    batter: halfwayMorning(1, Date.now(), (events) => count(events, 'line-weighed') === 4),
    rest: halfwayMorning(2, Date.now(), (events) => count(events, 'lot-mixed') === 2),
    // the griddle on its way, the pans in use
    heat: halfwayMorning(
      3,
      Date.now(),
      (events) => events.filter(({ payload }) => payload['method'] === 'simulatedProbe').length === 5,
    ),
    // two panfuls on the griddle, one of them turning
    cook: halfwayMorning(4, Date.now(), (events) => {
      const griddle = new Set(
        events.flatMap((event) => (/^[ABC]/.test(String(event.payload['placeId'])) ? [event.payload['pieceId']] : [])),
      );
      const of = (kind: string) =>
        events.filter((event) => event.kind === kind && griddle.has(event.payload['pieceId'])).length;
      return griddle.size - of('lifted') >= 11 && of('flipped') - of('lifted') >= 2;
    }),
  };
  const owner = await ownerSource(server.databaseUrl).initialize();
  for (const run of Object.values(halves)) await insertRun(owner.manager, run, true);
  await owner.destroy();
  for (const [part, run] of Object.entries(halves)) {
    await page.goto(`/runs/${run.id}/${part}`);
    await settled(page);
    if (part !== 'cook') await shot(part);
  }
  await shot('cook');

  await page.goto(`/runs/${halves.cook.id}/cook`);
  await settled(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  await shot('cook-dark');
  const small: Buffer[] = [];
  for (const [width, height] of [
    [820, 1180],
    [390, 844],
  ] as const) {
    const touched = await open(width, height, true);
    await touched.goto(`/runs/${halves.cook.id}/cook`);
    await settled(touched);
    await touched.waitForTimeout(400);
    small.push(await touched.screenshot());
  }
  await sheetOf('cook-small', small, '820fr 390fr', 1220);
} finally {
  await browser.close();
  await server.stop();
}

/** Mornings of a year as the list tells them; what was cooked in them is not there. */
async function aYearOfRuns(databaseUrl: string): Promise<void> {
  const source = await ownerSource(databaseUrl).initialize();
  await source.query(
    `INSERT INTO run (id, kitchen_id, name, rehearsal, seed, pins, created_at)
     SELECT gen_random_uuid(), kitchen_id, (ARRAY['Ringers’ breakfast', 'Boat-day breakfast', 'Sunday stack', 'Trap-round crepes'])[1 + n % 4],
            n % 11 = 0, n, pins, date_trunc('day', now()) - n * interval '2 days' + interval '7 hours'
     FROM run, generate_series(2, 180) n WHERE id = $1`,
    [DEMO_IDS.runs.finished],
  );
  await source.query(
    `UPDATE run_summary s SET seq = 0, pieces = 40 + r.seed % 37, poured = 40 + r.seed % 37, served = 38 + r.seed % 37, finished = true,
       service_at_ms = extract(epoch FROM r.created_at) * 1000 + 2400000, ordered_at_ms = extract(epoch FROM r.created_at) * 1000 + 2400000
     FROM run r WHERE r.id = s.run_id AND r.id NOT IN ($1, $2)`,
    [DEMO_IDS.runs.finished, DEMO_IDS.runs.upcoming],
  );
  await source.destroy();
}
