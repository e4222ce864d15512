import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import type { FastifyInstance, InjectOptions } from 'fastify';
import type { Session } from '#contract';
import { buildApp } from '../../src/server/app.ts';
import { resetPassphrase } from '../../scripts/lib/reset-passphrase.ts';
import { PASSPHRASE, testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newKitchen, newRun } from './make.ts';

// Kitchens of one house, each apart; who may be in which, and who has to say who they are again.

const DEMO = { id: randomUUID(), kitchen: 'Shown to all', name: 'Somebody', passphrase: 'known to everyone here' };
let server: TestServer;
let network: FastifyInstance;
beforeAll(async () => {
  server = await testServer({ demo: DEMO, published: [DEMO.passphrase] });
  network = await buildApp({ ...server.config, hosts: ['griddle.example'] });
});
afterAll(async () => {
  await network.close();
  await server.close();
});

const cookieOf = (answer: { headers: Record<string, unknown> }) =>
  String([answer.headers['set-cookie']].flat()[0]).split(';')[0]!;
const ask = (method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object, cookie = '', app = server.app) =>
  app.inject({ method, url, ...(payload ? { payload } : {}), headers: { cookie } } as InjectOptions);
const signIn = (who: object, app = server.app) => ask('POST', '/api/session', who, '', app);
/** Makes a kitchen as the owner of another one; gives its session. */
const makeKitchen = async (more: object = {}, cookie?: string) => {
  const by = cookie ?? (await server.kitchen()).cookie;
  const wanted = newKitchen(more);
  const answer = await ask('POST', '/api/kitchens', wanted, by);
  expect(answer.statusCode).toBe(201);
  return { wanted, session: answer.json() as Session, cookie: cookieOf(answer) };
};
const restFor = (kitchen: TestKitchen, minutes: number) =>
  server.sql(
    `UPDATE session SET last_seen_at = now() - make_interval(mins => $2), confirmed_at = now() - make_interval(mins => $2)
     WHERE person_id = $1`,
    [kitchen.personId, minutes],
  );

describe('18.11 a first kitchen', () => {
  it('is made by whoever sits at the machine, and nobody else is told there is none; after that it takes an owner', async () => {
    const fresh = await testServer({ demo: DEMO, published: [DEMO.passphrase] });
    const proxied = await buildApp({ ...fresh.config, hosts: ['griddle.example'] });
    expect((await ask('GET', '/api/house', undefined, '', fresh.app)).json()).toEqual({ demo: null, unmade: true });
    expect((await ask('GET', '/api/house', undefined, '', proxied)).json()).toEqual({ demo: null, unmade: false });
    expect((await ask('POST', '/api/kitchens', newKitchen(), '', proxied)).statusCode).toBe(403);
    const first = newKitchen();
    const answer = await ask('POST', '/api/kitchens', first, '', fresh.app);
    expect(answer.json()).toMatchObject({
      person: { name: first.owner.name, role: 'owner' },
      kitchen: { name: first.name, facts: { eggClass: 'usLarge' } },
    });
    expect((await ask('GET', '/api/house', undefined, '', fresh.app)).json()).toMatchObject({ unmade: false });
    expect((await ask('POST', '/api/kitchens', newKitchen(), '', fresh.app)).statusCode).toBe(403);
    expect((await ask('POST', '/api/kitchens', newKitchen(), cookieOf(answer), fresh.app)).statusCode).toBe(201);
    await proxied.close();
    await fresh.close();
  });

  it('takes no passphrase that is short, common, published or made of its own names; one that is made fits', async () => {
    const { cookie } = await server.kitchen();
    const tried = async (passphrase: string) => {
      const wanted = newKitchen();
      const answer = await ask('POST', '/api/kitchens', { ...wanted, owner: { ...wanted.owner, passphrase } }, cookie);
      return [answer.statusCode, (answer.json() as { field?: string }).field];
    };
    for (const weak of [
      'short words',
      'password1234',
      'qwertyuiopas',
      'aaaaaaaaaaaaaaaa',
      '123456123456',
      DEMO.passphrase,
    ])
      expect([weak, ...(await tried(weak))]).toEqual([weak, 400, 'owner.passphrase']);
    const idea = (await ask('GET', '/api/passphrase-idea')).json() as { passphrase: string };
    expect(idea.passphrase.split(' ')).toHaveLength(4);
    expect(await tried(idea.passphrase)).toEqual([201, undefined]);
  });

  it('a passphrase that is published opens nothing over the network', async () => {
    const { session } = await makeKitchen();
    const known = { kitchen: session.kitchen.name, name: session.person.name, passphrase: DEMO.passphrase };
    const { hashPassphrase } = await import('../../src/server/features/people/passphrase.ts');
    await server.sql('UPDATE person SET passphrase_hash = $2 WHERE id = $1', [
      session.person.id,
      await hashPassphrase(DEMO.passphrase),
    ]);
    expect((await signIn(known)).statusCode).toBe(200);
    expect((await signIn(known, network)).json()).toMatchObject({ code: 'wrongSignIn' });
  });
});

