import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { Writable } from 'node:stream';
import type { Invite, MadeInvite, Role } from '#contract';
import { PASSPHRASE, testServer, type TestKitchen, type TestServer } from './app.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const NEXT = 'puffins in the burrow';
const invite = async (who: TestKitchen, kind: 'person' | 'device', role: Role) => {
  const answer = await server.as(who, { method: 'POST', url: '/api/invites', payload: { kind, role } });
  expect(answer.statusCode).toBe(201);
  return answer.json() as MadeInvite;
};
const join = (payload: object) => server.app.inject({ method: 'POST', url: '/api/join', payload });
const signIn = (name: string, passphrase: string, remoteAddress = '127.0.0.1') =>
  server.app.inject({ method: 'POST', url: '/api/session', payload: { name, passphrase }, remoteAddress });
const cookieOf = (answer: { headers: Record<string, unknown> }) => String(answer.headers['set-cookie']).split(';')[0]!;
const asCookie = (cookie: string, method: 'GET' | 'POST' | 'PUT' | 'DELETE', url: string, payload?: object) =>
  server.app.inject({ method, url, headers: { cookie }, ...(payload ? { payload } : {}) });

describe('an invite by code', () => {
  it('lets in one person with a passphrase of their own, once, however the code is written', async () => {
    const owner = await server.kitchen();
    const { code } = await invite(owner, 'person', 'cook');
    const written = code.toLowerCase().replace('-', ' ');
    const means = await server.app.inject({ method: 'POST', url: '/api/join/code', payload: { code: written } });
    expect(means.json()).toEqual({ kind: 'person', role: 'cook' });
    const name = `Newcomer ${code}`;
    expect((await join({ code, name })).json()).toMatchObject({ code: 'badInput', field: 'passphrase' });
    expect((await join({ code, name, passphrase: 'short' })).json()).toMatchObject({ field: 'passphrase' });
    const joined = await join({ code: written, name, passphrase: NEXT });
    expect(joined.statusCode).toBe(201);
    expect(joined.json()).toMatchObject({ person: { name, role: 'cook', kind: 'person' }, kitchen: { id: owner.id } });
    expect((await signIn(name, NEXT)).statusCode).toBe(200);
    expect((await join({ code, name: `${name} 2`, passphrase: NEXT })).json()).toMatchObject({ field: 'code' });
  });

  it('lets in a device without a passphrase, whose rights can be changed and taken back at once', async () => {
    const owner = await server.kitchen();
    const { code } = await invite(owner, 'device', 'cook');
    const joined = await join({ code, name: 'Galley tablet' });
    const cookie = cookieOf(joined);
    const { id } = joined.json().person;
    expect((await signIn('Galley tablet', 'anything at all')).statusCode).toBe(401);
    expect((await asCookie(cookie, 'GET', '/api/runs')).statusCode).toBe(200);
    expect(
      (await server.as(owner, { method: 'PUT', url: `/api/people/${id}`, payload: { role: 'viewer' } })).json(),
    ).toMatchObject({ role: 'viewer' });
    expect((await asCookie(cookie, 'POST', '/api/runs', {})).statusCode).toBe(403);
    expect(
      (await server.as(owner, { method: 'PUT', url: `/api/people/${id}`, payload: { role: 'owner' } })).statusCode,
    ).toBe(400);
    expect((await server.as(owner, { method: 'DELETE', url: `/api/people/${id}` })).statusCode).toBe(204);
    expect((await asCookie(cookie, 'GET', '/api/runs')).statusCode).toBe(401);
    const second = await invite(owner, 'device', 'cook');
    expect((await join({ code: second.code, name: 'Galley tablet' })).statusCode).toBe(201); // its name is free again
  });

  it('used by two at the same moment lets one in', async () => {
    const owner = await server.kitchen();
    const { code } = await invite(owner, 'person', 'viewer');
    const both = await Promise.all(
      ['one', 'two'].map((name) => join({ code, name: `${name} ${code}`, passphrase: NEXT })),
    );
    expect(both.map((answer) => answer.statusCode).sort()).toEqual([201, 404]);
  });

  it('still counts after a name that is taken; withdrawn or too old it does not', async () => {
    const owner = await server.kitchen();
    const { code, id } = await invite(owner, 'person', 'cook');
    expect((await join({ code, name: owner.name.toUpperCase(), passphrase: NEXT })).json()).toMatchObject({
      code: 'nameInUse',
      field: 'name',
    });
    expect((await server.as(owner, { url: '/api/invites' })).json().map((open: Invite) => open.id)).toEqual([id]);
    await server.as(owner, { method: 'DELETE', url: `/api/invites/${id}` });
    expect((await join({ code, name: `Late ${code}`, passphrase: NEXT })).statusCode).toBe(404);
    const old = await invite(owner, 'person', 'cook');
    await server.sql("UPDATE invite SET expires_at = now() - interval '1 second' WHERE id = $1", [old.id]);
    expect((await join({ code: old.code, name: `Late ${old.code}`, passphrase: NEXT })).statusCode).toBe(404);
  });

  it('is kept only as a hash', async () => {
    const owner = await server.kitchen();
    const { code } = await invite(owner, 'device', 'viewer');
    const kept = JSON.stringify(await server.sql("SELECT *, encode(code_hash, 'escape') AS plain FROM invite"));
    expect(kept).not.toContain(code);
    expect(kept).not.toContain(code.replace('-', ''));
  });
});

