import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request as httpRequest, type IncomingMessage } from 'node:http';
import { connect, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FastifyInstance } from 'fastify';
import { MAX_EVENTS_PER_POST } from '#contract';
import { buildApp } from '../../src/server/app.ts';
import { PASSPHRASE, testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun } from './make.ts';

// What an attack found open, each line by its number.

const webRoot = mkdtempSync(join(tmpdir(), 'bluebell-web-'));
let server: TestServer;
let second: FastifyInstance;
let owner: TestKitchen;
beforeAll(async () => {
  mkdirSync(join(webRoot, 'assets'));
  writeFileSync(join(webRoot, 'index.html'), '<!doctype html><title>x</title>');
  writeFileSync(join(webRoot, 'assets', 'main-1a2b.js'), 'export {};');
  server = await testServer({ webRoot, hosts: ['griddle.example'] });
  await server.app.listen({ host: '127.0.0.1', port: 0 });
  second = await buildApp(server.config);
  await second.listen({ host: '127.0.0.1', port: 0 });
  owner = await server.kitchen();
});
afterAll(async () => {
  await second.close();
  await server.close();
  rmSync(webRoot, { recursive: true, force: true });
});

const portOf = (app: FastifyInstance) => (app.server.address() as AddressInfo).port;
const aRun = async (kitchen = owner) => {
  const run = newRun(kitchen);
  expect((await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: run })).statusCode).toBe(201);
  return run.id;
};
const flips = (count: number) => Array.from({ length: count }, () => made('flipped', { pieceId: randomUUID() }));
const post = (kitchen: TestKitchen, runId: string, payload: object | string) =>
  server.as(kitchen, {
    method: 'POST',
    url: `/api/runs/${runId}/events`,
    headers: { 'content-type': 'application/json' },
    payload,
  });
const signIn = (name: string, passphrase: string, more: { cookie?: string; remoteAddress?: string } = {}) =>
  server.app.inject({
    method: 'POST',
    url: '/api/session',
    payload: { name, passphrase },
    ...(more.remoteAddress ? { remoteAddress: more.remoteAddress } : {}),
    headers: more.cookie ? { cookie: more.cookie } : {},
  });
const cookiesOf = (answer: { headers: Record<string, unknown> }) =>
  [answer.headers['set-cookie']].flat().map((cookie) => String(cookie).split(';')[0]!);