describe('18.11 a demo that someone made their own', () => {
  it('by another passphrase is no demo any more: nothing is told of it, its owner makes kitchens, a stranger does not', async () => {
    const house = await testServer({ published: [DEMO.passphrase] });
    const kitchen = await house.kitchen();
    const demo = { id: kitchen.id, kitchen: `Test ${kitchen.id}`, name: kitchen.name, passphrase: PASSPHRASE };
    const app = await buildApp({ ...house.config, demo });
    const told = async () => (await ask('GET', '/api/house', undefined, '', app)).json() as object;
    expect(await told()).toMatchObject({ unmade: true, demo: { kitchen: demo.kitchen } });
    const second = { ...newKitchen(), owner: undefined };
    expect((await ask('POST', '/api/kitchens', second, kitchen.cookie, app)).statusCode).toBe(400); // the demo's owner is nobody
    const change = { current: PASSPHRASE, next: 'four other quiet words' };
    expect((await ask('PUT', '/api/passphrase', change, kitchen.cookie, app)).statusCode).toBe(204);
    expect(await told()).toEqual({ demo: null, unmade: false });
    expect((await ask('POST', '/api/kitchens', newKitchen(), '', app)).statusCode).toBe(403);
    expect((await ask('POST', '/api/kitchens', second, kitchen.cookie, app)).statusCode).toBe(201);
    await app.close();
    await house.close();
  });
});

