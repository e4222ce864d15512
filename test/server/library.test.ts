import { afterAll, beforeAll, beforeEach, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { BookFormula, Run } from '#contract';
import { SHELF } from '#core/formula';
import { GRIDDLE_CAKES } from '#demo';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { newRun, ownFlour } from './make.ts';

let server: TestServer;
let kitchen: TestKitchen;
beforeAll(async () => {
  server = await testServer();
});
beforeEach(async () => {
  kitchen = await server.kitchen();
});
afterAll(() => server.close());

const ask = async (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) => {
  const answer = await server.as(kitchen, { method, url, ...(payload ? { payload } : {}) });
  return { status: answer.statusCode, body: answer.body ? answer.json() : undefined };
};
const add = async (body: object = SHELF[0]!) => {
  const id = randomUUID();
  return { id, ...(await ask('POST', '/api/formulas', { id, body })) };
};
const book = async () => (await ask('GET', '/api/formulas')).body as BookFormula[];

describe('the book of formulas', () => {
  it('takes every formula that ships, once, however often it is sent', async () => {
    for (const body of SHELF) expect([body.name, (await add(body)).status]).toEqual([body.name, 201]);
    const { id } = await add();
    await ask('POST', '/api/formulas', { id, body: { ...SHELF[0], name: 'Another' } });
    expect((await book()).find((formula) => formula.id === id)).toMatchObject({ revision: 1, body: SHELF[0] });
  });

  it('keeps every revision with who made it, and refuses a stale one whole', async () => {
    const { id } = await add();
    const edit = (revision: number, name: string) =>
      ask('PUT', `/api/formulas/${id}`, { revision, body: { ...SHELF[0], name } });
    expect((await edit(1, 'Mine')).body).toMatchObject({ revision: 2, body: { name: 'Mine' } });
    expect(await edit(1, 'Theirs')).toMatchObject({ status: 409, body: { code: 'stale', field: 'revision' } });
    const { body: revisions } = await ask('GET', `/api/formulas/${id}/revisions`);
    expect(revisions).toMatchObject([
      { revision: 2, body: { name: 'Mine' }, madeBy: kitchen.name },
      { revision: 1, body: { name: 'Buttermilk cakes' } },
    ]);
  });

  it('of two who keep at the same moment one is told', async () => {
    const { id } = await add();
    const answers = await Promise.all(
      ['One', 'Two', 'Three'].map((name) =>
        ask('PUT', `/api/formulas/${id}`, { revision: 1, body: { ...SHELF[0], name } }),
      ),
    );
    expect(answers.map((answer) => answer.status).sort()).toEqual([200, 409, 409]);
  });

  it('puts a formula away and takes it back; the audit list says so', async () => {
    const { id } = await add();
    expect((await ask('PUT', `/api/formulas/${id}/archived`, { archived: true })).body).toMatchObject({
      archived: true,
    });
    expect((await book()).find((formula) => formula.id === id)!.archived).toBe(true);
    await ask('PUT', `/api/formulas/${id}/archived`, { archived: false });
    const { body: audit } = await ask('GET', '/api/audit');
    expect(audit.slice(0, 3).map((entry: { what: string }) => entry.what)).toEqual([
      ...['formula-taken-back', 'formula-archived', 'formula-saved'],
    ]);
  });

  it('says which line names what the kitchen has not, and what has no grain', async () => {
    const lines = [...GRIDDLE_CAKES.lines, { ingredientId: 'unobtainium', percent: 2 }];
    expect((await add({ ...GRIDDLE_CAKES, lines })).body).toMatchObject({
      field: `body.lines[${lines.length - 1}].ingredientId`,
      message: expect.stringContaining('unobtainium'),
    });
    const flourless = lines.filter((line) => !['plainFlour', 'unobtainium'].includes(line.ingredientId));
    expect((await add({ ...GRIDDLE_CAKES, lines: flourless })).body).toMatchObject({ field: 'body.lines' });
  });
});

describe('ingredients of the kitchen', () => {
  it('an own flour is kept, used by a formula, pinned by its run, and not dropped while it is used', async () => {
    const flourId = randomUUID();
    expect((await ask('POST', '/api/ingredients', { ...ownFlour(), id: flourId })).status).toBe(201);
    const lines = GRIDDLE_CAKES.lines.map((line) =>
      line.ingredientId === 'plainFlour' ? { ...line, ingredientId: flourId } : line,
    );
    const { id } = await add({ ...GRIDDLE_CAKES, lines });
    const run = newRun({ ...kitchen, formulaId: id });
    const made = (await ask('POST', '/api/runs', run)).body as Run;
    expect(made.pins.ingredients).toMatchObject([{ id: flourId, name: 'Acorn flour' }]);
    expect(await ask('DELETE', `/api/ingredients/${flourId}`)).toMatchObject({ status: 409, body: { code: 'inUse' } });
    // a later change does not reach the run
    await ask('PUT', `/api/ingredients/${flourId}`, { version: 1, body: { ...ownFlour(), name: 'Other flour' } });
    expect((await ask('GET', `/api/runs/${run.id}`)).body.run.pins.ingredients[0].name).toBe('Acorn flour');
  });

  it('own figures of a shipped one stand until they are dropped; its part in the batter stays', async () => {
    const milk = { ...ownFlour(), id: 'milk', role: 'liquid' };
    expect(await ask('POST', '/api/ingredients', { ...milk, role: 'grain' })).toMatchObject({
      body: { field: 'role' },
    });
    expect((await ask('POST', '/api/ingredients', milk)).status).toBe(201);
    expect(await ask('POST', '/api/ingredients', milk)).toMatchObject({ status: 409, body: { field: 'id' } });
    expect((await ask('DELETE', '/api/ingredients/milk')).status).toBe(204);
    expect((await ask('GET', '/api/ingredients')).body).toEqual([]);
  });

  it('a stale version is refused; one without a name is asked for it', async () => {
    const id = randomUUID();
    await ask('POST', '/api/ingredients', { ...ownFlour(), id });
    const edit = (version: number) => ask('PUT', `/api/ingredients/${id}`, { version, body: ownFlour() });
    expect((await edit(1)).body.version).toBe(2);
    expect(await edit(1)).toMatchObject({ status: 409, body: { code: 'stale' } });
    const { name: _none, ...nameless } = ownFlour();
    expect(await ask('POST', '/api/ingredients', { ...nameless, id: randomUUID() })).toMatchObject({
      body: { field: 'name' },
    });
  });
});

describe('what the kitchen is like', () => {
  it('goes into the pins of its next run: eggs, room, and the air at its height', async () => {
    const facts = { eggClass: 'euM', altitudeM: 1500, roomC: 17, bowlMl: 4000 };
    const kept = (await ask('PUT', '/api/kitchen', facts)).body.kitchen.facts;
    expect(kept).toEqual({ ...facts, fridgeC: 4, measuredBy: null, rules: 'us', ownRules: null, funnels: [] });
    const { pins } = (await ask('POST', '/api/runs', newRun(kitchen))).body as Run;
    expect(pins).toMatchObject({ eggClass: 'euM', roomC: 17 });
    expect(pins.pressurePa).toBeCloseTo(84_556, -1); // ICAO standard atmosphere, Doc 7488
  });

  it('its rules for batter and its funnels are pinned; what cannot be is refused with its field', async () => {
    const own = { coldC: 6, hotC: 60, outMin: 90, hotRoomC: 30, hotRoomOutMin: 45, keptH: 24 };
    const funnel = { id: randomUUID(), name: 'Red funnel', waterS: 6, oilS: 40 };
    const facts = { eggClass: 'euM', altitudeM: 0, roomC: 20, bowlMl: null, fridgeC: 3, rules: 'own', ownRules: own };
    expect((await ask('PUT', '/api/kitchen', { ...facts, funnels: [funnel] })).status).toBe(200);
    const { pins } = (await ask('POST', '/api/runs', newRun(kitchen))).body as Run;
    expect(pins).toMatchObject({ rules: own, fridgeC: 3, funnels: [funnel] });
    const refused = async (wrong: object) => (await ask('PUT', '/api/kitchen', { ...facts, ...wrong })).body;
    expect(await refused({ funnels: [{ ...funnel, oilS: 5 }] })).toMatchObject({ field: 'funnels[0].oilS' });
    expect(await refused({ ownRules: { ...own, outMin: 5 } })).toMatchObject({ field: 'ownRules.outMin' });
    expect(await refused({ ownRules: null })).toMatchObject({ field: 'ownRules' });
    expect(await refused({ fridgeC: 20 })).toMatchObject({ field: 'fridgeC' });
  });

  it('a height nobody lives at is refused with its field', async () => {
    const facts = { eggClass: 'euM', altitudeM: 9000, roomC: 17, bowlMl: null };
    expect(await ask('PUT', '/api/kitchen', facts)).toMatchObject({ status: 400, body: { field: 'altitudeM' } });
  });
});