describe('the last owner', () => {
  it('can neither leave nor become less, also when two try at once', async () => {
    const one = await server.kitchen();
    const alone = await server.as(one, {
      method: 'PUT',
      url: `/api/people/${one.personId}`,
      payload: { role: 'cook' },
    });
    expect(alone.statusCode).toBe(409);
    expect(alone.json()).toMatchObject({ code: 'lastOwner', field: 'personId' });
    const two = await server.member(one, 'owner');
    const both = await Promise.all(
      [one, two].map((who) => server.as(who, { method: 'DELETE', url: `/api/people/${who.personId}` })),
    );
    expect(both.map((answer) => answer.statusCode).sort()).toEqual([204, 409]);
    const left = await server.sql("SELECT 1 FROM person WHERE kitchen_id = $1 AND role = 'owner' AND left_at IS NULL", [
      one.id,
    ]);
    expect(left).toHaveLength(1);
  });

  it('and who leaves keeps their name on what they did', async () => {
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    const { runId } = await server.targets(owner);
    expect((await signIn(cook.name, PASSPHRASE)).statusCode).toBe(200);
    await server.as(owner, { method: 'DELETE', url: `/api/people/${cook.personId}` });
    expect((await signIn(cook.name, PASSPHRASE)).statusCode).toBe(401);
    expect((await server.as(owner, { url: `/api/runs/${runId}` })).statusCode).toBe(200);
    const list = (await server.as(owner, { url: '/api/audit' })).json() as {
      personName: string;
      what: string;
      about: string;
    }[];
    expect(list.find((entry) => entry.what === 'removed')).toMatchObject({ personName: owner.name, about: cook.name });
    expect(list.filter((entry) => entry.what === 'signed-in').map((entry) => entry.personName)).toContain(cook.name);
  });
});