describe('18.11 several kitchens', () => {
  it('one person in two: one passphrase for both, each kitchen sees its own only, one goes over without saying it again', async () => {
    const one = await makeKitchen();
    const { name } = one.session.person;
    const two = await makeKitchen({ owner: undefined }, one.cookie);
    expect(two.session).toMatchObject({
      person: { name, role: 'owner' },
      others: [{ id: one.session.kitchen.id, name: one.session.kitchen.name }],
    });
    expect((await ask('GET', '/api/people', undefined, two.cookie)).json()).toHaveLength(1);
    const over = await ask('POST', '/api/session/kitchen', { kitchenId: one.session.kitchen.id }, two.cookie);
    expect(over.json()).toMatchObject({ kitchen: { id: one.session.kitchen.id } });
    expect((await ask('GET', '/api/runs', undefined, two.cookie)).statusCode).toBe(401); // the earlier one has ended
    const next = 'four other quiet words';
    const change = { current: one.wanted.owner.passphrase, next };
    expect((await ask('PUT', '/api/passphrase', change, cookieOf(over))).statusCode).toBe(204);
    for (const { kitchen } of [one.session, two.session]) {
      expect((await signIn({ kitchen: kitchen.name, name, passphrase: next })).json()).toMatchObject({
        kitchen: { id: kitchen.id },
      });
    }
    // without a kitchen it is not clear which door is meant, and that is told like any other wrong sign-in
    expect((await signIn({ name, passphrase: next })).json()).toMatchObject({ code: 'wrongSignIn' });
    const stranger = await server.kitchen();
    const other = await ask('POST', '/api/session/kitchen', { kitchenId: one.session.kitchen.id }, stranger.cookie);
    expect(other.statusCode).toBe(404);
  });

  it('a code lets someone in with the passphrase they have in another', async () => {
    const { cookie, session } = await makeKitchen();
    const owner = await server.kitchen();
    const invite = await server.as(owner, {
      method: 'POST',
      url: '/api/invites',
      payload: { kind: 'person', role: 'cook' },
    });
    const join = { code: invite.json().code, name: session.person.name };
    const joined = await ask('POST', '/api/join', join, cookie);
    expect(joined.json()).toMatchObject({ kitchen: { id: owner.id }, person: { role: 'cook' } });
    expect(joined.json().others).toMatchObject([{ id: session.kitchen.id }]);
    const again = await server.as(owner, {
      method: 'POST',
      url: '/api/invites',
      payload: { kind: 'person', role: 'owner' },
    });
    const twice = await ask('POST', '/api/join', { code: again.json().code, name: 'Another' }, cookieOf(joined));
    expect(twice.json()).toMatchObject({ code: 'memberAlready', field: 'code' });
  });

  it('is handed over, left, and not left without an owner', async () => {
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    expect((await server.as(owner, { method: 'DELETE', url: '/api/kitchen/me' })).json()).toMatchObject({
      code: 'lastOwner',
    });
    const over = { method: 'POST', url: '/api/kitchen/hand-over', payload: { personId: cook.personId } } as const;
    expect((await server.as(cook, over)).statusCode).toBe(403);
    expect((await server.as(owner, over)).statusCode).toBe(204);
    const roles = (await server.as(cook, { url: '/api/people' })).json() as { id: string; role: string }[];
    expect(Object.fromEntries(roles.map(({ id, role }) => [id, role]))).toEqual({
      [owner.personId]: 'cook',
      [cook.personId]: 'owner',
    });
    expect((await server.as(owner, { method: 'DELETE', url: '/api/kitchen/me' })).statusCode).toBe(204);
    expect((await server.as(owner, { url: '/api/runs' })).statusCode).toBe(401);
    const audit = (await server.as(cook, { url: '/api/audit' })).json() as { what: string }[];
    expect(audit.map(({ what }) => what)).toEqual(expect.arrayContaining(['handed-over', 'left']));
  });

  it('is taken along whole, without what opens doors', async () => {
    const owner = await server.kitchen();
    const run = newRun(owner);
    await server.as(owner, { method: 'POST', url: '/api/runs', payload: run });
    const answer = await server.as(owner, { url: '/api/kitchen/export' });
    const lines = answer.body
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line) as { table: string; row: Record<string, unknown> });
    const count = (table: string) => lines.filter((line) => line.table === table).length;
    expect({ formulas: count('formula_revision'), stations: count('station'), runs: count('run') }).toEqual({
      ...{ formulas: 2, stations: 2, runs: 1 },
    });
    expect(lines.filter(({ table }) => table === 'run_event').map(({ row }) => row['id'])).toEqual(
      run.events.map(({ id }) => id),
    );
    expect(answer.body).not.toMatch(/scrypt|token_hash|code_hash/);
  });

  it('is deleted with all in it when it is named, and nothing else goes', async () => {
    const { cookie, session } = await makeKitchen();
    const { kitchen } = session;
    const second = await makeKitchen({ owner: undefined }, cookie);
    const other = await server.kitchen();
    const { runId } = await server.targets(other);
    expect((await ask('DELETE', '/api/kitchen', { name: 'another' }, second.cookie)).json()).toMatchObject({
      field: 'name',
    });
    expect((await ask('DELETE', '/api/kitchen', { name: second.session.kitchen.name }, second.cookie)).statusCode).toBe(
      204,
    );
    expect(await server.sql('SELECT 1 FROM kitchen WHERE id = $1', [second.session.kitchen.id])).toEqual([]);
    expect(await server.sql('SELECT 1 FROM kitchen WHERE id = $1', [kitchen.id])).toHaveLength(1);
    expect((await server.as(other, { url: `/api/runs/${runId}` })).statusCode).toBe(200);
  });
});

describe('a passphrase that was forgotten', () => {
  it('is given anew at the machine, for all kitchens of its person, and written down', async () => {
    const one = await makeKitchen();
    const two = await makeKitchen({ owner: undefined }, one.cookie);
    const { name } = one.session.person;
    await expect(resetPassphrase(server.databaseUrl, 'no such kitchen', name)).rejects.toThrow('Nobody called');
    const passphrase = await resetPassphrase(server.databaseUrl, one.session.kitchen.name.toUpperCase(), name);
    expect((await ask('GET', '/api/runs', undefined, two.cookie)).statusCode).toBe(401);
    expect(
      (await signIn({ kitchen: one.session.kitchen.name, name, passphrase: one.wanted.owner.passphrase })).statusCode,
    ).toBe(401);
    for (const { kitchen } of [one.session, two.session])
      expect((await signIn({ kitchen: kitchen.name, name, passphrase })).statusCode).toBe(200);
    const cookie = cookieOf(await signIn({ kitchen: one.session.kitchen.name, name, passphrase }));
    const audit = (await ask('GET', '/api/audit', undefined, cookie)).json() as {
      what: string;
      personName: string | null;
    }[];
    expect(audit).toContainEqual(expect.objectContaining({ what: 'passphrase-reset', personName: null }));
  });
});

