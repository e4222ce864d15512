import { createHash, randomUUID } from 'node:crypto';
import { expect, test, type BrowserContext, type Page, type Route } from '@playwright/test';
import pg from 'pg';
import { fold, type StoredEvent } from '#core/run';
import { DEMO_IDS, DEMO_PEOPLE } from '../../src/demo/people.ts';
import { settled } from '../app.ts';
import { badNetwork, type BadNetwork } from './bad-network.ts';

// Three devices cook one run after another while everything around them fails. What the driver tapped is what the
// database holds and what every device shows: nothing lost, nothing doubled.

/** In the long lane; BAD_MORNING_TAPS=12000 cooks the morning on for what a house of three does in a week. */
const TAPS = Number(process.env['BAD_MORNING_TAPS'] ?? 6_000);
const DEVICES = 3;
const RUNS = 10;
const BATCH = 40;
/** Shares of the taps after which a server process is killed, the database crashes, and its master is killed. */
const KILLS = [0.1, 0.25, 0.45, 0.65, 0.85];
const CRASHES = [0.35, 0.75];
const MASTERS = [0.2, 0.55];
const PIECES = 1000;

interface Tap {
  readonly runId: string;
  readonly device: number;
  readonly action: string;
}

/** A small generator, so that a morning can be lived again (Numerical Recipes' LCG). */
function chanceFrom(seed: number): () => number {
  let state = seed >>> 0;
  return () => (state = (Math.imul(state, 1664525) + 1013904223) >>> 0) / 2 ** 32;
}

/** Delivers twice, late, or without an answer. */
async function deliverBadly(route: Route, chance: () => number): Promise<void> {
  const lot = chance();
  if (lot < 0.06) await route.fetch().catch(() => undefined); // twice
  if (lot < 0.12) {
    await route.fetch().catch(() => undefined);
    return route.abort(); // stored, but the answer is lost
  }
  if (lot < 0.2) await new Promise((resolve) => setTimeout(resolve, 400 * chance()));
  return route.continue().catch(() => undefined);
}

async function openDevice(context: BrowserContext, device: number, chance: () => number): Promise<Page> {
  if (device === 2) {
    await context.addInitScript(() => {
      const real = Date.now.bind(Date);
      Date.now = () => real() - 180_000;
    });
  }
  await context.addInitScript(() => {
    // the live feed too repeats and reorders
    const Native = window.EventSource;
    window.EventSource = class extends Native {
      override set onmessage(heard: (message: MessageEvent) => void) {
        super.onmessage = (message: MessageEvent) => {
          const lot = Math.random();
          if (lot < 0.1) setTimeout(() => heard(message), 500 * Math.random());
          else heard(message);
          if (lot > 0.93) setTimeout(() => heard(message), 300);
        };
      }
    };
  });
  await context.route('**/api/runs/*/events', (route) => deliverBadly(route, chance));
  const page = await context.newPage();
  const { name, passphrase } = DEMO_PEOPLE[device % 2]!;
  await page.goto('/sign-in');
  await page.getByLabel('Your name').fill(name);
  await page.getByLabel('Passphrase').fill(passphrase);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('heading', { name: 'Runs' }).waitFor();
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  return page;
}

/** Makes a run over the API with a brief large enough never to end. */
async function makeRun(page: Page): Promise<string> {
  const id = randomUUID();
  const brief = {
    serviceAtMs: Date.now() + 3_600_000,
    items: [{ formulaId: DEMO_IDS.formulas.cakes, pieces: PIECES, stationIds: [DEMO_IDS.stations.griddle] }],
  };
  const event = {
    id: randomUUID(),
    kind: 'brief-set',
    v: 1,
    deviceId: randomUUID(),
    deviceAtMs: Date.now(),
    offsetMs: 0,
    offsetSpreadMs: 1,
    tapId: randomUUID(),
    payload: brief,
  };
  const data = {
    id,
    name: 'Bad morning',
    timeZone: 'Europe/London',
    rehearsal: false,
    formulaIds: [DEMO_IDS.formulas.cakes],
    stationIds: [DEMO_IDS.stations.griddle],
    events: [event],
  };
  await expect.poll(async () => (await page.request.post('/api/runs', { data }).catch(() => null))?.status()).toBe(201);
  return id;
}

