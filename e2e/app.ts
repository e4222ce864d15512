import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import axe from 'axe-core';
import { DEMO_PEOPLE } from '../src/demo/people.ts';
import type { Payload } from '../src/core/run/index.ts';
import type { BookFormula, RunWithEvents } from '../src/contract/index.ts';

/** Signs in through the real page. */
export async function signIn(page: Page, who: 0 | 1 = 0): Promise<void> {
  await page.goto('/sign-in');
  await page.getByLabel('Your name').fill(DEMO_PEOPLE[who].name);
  await page.getByLabel('Passphrase').fill(DEMO_PEOPLE[who].passphrase);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('heading', { name: 'Runs' })).toBeVisible();
}

/** Waits until the screen shows everything tapped so far: folded, predicted, and stored on the server. */
export async function settled(page: Page, withinMs?: number): Promise<void> {
  const timeout = withinMs === undefined ? {} : { timeout: withinMs };
  await page.waitForSelector('[data-settled="true"][data-waiting="0"]', timeout);
}

/** Fills the form of a new run and makes it, as a rehearsal or for real. */
export async function newRun(
  page: Page,
  name: string,
  pieces: { cakes: number; crepes: number },
  rehearse: boolean,
): Promise<string> {
  await page.goto('/runs/new');
  await page.getByLabel('What is it called').fill(name);
  await page.getByLabel('Pieces').nth(0).fill(String(pieces.cakes));
  await page.getByLabel('Pieces').nth(1).fill(String(pieces.crepes));
  await page.getByRole('button', { name: rehearse ? 'Rehearse it first' : 'Make the run' }).click();
  await page.waitForURL('**/brief');
  await settled(page);
  return page.url().split('/')[4]!;
}

/** An id for a rehearsal whose kitchen is as asked: its seed follows from it. */
export function runIdWith(asked: (seed: number) => boolean): string {
  for (let seed = 1; ; seed++)
    if (asked(seed)) return `${crypto.randomUUID().slice(0, -7)}${seed.toString(16).padStart(7, '0')}`;
}

/** The kitchen's formulas as the server has them. */
export async function bookOf(page: Page): Promise<BookFormula[]> {
  return (await (await page.request.get('/api/formulas')).json()) as BookFormula[];
}

/** An event as a device sends it. */
export function deviceEvent(kind: string, payload: object, simAtMs?: number) {
  return {
    ...{ id: randomUUID(), kind, v: 1, deviceId: randomUUID(), deviceAtMs: Date.now(), payload },
    ...{ offsetMs: 0, offsetSpreadMs: 5, tapId: randomUUID(), ...(simAtMs === undefined ? {} : { simAtMs }) },
  };
}

/** Makes a run as the page would, with what a test begins from. */
export async function sendRun(
  page: Page,
  run: { id?: string; name: string; rehearsal: boolean; formulaIds: string[]; stationIds: string[] },
  events: readonly ReturnType<typeof deviceEvent>[],
): Promise<string> {
  const id = run.id ?? randomUUID();
  const made = await page.request.post('/api/runs', { data: { ...run, id, timeZone: 'Europe/London', events } });
  expect(made.status()).toBe(201);
  return id;
}

/** A griddle in use and a litre of batter that stands: three taps to the first pour. */
export async function cookNow(page: Page): Promise<string> {
  await page.goto('/cook-now');
  await page.getByRole('radio', { name: /Thick, leavened/ }).click();
  await page.getByRole('radio', { name: /1\.0 L/ }).click();
  await page.getByRole('button', { name: /^Griddle/ }).click();
  await page.waitForURL('**/cook');
  await settled(page);
  return page.url().split('/')[4]!;
}

/** The formula of a run that is cooked now, and its plate. */
export async function cookedOn(page: Page, runId: string): Promise<{ formulaId: string; stationId: string }> {
  const brief = (await logOf(page, runId)).find(({ kind }) => kind === 'brief-set')!.payload as Payload<'brief-set'>;
  const { formulaId, stationIds } = brief.items[0]!;
  return { formulaId, stationId: stationIds[0]! };
}

/** Taps of another device, each so long ago. */
export async function tapElsewhere(
  page: Page,
  runId: string,
  taps: readonly { readonly kind: string; readonly agoS: number; readonly payload: object }[],
): Promise<void> {
  const deviceId = randomUUID();
  const events = taps.map(({ kind, agoS, payload }) => ({
    ...{ id: randomUUID(), tapId: randomUUID(), deviceId, kind, v: 1, payload },
    ...{ deviceAtMs: Date.now() - agoS * 1000, offsetMs: 0, offsetSpreadMs: 5 },
  }));
  expect((await page.request.post(`/api/runs/${runId}/events`, { data: { events } })).status()).toBe(200);
}

export async function stage(page: Page, name: string): Promise<void> {
  await page
    .getByRole('navigation', { name: 'Stages of the run' })
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .click();
  await page.waitForURL(`**/${name.toLowerCase()}`);
}

/** The run's log as the server has it. */
export async function logOf(page: Page, runId: string): Promise<RunWithEvents['events']> {
  const response = await page.request.get(`/api/runs/${runId}`);
  return ((await response.json()) as RunWithEvents).events;
}

/** Faults of access on the page, by axe. */
export async function accessFaults(page: Page): Promise<string[]> {
  await page.evaluate(`(() => { const module = undefined, exports = undefined; ${axe.source}; })()`);
  const result = (await page.evaluate(
    `window.axe.run(document, { runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'] })`,
  )) as { violations: { id: string; nodes: { html: string; failureSummary: string }[] }[] };
  return result.violations.flatMap((violation) =>
    violation.nodes.map((node) => `${violation.id}: ${node.html.slice(0, 160)} | ${node.failureSummary.slice(0, 200)}`),
  );
}

/**
 * What a busy machine's browser says and the page answers for: a refusal that the page tells, and a feed that broke off as
 * the shell's worker took over and comes again by itself (`offline.spec`).
 */
const ANSWERED = /status of 4\d\d|EventSource's response has a MIME type/;

/** Errors of the page itself: scripts that threw, policy that was broken, files that did not load. */
export function watchFaults(page: Page): string[] {
  const faults: string[] = [];
  page.on('pageerror', (error) => faults.push(`page: ${error.message}`));
  page.on('console', (message) => {
    if (message.type() === 'error' && !ANSWERED.test(message.text())) faults.push(`console: ${message.text()}`);
  });
  return faults;
}
