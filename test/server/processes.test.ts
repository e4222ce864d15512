import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { request as httpRequest, type IncomingMessage } from 'node:http';
import { randomUUID } from 'node:crypto';
import type { AddressInfo } from 'node:net';
import type { FastifyInstance } from 'fastify';
import { buildApp } from '../../src/server/app.ts';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun } from './make.ts';

// Two servers on one database, as two processes behind one port are.

let server: TestServer;
let second: FastifyInstance;
let kitchen: TestKitchen;
beforeAll(async () => {
  server = await testServer();
  second = await buildApp(server.config);
  await second.listen({ host: '127.0.0.1', port: 0 });
  kitchen = await server.kitchen();
});
afterAll(async () => {
  await second.close();
  await server.close();
});

const on = (app: FastifyInstance, method: 'GET' | 'POST' | 'DELETE', url: string, payload?: object) =>
  app.inject({ method, url, headers: { cookie: kitchen.cookie }, ...(payload ? { payload } : {}) });
const run = async () => {
  const body = newRun(kitchen);
  await on(server.app, 'POST', '/api/runs', body);
  return body.id;
};
const flip = () => made('flipped', { pieceId: randomUUID() });

/** Opens a feed and gives each message's events. */
function follow(app: FastifyInstance, runId: string, from: string) {
  const heard: { seq: number; id: string }[] = [];
  const { port } = app.server.address() as AddressInfo;
  const request = httpRequest({
    host: '127.0.0.1',
    port,
    path: `/api/runs/${runId}/feed?after=${from}`,
    headers: { cookie: kitchen.cookie },
  });
  const opened = new Promise<IncomingMessage>((resolve) => request.on('response', resolve));
  request.end();
  void opened.then((response) => {
    let text = '';
    response.on('data', (chunk) => {
      text += String(chunk);
      const messages = text.split('\n\n');
      text = messages.pop()!;
      for (const message of messages) {
        const data = /^data: (.+)$/m.exec(message)?.[1];
        if (data) heard.push(...JSON.parse(data));
      }
    });
  });
  return { heard, opened, close: () => request.destroy() };
}

async function until(test: () => boolean): Promise<void> {
  for (let i = 0; i < 200 && !test(); i++) await new Promise((resolve) => setTimeout(resolve, 25));
  expect(test()).toBe(true);
}

describe('two server processes on one database', () => {
  it('hand out one order without gaps, whoever is asked, and a feed at one hears what the other stored', async () => {
    const runId = await run();
    const feed = follow(second, runId, '0');
    await feed.opened;
    const batches = Array.from({ length: 20 }, () => [flip(), flip()]);
    await Promise.all(
      batches.map((events, index) =>
        on(index % 2 ? server.app : second, 'POST', `/api/runs/${runId}/events`, { events }),
      ),
    );
    await until(() => feed.heard.length >= 41);
    feed.close();
    expect(feed.heard.map((event) => event.seq)).toEqual(Array.from({ length: 41 }, (_, at) => at + 1));
    const ids = batches.flat().map((event) => event.id);
    expect(new Set(feed.heard.map((event) => event.id))).toEqual(new Set([...ids, feed.heard[0]!.id]));
  });

  it('take the same batch at the same moment for one', async () => {
    const runId = await run();
    const events = [flip(), flip(), flip()];
    const answers = await Promise.all(
      [server.app, second, server.app, second].map((app) => on(app, 'POST', `/api/runs/${runId}/events`, { events })),
    );
    const seqs = answers.map((answer) => answer.json().events.map((event: { seq: number }) => event.seq));
    expect(seqs).toEqual(Array(4).fill([2, 3, 4]));
  });

  it('make one run of one id, and end a session for both', async () => {
    const body = newRun(kitchen);
    const both = await Promise.all([server.app, second].map((app) => on(app, 'POST', '/api/runs', body)));
    expect(both.map((answer) => answer.statusCode)).toEqual([201, 201]);
    const cook = await server.member(kitchen, 'cook');
    const asCook = (app: FastifyInstance) => app.inject({ url: '/api/runs', headers: { cookie: cook.cookie } });
    expect((await asCook(second)).statusCode).toBe(200);
    await on(server.app, 'DELETE', `/api/people/${cook.personId}`);
    expect((await asCook(second)).statusCode).toBe(401);
  });

  it('take no tap from who was signed out or became a viewer a moment ago at the other', async () => {
    const runId = await run();
    const cook = await server.member(kitchen, 'cook');
    const tap = () =>
      second.inject({
        method: 'POST',
        url: `/api/runs/${runId}/events`,
        headers: { cookie: cook.cookie },
        payload: { events: [flip()] },
      });
    const setRole = (role: string) =>
      server.as(kitchen, { method: 'PUT', url: `/api/people/${cook.personId}`, payload: { role } });
    expect((await tap()).statusCode).toBe(200);
    await setRole('viewer');
    expect((await tap()).statusCode).toBe(403);
    await setRole('cook');
    expect((await tap()).statusCode).toBe(200);
    await on(server.app, 'DELETE', `/api/people/${cook.personId}`);
    expect((await tap()).statusCode).toBe(401);
    const [stored] = await server.sql('SELECT count(*)::int AS n FROM run_event WHERE run_id = $1', [runId]);
    expect(stored!['n']).toBe(3); // the brief and two taps
  });

  it('hear again after the database cut the line, and what was missed', async () => {
    const runId = await run();
    const feed = follow(second, runId, '1');
    await feed.opened;
    await server.sql(
      "SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = current_database() AND query LIKE 'LISTEN%'",
    );
    const answer = await on(server.app, 'POST', `/api/runs/${runId}/events`, { events: [flip()] });
    expect(answer.statusCode).toBe(200);
    await until(() => feed.heard.length === 1);
    feed.close();
  });
});

describe('a flood of requests', () => {
  it('is turned away at the door while a cooking device is served', async () => {
    const strict = await testServer({ rateLimit: { perMinute: 200, signInPerMinute: 20 } });
    const cook = await strict.kitchen();
    const body = newRun(cook);
    await strict.as(cook, { method: 'POST', url: '/api/runs', payload: body });
    const flood = Array.from({ length: 3000 }, (_, i) =>
      strict.app.inject({ method: 'GET', url: i % 2 ? '/api/runs' : '/api/health', remoteAddress: '10.9.9.9' }),
    );
    const served = [];
    for (let tap = 0; tap < 50; tap++) {
      const payload = { events: [flip()] };
      served.push(
        await strict.as(cook, {
          method: 'POST',
          url: `/api/runs/${body.id}/events`,
          payload,
          remoteAddress: '10.0.0.5',
        }),
      );
    }
    expect(served.map((answer) => answer.statusCode)).toEqual(Array(50).fill(200));
    const turned = (await Promise.all(flood)).filter((answer) => answer.statusCode === 429);
    expect(turned.length).toBeGreaterThanOrEqual(2800); // all but the minute's allowance; a burst in one instant loses that too
    expect(turned[0]!.json()).toMatchObject({ code: 'tooMany', hint: expect.stringContaining('nothing is lost') });
    expect(Number(turned[0]!.headers['retry-after'])).toBeGreaterThan(0);
    await strict.close();
  });
});