/** Taps what the card says, by the key, and gives what was tapped as the screen named it. */
async function tapSome(page: Page, count: number): Promise<string[]> {
  return page.evaluate(async (times) => {
    const tapped: string[] = [];
    const channel = new MessageChannel();
    // lets the page work on, without the floor that a timer has
    const pause = () =>
      new Promise<void>((resolve) => {
        channel.port1.onmessage = () => resolve();
        channel.port2.postMessage(null);
      });
    for (let looks = 0; tapped.length < times && looks < times * 40; looks++) {
      const words = document.querySelector('[data-testid="next-hand"] .figure')?.textContent?.trim().split(/\s+/);
      if (words?.length === 2 && ['Pour', 'Flip', 'Lift'].includes(words[0]!)) {
        window.dispatchEvent(new KeyboardEvent('keydown', { key: ' ', bubbles: true }));
        tapped.push(words.join(' '));
      }
      await pause();
    }
    return tapped;
  }, count);
}

const digest = (pieces: unknown) => createHash('sha256').update(JSON.stringify(pieces)).digest('hex');

/** Digest of the pieces in the state that the page itself folded. */
async function foldOf(page: Page): Promise<string> {
  const pieces = await page.evaluate(() => {
    const host = document.querySelector('#app') as unknown as {
      __vue_app__: {
        config: {
          globalProperties: {
            $pinia: {
              state: {
                value: {
                  run: {
                    state: {
                      pieces: Map<
                        string,
                        { pouredAtMs: number; flippedAtMs: number; offAtMs: number; fate: string; placeId: string }
                      >;
                    };
                  };
                };
              };
            };
          };
        };
      };
    };
    const { run } = host.__vue_app__.config.globalProperties.$pinia.state.value;
    return [...run.state.pieces].map(([id, p]) => [id, p.placeId, p.pouredAtMs, p.flippedAtMs, p.offAtMs, p.fate]);
  });
  return digest(pieces);
}