describe('18.13 names', () => {
  it('that look alike are one within a kitchen, and nobody learns who is in another', async () => {
    const owner = await server.kitchen();
    const name = `Ottilie ${randomUUID().slice(0, 6)}`;
    const join = async (called: string, at = owner) => {
      const invite = await server.as(at, {
        method: 'POST',
        url: '/api/invites',
        payload: { kind: 'person', role: 'cook' },
      });
      const answer = await ask('POST', '/api/join', {
        code: invite.json().code,
        name: called,
        passphrase: 'old lived copper womanhood',
      });
      return [
        answer.statusCode,
        (answer.json() as { code?: string; person?: { name: string } }).code ?? answer.json().person.name,
      ];
    };
    expect(await join(`  ${name.replace(' ', '\u00A0\u200B ')}`)).toEqual([201, name]);
    for (const alike of [
      name.toUpperCase(),
      name.replace('O', '\u041E'), // Cyrillic
      name.replace('t', 't\u200D'), // joined by nothing
      `\u202E${name}\u202C`, // turned round
      name.replace('i', '\uFF49'), // full width
      name.replace('l', 'I'),
      name.replace('e', '\u00E9'),
    ])
      expect([alike, ...(await join(alike))]).toEqual([alike, 409, 'nameInUse']);
    expect(await join('\u200B\u2060')).toEqual([400, 'badInput']);
    const elsewhere = await server.kitchen();
    expect(await join(name, elsewhere)).toEqual([201, name]); // the same name in another kitchen is another's
    // signing in: by kitchen and name, however the name is typed
    const kitchens = [owner, elsewhere].map(({ id }) => `Test ${id}`);
    for (const kitchen of kitchens) {
      const signedIn = await signIn({
        kitchen: kitchen.toUpperCase(),
        name: name.toLowerCase(),
        passphrase: 'old lived copper womanhood',
      });
      expect(signedIn.json()).toMatchObject({ kitchen: { name: kitchen }, person: { name } });
    }
  });

  it('of kitchens are told apart too', async () => {
    const { session, cookie } = await makeKitchen();
    const again = await ask(
      'POST',
      '/api/kitchens',
      newKitchen({ name: session.kitchen.name.replace('i', '\u0456') }),
      cookie,
    );
    expect(again.json()).toMatchObject({ code: 'nameInUse', field: 'name' });
    const other = await makeKitchen();
    const renamed = { name: session.kitchen.name, askAgainMin: null };
    expect((await ask('PUT', '/api/kitchen/rules', renamed, other.cookie)).json()).toMatchObject({ code: 'nameInUse' });
  });
});

describe('18.14 a tap belongs to who made it', () => {
  const aRun = async (kitchen: TestKitchen) => {
    const run = newRun(kitchen);
    await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: run });
    return run.id;
  };
  const post = (kitchen: TestKitchen, runId: string, payload: object) =>
    server.as(kitchen, { method: 'POST', url: `/api/runs/${runId}/events`, payload });

  it('and is not stored under the name of someone who signed in since', async () => {
    const one = await server.kitchen();
    const two = await server.member(one, 'cook');
    const runId = await aRun(one);
    const events = [made('flipped', { pieceId: randomUUID() })];
    expect((await post(two, runId, { events, by: one.personId })).json()).toMatchObject({
      code: 'otherPerson',
      field: 'by',
    });
    expect((await post(one, runId, { events, by: one.personId })).json()).toMatchObject({
      events: [{ personId: one.personId }],
    });
  });

  it('or is handed on with both names, sent twice as well; not in the name of a stranger', async () => {
    const one = await server.kitchen();
    const two = await server.member(one, 'cook');
    const stranger = await server.kitchen();
    const runId = await aRun(one);
    const handedOn = made('flipped', { pieceId: randomUUID() }, { madeBy: one.personId });
    const both = { personId: two.personId, madeBy: one.personId };
    for (let sent = 0; sent < 2; sent++)
      expect((await post(two, runId, { events: [handedOn] })).json()).toMatchObject({ events: [both] });
    const { events } = (await server.as(one, { url: `/api/runs/${runId}` })).json();
    expect(events.at(-1)).toMatchObject(both);
    const forged = made('flipped', { pieceId: randomUUID() }, { madeBy: stranger.personId });
    expect((await post(two, runId, { events: [forged] })).json()).toMatchObject({ field: 'events[0].madeBy' });
    const own = made('flipped', { pieceId: randomUUID() }, { madeBy: two.personId });
    expect((await post(two, runId, { events: [own] })).json().events[0]).not.toHaveProperty('madeBy');
  });
});