describe('a passphrase', () => {
  it('changes only for who knows it, and signs out everywhere else', async () => {
    const owner = await server.kitchen();
    const elsewhere = cookieOf(await signIn(owner.name, PASSPHRASE));
    const change = (current: string, next: string) =>
      server.as(owner, { method: 'PUT', url: '/api/passphrase', payload: { current, next } });
    expect((await change('wrong', NEXT)).json()).toMatchObject({ field: 'current' });
    expect((await change(PASSPHRASE, 'short')).json()).toMatchObject({ field: 'next' });
    expect((await change(PASSPHRASE, NEXT)).statusCode).toBe(204);
    expect((await asCookie(elsewhere, 'GET', '/api/runs')).statusCode).toBe(401);
    expect((await server.as(owner, { url: '/api/runs' })).statusCode).toBe(200);
    expect((await signIn(owner.name, PASSPHRASE)).statusCode).toBe(401);
    expect((await signIn(owner.name, NEXT)).statusCode).toBe(200);
  });

  it('never reaches the log, right, wrong or malformed', async () => {
    const lines: string[] = [];
    const sink = new Writable({ write: (chunk, _encoding, done) => (lines.push(String(chunk)), done()) });
    const loud = await testServer({ logLevel: 'info', logTo: sink });
    const owner = await loud.kitchen();
    const secret = 'razorbills on a ledge';
    for (const payload of [
      { name: owner.name, passphrase: secret },
      { name: secret, passphrase: [secret] },
    ])
      await loud.app.inject({ method: 'POST', url: '/api/session', payload });
    await loud.app.inject({
      method: 'POST',
      url: '/api/session',
      payload: `{"passphrase":"${secret}"`,
      headers: { 'content-type': 'application/json' },
    });
    await loud.as(owner, { method: 'PUT', url: '/api/passphrase', payload: { current: PASSPHRASE, next: secret } });
    await loud.close();
    expect(lines.length).toBeGreaterThan(4);
    expect(lines.join('')).not.toMatch(/razorbills|gannets|bluebell_session=/);
  });
});

describe('sessions', () => {
  it('are listed to their person and to an owner, and end at once', async () => {
    const owner = await server.kitchen();
    const cook = await server.member(owner, 'cook');
    const tablet = cookieOf(await signIn(cook.name, PASSPHRASE));
    const mine = (await asCookie(tablet, 'GET', '/api/sessions')).json() as {
      id: string;
      personId: string;
      here: boolean;
    }[];
    expect(mine).toHaveLength(2);
    expect(mine.filter((each) => each.here)).toHaveLength(1);
    expect((await server.as(owner, { url: '/api/sessions' })).json()).toHaveLength(3);
    const elsewhere = mine.find((each) => !each.here)!;
    expect((await asCookie(tablet, 'DELETE', `/api/sessions/${elsewhere.id}`)).statusCode).toBe(204);
    expect((await server.as(cook, { url: '/api/runs' })).statusCode).toBe(401);
    const owners = (await server.as(owner, { url: '/api/sessions' }))
      .json()
      .find((each: { personId: string }) => each.personId === owner.personId);
    expect((await asCookie(tablet, 'DELETE', `/api/sessions/${owners.id}`)).statusCode).toBe(404);
  });
});

describe('guessing', () => {
  it('waits longer each time but never for ever, and shuts no one out elsewhere', async () => {
    const owner = await server.kitchen();
    for (let i = 0; i < 5; i++) expect((await signIn(owner.name, `guess ${i}`, '10.0.0.9')).statusCode).toBe(401);
    const shut = await signIn(owner.name, PASSPHRASE, '10.0.0.9');
    expect(shut.statusCode).toBe(429);
    expect(shut.json()).toMatchObject({ code: 'tooManyTries', field: 'passphrase' });
    expect((await signIn(owner.name, PASSPHRASE, '10.0.0.7')).statusCode).toBe(200); // the cook, at the stove
    const waits = [];
    for (const failures of [4, 5, 6, 8, 40]) {
      await server.sql('UPDATE sign_in_try SET failures = $1, last_at = now()', [failures]);
      const [row] = await server.sql('SELECT round(sign_in_wait_s(door)::numeric) AS wait FROM sign_in_try LIMIT 1');
      waits.push(Number(row!['wait']));
    }
    expect(waits).toEqual([0, 1, 2, 8, 300]);
    await server.sql("UPDATE sign_in_try SET last_at = now() - interval '301 seconds'");
    expect((await signIn(owner.name, PASSPHRASE, '10.0.0.9')).statusCode).toBe(200);
    expect((await signIn(owner.name, 'wrong again', '10.0.0.9')).statusCode).toBe(401); // and the count began anew
    expect((await signIn(owner.name, PASSPHRASE, '10.0.0.9')).statusCode).toBe(200);
  });
});