/** A feed as a browser opens it; what it says, and whether it has ended. */
async function feed(app: FastifyInstance, cookie: string, runId: string, headers: Record<string, string> = {}) {
  const asked = httpRequest({
    ...{ host: '127.0.0.1', port: portOf(app), path: `/api/runs/${runId}/feed`, headers: { cookie, ...headers } },
  });
  asked.on('error', () => undefined);
  const answered = new Promise<IncomingMessage>((resolve) => asked.on('response', resolve));
  asked.end();
  const answer = await answered;
  const told = { text: '', endedMs: null as number | null };
  answer.on('data', (chunk) => (told.text += String(chunk)));
  answer.on('error', () => undefined);
  answer.on('close', () => (told.endedMs = Date.now()));
  const seqs = () =>
    [...told.text.matchAll(/^data: (\[.+)$/gm)].flatMap(([, json]) =>
      (JSON.parse(json!) as { seq: number }[]).map(({ seq }) => seq),
    );
  return { status: answer.statusCode, headers: answer.headers, told, seqs, close: () => asked.destroy() };
}

async function until(test: () => boolean, withinMs = 5000): Promise<void> {
  for (const endMs = Date.now() + withinMs; Date.now() < endMs && !test();)
    await new Promise((resolve) => setTimeout(resolve, 10));
  expect(test()).toBe(true);
}

describe('18.6 feeds', () => {
  it('a reader that never reads is let go, and the others hear all', async () => {
    const runId = await aRun();
    const deaf = connect(portOf(server.app), '127.0.0.1');
    deaf.on('error', () => undefined);
    deaf.pause();
    deaf.write(`GET /api/runs/${runId}/feed HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: ${owner.cookie}\r\n\r\n`);
    const hearing = await feed(server.app, owner.cookie, runId);
    const connections = () =>
      new Promise<number>((resolve) => server.app.server.getConnections((_error, count) => resolve(count)));
    const before = await connections();
    const note = 'x'.repeat(500);
    let sent = 1;
    for (let i = 0; i < 60 && (await connections()) >= before; i++) {
      const events = Array.from({ length: MAX_EVENTS_PER_POST }, () => made('note-kept', { text: note }));
      expect((await post(owner, runId, { events })).statusCode).toBe(200);
      sent += events.length;
    }
    expect(await connections()).toBeLessThan(before);
    await until(() => hearing.seqs().length === sent);
    expect(hearing.seqs()).toEqual(Array.from({ length: sent }, (_, at) => at + 1));
    hearing.close();
    deaf.destroy();
  });

  it('of one run are served by one reading, however many there are', async () => {
    const runId = await aRun();
    const cooks = await Promise.all(Array.from({ length: 4 }, () => server.member(owner, 'cook')));
    const feeds = await Promise.all(
      cooks.flatMap(({ cookie }) => Array.from({ length: 10 }, () => feed(server.app, cookie, runId))),
    );
    await until(() => feeds.every(({ seqs }) => seqs().length === 1));
    const readsOf = async (work: () => Promise<unknown>) => {
      const read =
        "SELECT coalesce(idx_scan, 0) + coalesce(seq_scan, 0) AS n FROM pg_stat_user_tables WHERE relname = 'run_event'";
      const settled = async () => {
        // the counts of a connection arrive when it is idle, at most once a second
        await new Promise((resolve) => setTimeout(resolve, 1500));
        return Number((await server.sql(read))[0]!['n']);
      };
      const from = await settled();
      await work();
      return (await settled()) - from;
    };
    const reads = await readsOf(async () => {
      expect((await post(owner, runId, { events: flips(1) })).statusCode).toBe(200);
      await until(() => feeds.every(({ seqs }) => seqs().length === 2));
    });
    expect(reads).toBeLessThan(feeds.length / 2);
    const tooMany = await Promise.all(Array.from({ length: 3 }, () => feed(server.app, cooks[0]!.cookie, runId)));
    expect(tooMany.map(({ status }) => status).sort()).toEqual([200, 200, 429]);
    expect(tooMany.find(({ status }) => status === 429)!.headers['retry-after']).toBe('30');
    [...feeds, ...tooMany].forEach(({ close }) => close());
  });

  it('18.7 an odd Last-Event-ID is no fault, and a long log comes whole', async () => {
    const runId = await aRun();
    for (let i = 0; i < 6; i++) await post(owner, runId, { events: flips(MAX_EVENTS_PER_POST) });
    for (const odd of ['1e99', '-1', 'NaN', '99999999999999999999', '0x10', '1.5', "'; --"]) {
      const one = await feed(server.app, owner.cookie, runId, { 'last-event-id': odd });
      expect([odd, one.status]).toEqual([odd, 200]);
      await until(() => one.seqs().length === 6 * MAX_EVENTS_PER_POST + 1);
      one.close();
    }
    const late = await feed(server.app, owner.cookie, runId, { 'last-event-id': '1199' });
    await until(() => late.seqs().length === 2);
    late.close();
  });
});

describe('18.10 a live feed ends with its session, in every process', () => {
  const ends = {
    'sign-out': (cook: TestKitchen) => server.as(cook, { method: 'DELETE', url: '/api/session' }),
    'its person taken out': (cook: TestKitchen) =>
      server.as(owner, { method: 'DELETE', url: `/api/people/${cook.personId}` }),
    'a passphrase changed elsewhere': async (cook: TestKitchen) => {
      const elsewhere = cookiesOf(await signIn(cook.name, PASSPHRASE)).join('; ');
      return server.app.inject({
        method: 'PUT',
        url: '/api/passphrase',
        headers: { cookie: elsewhere },
        payload: { current: PASSPHRASE, next: 'shags upon the skerry' },
      });
    },
    'ended by an owner': async (cook: TestKitchen) => {
      const open = (await server.as(owner, { url: '/api/sessions' })).json() as { id: string; personId: string }[];
      const { id } = open.find(({ personId }) => personId === cook.personId)!;
      return server.as(owner, { method: 'DELETE', url: `/api/sessions/${id}` });
    },
  };
  it.each(Object.keys(ends) as (keyof typeof ends)[])('%s', async (what) => {
    const runId = await aRun();
    const cook = await server.member(owner, 'cook');
    const feeds = await Promise.all([server.app, second].map((app) => feed(app, cook.cookie, runId)));
    const others = await feed(second, owner.cookie, runId);
    expect(feeds.map(({ status }) => status)).toEqual([200, 200]);
    const answer = await ends[what](cook);
    expect(answer.statusCode).toBe(204);
    await until(() => feeds.every(({ told }) => told.endedMs !== null), 1000);
    expect(others.told.endedMs).toBeNull();
    others.close();
  });
});

describe('18.7 what is sent is bounded', () => {
  it('many keys, deep nesting and great events are refused at once and in one shape, and nothing of them is kept', async () => {
    const runId = await aRun();
    const [good] = flips(1);
    const keys = Object.fromEntries(Array.from({ length: 80_000 }, (_, at) => [`k${at}`, at]));
    const deep = `${'{"a":'.repeat(5000)}1${'}'.repeat(5000)}`;
    const unknown = (payload: unknown) => ({ events: [{ ...good!, kind: 'from-a-newer-client', payload }] });
    for (const [what, body, status, field] of [
      ['keys', unknown(keys), 413, 'body'],
      ['values', unknown({ list: Array(7000).fill(0) }), 413, 'events[0].payload'],
      ['deep', `{"events":[{"payload":${deep}}]}`, 400, 'body'],
      ['deep list', `{"events":${'['.repeat(5000)}${']'.repeat(5000)}}`, 400, 'body'],
    ] as const) {
      const answer = await post(owner, runId, body);
      expect([what, answer.statusCode]).toEqual([what, status]);
      expect(answer.json()).toMatchObject({ code: status === 413 ? 'tooLarge' : 'badInput', field });
    }
    const [{ n }] = (await server.sql('SELECT count(*)::int AS n FROM run_event WHERE run_id = $1', [runId])) as [
      { n: number },
    ];
    expect(n).toBe(1);
  });

  it('an address that is too long or cannot be read is told in the one shape too', async () => {
    for (const [url, status] of [
      [`/api/runs/${'x'.repeat(300)}`, 414],
      ['/api/runs/%E0%A4%A', 400],
      [`/api/${'x'.repeat(300)}`, 404],
    ] as const) {
      const answer = await server.as(owner, { url });
      expect([url.slice(0, 20), answer.statusCode]).toEqual([url.slice(0, 20), status]);
      expect(answer.json()).toEqual(expect.objectContaining({ code: expect.any(String), message: expect.any(String) }));
    }
  });

  it('a run’s log does not grow without end', async () => {
    const runId = await aRun();
    await server.sql('UPDATE run SET log_bytes = 128 * 1024 * 1024 - 100 WHERE id = $1', [runId]);
    const answer = await post(owner, runId, { events: flips(2) });
    expect(answer.statusCode).toBe(409);
    expect(answer.json()).toMatchObject({ code: 'logFull', hint: 'Finish it and make a new run.' });
  });

  it('nor do all logs of a kitchen, and another kitchen goes on', async () => {
    const [full, other] = [await server.kitchen(), await server.kitchen()];
    const runs = [await aRun(full), await aRun(full)] as const;
    const next = await aRun(other);
    await server.sql('UPDATE run SET log_bytes = kitchen_log_bytes() - (1 << 20) WHERE id = $1', [runs[0]]);
    await server.sql('UPDATE run SET log_bytes = (1 << 20) - 100 WHERE id = ANY ($1)', [[runs[1], next]]);
    const answer = await post(full, runs[1], { events: flips(2) });
    expect(answer.statusCode).toBe(409);
    expect(answer.json()).toMatchObject({ code: 'kitchenFull' });
    expect((await post(other, next, { events: flips(2) })).statusCode).toBe(200);
  });
});

describe('18.8 a full disk', () => {
  it('is told by the answer and by health, and nothing is taken for kept', async () => {
    const runId = await aRun();
    await server.sql(`
      CREATE FUNCTION no_room() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
        RAISE EXCEPTION 'could not extend file: No space left on device' USING ERRCODE = '53100'; END $$;
      CREATE TRIGGER no_room BEFORE INSERT ON run_event FOR EACH ROW EXECUTE FUNCTION no_room()`);
    const events = flips(1);
    const refused = await post(owner, runId, { events });
    expect(refused.statusCode).toBe(507);
    expect(refused.json()).toMatchObject({ code: 'diskFull', hint: expect.stringContaining('df -h') });
    expect((await server.app.inject({ url: '/api/health' })).json()).toMatchObject({ code: 'diskFull' });
    await server.sql('DROP TRIGGER no_room ON run_event');
    expect((await post(owner, runId, { events })).json().events).toMatchObject([{ seq: 2 }]);
  });
});

describe('18.12 names', () => {
  const asked = (host: string, url = '/api/clock') => server.app.inject({ url, headers: { host } });
  it('that are not the server’s own get no answer, whatever is asked', async () => {
    for (const host of [
      'evil.example',
      'evil.example:4747',
      '10.0.0.5',
      'localhost.evil.example',
      '127.0.0.1.evil.example',
    ]) {
      for (const url of ['/api/clock', '/', '/api/runs']) {
        const answer = await asked(host, url);
        expect([host, url, answer.statusCode]).toEqual([host, url, 421]);
        expect(answer.json()).toMatchObject({ code: 'wrongHost', field: 'host' });
      }
    }
    for (const host of ['localhost:4747', '127.0.0.1', '[::1]:80', 'griddle.example', 'GRIDDLE.example:443'])
      expect([host, (await asked(host)).statusCode]).toEqual([host, 200]);
  });
});

describe('18.16 headers and doors', () => {
  it('answers are not stored, named files for ever, pages asked anew; what a page has no use for is off', async () => {
    const of = async (url: string) => (await server.as(owner, { url })).headers;
    expect((await of('/api/runs'))['cache-control']).toBe('no-store');
    expect((await of('/api/nothing-here'))['cache-control']).toBe('no-store');
    expect((await of('/assets/main-1a2b.js'))['cache-control']).toBe('public, max-age=31536000, immutable');
    expect((await of('/runs'))['cache-control']).toBe('no-cache');
    expect((await of('/runs'))['permissions-policy']).toMatch(
      /camera=\(\).*microphone=\(\).*screen-wake-lock=\(self\)/,
    );
  });

  it('a browser that is known gets in with the right passphrase while guesses from its address are slowed', async () => {
    const cook = await server.member(owner, 'cook');
    const known = cookiesOf(await signIn(cook.name, PASSPHRASE)).find((cookie) => cookie.startsWith('bluebell_known'))!;
    let slowed = 0;
    for (let i = 0; i < 8; i++) {
      const guess = await signIn(cook.name, 'guess number one');
      if (guess.statusCode === 429) {
        slowed += 1;
        expect(Number(guess.headers['retry-after'])).toBeGreaterThan(0);
      }
    }
    expect(slowed).toBeGreaterThan(0);
    expect((await signIn(cook.name, PASSPHRASE)).statusCode).toBe(429);
    expect((await signIn(cook.name, PASSPHRASE, { cookie: 'bluebell_known=made-up' })).statusCode).toBe(429);
    expect((await signIn(cook.name, PASSPHRASE, { cookie: known })).statusCode).toBe(200);
    // nor does being known open more tries without end
    for (let i = 0; i < 6; i++) await signIn(cook.name, 'guess number two', { cookie: known });
    expect((await signIn(cook.name, PASSPHRASE, { cookie: known })).statusCode).toBe(429);
    // 18.19 the kitchen's owner sees who was guessed at
    const audit = (await server.as(owner, { url: '/api/audit' })).json() as {
      what: string;
      personName: string;
      about: string;
    }[];
    expect(audit.find(({ what }) => what === 'sign-in-failed')).toMatchObject({
      personName: cook.name,
      about: '127.0.0.1',
    });
  });

  it('an earlier session of the same browser ends at a new sign-in', async () => {
    const cook = await server.member(owner, 'cook');
    const first = cookiesOf(await signIn(cook.name, PASSPHRASE)).join('; ');
    const next = cookiesOf(await signIn(cook.name, PASSPHRASE, { cookie: first })).join('; ');
    const status = async (cookie: string) =>
      (await server.app.inject({ url: '/api/runs', headers: { cookie } })).statusCode;
    expect([await status(first), await status(next)]).toEqual([401, 200]);
  });

  it('what is over is cleaned away', async () => {
    await server.sql(`
      UPDATE session SET expires_at = now() - interval '1 minute' WHERE person_id = '${(await server.member(owner, 'cook')).personId}';
      INSERT INTO sign_in_try VALUES ('\\x01', 3, now() - interval '2 hours');
      INSERT INTO invite (id, kitchen_id, code_hash, kind, role, expires_at)
        VALUES (gen_random_uuid(), '${owner.id}', '\\x02', 'person', 'cook', now() - interval '40 days')`);
    await (await buildApp(server.config)).close();
    const over = `SELECT (SELECT count(*) FROM session WHERE expires_at < now())
      + (SELECT count(*) FROM sign_in_try WHERE last_at < now() - interval '1 hour')
      + (SELECT count(*) FROM invite WHERE expires_at < now() - interval '30 days') AS n`;
    for (let i = 0; i < 100 && Number((await server.sql(over))[0]!['n']) > 0; i++)
      await new Promise((resolve) => setTimeout(resolve, 20));
    expect(Number((await server.sql(over))[0]!['n'])).toBe(0);
  });
});