test('three devices, failing servers, a failing database and a bad line: nothing lost, nothing doubled', async ({
  browser,
}) => {
  test.setTimeout(22 * 60_000);
  const network: BadNetwork = await badNetwork(DEVICES);
  const database = new pg.Pool({ connectionString: network.databaseUrl, max: 2 });
  database.on('error', () => undefined); // it crashes on purpose
  const chance = chanceFrom(20_261_125);
  const tapped: Tap[] = [];
  const counts = { reloads: 0, offline: 0, kills: 0, crashes: 0, masters: 0 };
  try {
    const pages: Page[] = [];
    for (let device = 0; device < DEVICES; device++) {
      const context = await browser.newContext({
        baseURL: network.urlFor(device),
        viewport: { width: 1280, height: 800 },
      });
      pages.push(await openDevice(context, device, chance));
    }
    const trouble: Promise<void>[] = [];
    const [kills, crashes, masters] = [KILLS, CRASHES, MASTERS].map((shares) => shares.map((share) => share * TAPS));
    const due = { kills: kills!, crashes: crashes!, masters: masters! };

    /** What goes wrong by itself as the morning goes on; the devices do not wait for it. */
    const stir = () => {
      if (due.kills.length && tapped.length >= due.kills[0]!) {
        due.kills.shift();
        trouble.push(network.killServer(counts.kills++ % 2));
      }
      if (due.crashes.length && tapped.length >= due.crashes[0]!) {
        due.crashes.shift();
        counts.crashes += 1;
        trouble.push(network.crashDatabase());
      }
      if (due.masters.length && tapped.length >= due.masters[0]!) {
        due.masters.shift();
        counts.masters += 1;
        trouble.push(network.killDatabase());
      }
    };
    /** The board; a page whose server died as it sent its scripts stays bare, and is opened anew, as a cook would. */
    const shown = async (page: Page) => {
      const board = page.locator('[data-testid="next-hand"]');
      const there = await board.waitFor({ timeout: 60_000 }).then(
        () => true,
        () => false,
      );
      if (there) return;
      counts.reloads += 1;
      await page.reload({ timeout: 60_000 });
      await board.waitFor({ timeout: 60_000 });
    };
    const cook = async (page: Page, device: number, runId: string, until: number) => {
      await page.goto(`/runs/${runId}/cook`);
      await shown(page);
      while (tapped.length < until) {
        const away = chance() < 0.06;
        if (away) await page.context().setOffline(true);
        const actions = await tapSome(page, BATCH);
        tapped.push(...actions.map((action) => ({ runId, device, action })));
        if (away) {
          counts.offline += 1;
          await page.waitForTimeout(300 + 1500 * chance());
          await page.context().setOffline(false);
        }
        if (chance() < 0.04) {
          counts.reloads += 1;
          await page.reload({ timeout: 60_000 });
          await shown(page);
        }
        stir();
      }
    };

    const runIds: string[] = [];
    for (let index = 0; index < RUNS; index++) {
      await Promise.all(trouble.splice(0)); // a run is made while the servers stand
      const runId = await makeRun(pages[0]!);
      runIds.push(runId);
      const until = Math.round(((index + 1) * TAPS) / RUNS);
      await Promise.all(pages.map((page, device) => cook(page, device, runId, until)));
    }
    await Promise.all(trouble);
    expect(counts).toMatchObject({ kills: KILLS.length, crashes: CRASHES.length, masters: MASTERS.length });

    // everything that waits arrives, of every run
    for (const page of pages)
      await expect
        .poll(
          () =>
            page.evaluate(
              () =>
                new Promise<number>((resolve, reject) => {
                  const open = indexedDB.open('bluebell');
                  open.onerror = () => reject(open.error!);
                  open.onsuccess = () => {
                    const count = open.result.transaction('waiting').objectStore('waiting').count();
                    count.onsuccess = () => (open.result.close(), resolve(count.result));
                  };
                }),
            ),
          { timeout: 120_000 },
        )
        .toBe(0);

    const devices = await Promise.all(
      pages.map((page) => page.evaluate(() => localStorage.getItem('bluebell.device')!)),
    );
    const wordOf: Record<string, string> = { poured: 'Pour', flipped: 'Flip', lifted: 'Lift' };
    let stored = 0;
    const lost: string[] = [];
    for (const runId of runIds) {
      const { rows } = await database.query<{
        id: string;
        seq: number;
        kind: string;
        device_id: string;
        payload: Record<string, string>;
      }>('SELECT id, seq, kind, device_id, payload FROM run_event WHERE run_id = $1 ORDER BY seq', [runId]);
      expect(rows.map((row) => row.seq)).toEqual(rows.map((_row, at) => at + 1)); // no gap
      const placeOf = new Map(
        rows.filter((row) => row.kind === 'poured').map((row) => [row.payload['pieceId']!, row.payload['placeId']!]),
      );
      const hands = rows.filter((row) => wordOf[row.kind]);
      stored += hands.length;
      devices.forEach((deviceId, device) => {
        const inDatabase = hands
          .filter((row) => row.device_id === deviceId)
          .map((row) => `${wordOf[row.kind]} ${placeOf.get(row.payload['pieceId']!)}`);
        const byDriver = tapped.filter((tap) => tap.runId === runId && tap.device === device).map((tap) => tap.action);
        const at = byDriver.findIndex((action, index) => action !== inDatabase[index]);
        if (at >= 0 || inDatabase.length !== byDriver.length)
          lost.push(
            `${runId} device ${device}: ${byDriver.length} tapped, ${inDatabase.length} stored; from ${at}: ` +
              `${byDriver.slice(at, at + 4).join()} against ${inDatabase.slice(at, at + 4).join()}`,
          );
      });
    }
    expect(lost).toEqual([]);
    expect(stored).toBe(tapped.length);

    // and every device shows the same, which is what the core makes of the database's log
    let clashes = 0;
    for (const runId of runIds.slice(-6)) {
      const answer = await pages[0]!.request.get(`/api/runs/${runId}`);
      const { run, events } = (await answer.json()) as { run: Parameters<typeof fold>[0]; events: StoredEvent[] };
      const state = fold(run, events);
      clashes += state.clashes.length;
      const truth = digest(
        [...state.pieces].map(([id, p]) => [id, p.placeId, p.pouredAtMs, p.flippedAtMs, p.offAtMs, p.fate]),
      );
      for (const page of pages) {
        await page.goto(`/runs/${runId}/cook`);
        await settled(page);
        expect(await foldOf(page)).toBe(truth);
      }
    }
    expect(clashes).toBeGreaterThan(0); // they did get into each other's way
    console.log(
      `${tapped.length} taps on ${DEVICES} devices in ${RUNS} runs; ${counts.kills} servers killed, ${counts.crashes} database crashes, ${counts.masters} of its masters killed, ` +
        `${counts.offline} offline spells, ${counts.reloads} reloads: ${stored} stored, 0 lost, 0 doubled`,
    );
  } finally {
    await database.end();
    await network.close();
  }
});