describe('18.19 who one is, once more', () => {
  it('is asked before rights change or everything is taken along, and wrong answers are slowed and written down', async () => {
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    await restFor(owner, 10);
    const sensitive: [method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object][] = [
      ['PUT', `/api/people/${cook.personId}`, { role: 'viewer' }],
      ['DELETE', `/api/people/${cook.personId}`],
      ['POST', '/api/kitchen/hand-over', { personId: cook.personId }],
      ['GET', '/api/kitchen/export'],
      ['DELETE', '/api/kitchen/me'],
      ['DELETE', '/api/kitchen', { name: 'x' }],
    ];
    for (const [method, url, payload] of sensitive)
      expect([url, (await ask(method, url, payload, owner.cookie)).json()]).toMatchObject([
        url,
        { code: 'confirmFirst' },
      ]);
    const confirm = (passphrase: string) => ask('POST', '/api/session/confirm', { passphrase }, owner.cookie);
    expect((await confirm('not this one')).json()).toMatchObject({ field: 'passphrase' });
    expect((await confirm(PASSPHRASE)).statusCode).toBe(204);
    expect((await ask(...sensitive[0]!, owner.cookie)).statusCode).toBe(200);
    const audit = (await ask('GET', '/api/audit', undefined, owner.cookie)).json() as {
      what: string;
      personName: string;
    }[];
    expect(audit).toContainEqual(expect.objectContaining({ what: 'sign-in-failed', personName: owner.name }));
    for (let wrong = 0; wrong < 5; wrong++) await confirm('not this one');
    expect((await confirm(PASSPHRASE)).statusCode).toBe(429);
  });

  it('going over to another kitchen says it for nobody', async () => {
    const one = await makeKitchen();
    const two = await makeKitchen({ owner: undefined }, one.cookie);
    await server.sql("UPDATE session SET confirmed_at = now() - interval '10 minutes'");
    const over = await ask('POST', '/api/session/kitchen', { kitchenId: one.session.kitchen.id }, two.cookie);
    const exported = await ask('GET', '/api/kitchen/export', undefined, cookieOf(over));
    expect(exported.json()).toMatchObject({ code: 'confirmFirst' });
  });

  it('a session that rested for the kitchen’s time is over; a tablet’s is not, nor one in a run that goes on', async () => {
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    const rules = { name: `Test ${owner.id}`, askAgainMin: 30 };
    expect((await server.as(owner, { method: 'PUT', url: '/api/kitchen/rules', payload: rules })).json()).toMatchObject(
      {
        kitchen: { askAgainMin: 30 },
      },
    );
    const tablet = await server.member(owner, 'cook');
    await server.sql("UPDATE person SET kind = 'device', passphrase_hash = NULL WHERE id = $1", [tablet.personId]);
    const run = newRun(owner);
    await server.as(owner, { method: 'POST', url: '/api/runs', payload: run });
    const tap = { events: [made('flipped', { pieceId: randomUUID() })] };
    const status = async (who: TestKitchen) => (await server.as(who, { url: '/api/runs' })).statusCode;
    for (const who of [cook, tablet]) await restFor(who, 29);
    expect([await status(cook), await status(tablet)]).toEqual([200, 200]);
    for (const who of [cook, tablet]) await restFor(who, 31);
    // nor are taps taken by it: they wait on the device
    const late = await server.as(cook, { method: 'POST', url: `/api/runs/${run.id}/events`, payload: tap });
    expect([late.statusCode, await status(cook), await status(tablet)]).toEqual([401, 401, 200]);

    const [{ id }] = (await server.sql('SELECT id FROM session WHERE person_id = $1', [owner.personId])) as [
      { id: string },
    ];
    await restFor(owner, 29);
    await server.sql('SELECT seen_cooking($1, $2)', [[id], [run.id]]);
    await server.sql("UPDATE session SET last_seen_at = last_seen_at - interval '2 minutes' WHERE id = $1", [id]);
    expect(await status(owner)).toBe(200); // it followed the run meanwhile
    await server.sql('UPDATE run_summary SET finished = true WHERE run_id = $1', [run.id]);
    await restFor(owner, 29);
    await server.sql('SELECT seen_cooking($1, $2)', [[id], [run.id]]);
    await server.sql("UPDATE session SET last_seen_at = last_seen_at - interval '2 minutes' WHERE id = $1", [id]);
    expect(await status(owner)).toBe(401);
  });
});
