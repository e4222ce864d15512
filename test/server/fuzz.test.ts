import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun } from './make.ts';

// Wrong input for every route, generated from the OpenAPI document the server itself gives.

interface Schema {
  type?: string;
  properties?: Record<string, Schema>;
  required?: string[];
  items?: Schema;
  anyOf?: Schema[];
}
interface Operation {
  parameters?: { name: string; in: string }[];
  requestBody?: { content: Record<string, { schema: Schema }> };
  security?: object[];
}
interface Route {
  method: string;
  url: string;
  operation: Operation;
  body: Schema | undefined;
}

let server: TestServer;
let kitchen: TestKitchen;
let theirRun: string;
let ourRun: string;
let routes: Route[];

beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  const other = await server.kitchen();
  const [theirs, ours] = [newRun(other), newRun(kitchen)];
  await server.as(other, { method: 'POST', url: '/api/runs', payload: theirs });
  await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: ours });
  theirRun = theirs.id;
  ourRun = ours.id;
  const document = (await server.app.inject({ url: '/api/docs' })).json() as {
    paths: Record<string, Record<string, Operation>>;
  };
  routes = Object.entries(document.paths).flatMap(([url, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({
      method: method.toUpperCase(),
      url,
      operation,
      body: operation.requestBody?.content['application/json']?.schema,
    })),
  );
});
afterAll(() => server.close());

/** A body each route takes as it stands. */
function goodBody(route: Route): Record<string, unknown> {
  if (route.url === '/api/session') return { name: 'x', passphrase: 'y' };
  if (route.url === '/api/settings') return { temperatureUnit: 'C', theme: 'light', sound: true };
  if (route.url === '/api/runs') return { ...newRun(kitchen) };
  return { events: [made('flipped', { pieceId: randomUUID() })] };
}

const WRONG: Record<string, unknown[]> = {
  string: [7, null, {}, [], '', 'x'.repeat(100_000), '\u0000'],
  number: ['7', null, {}, -1e308, 1e308, NaN],
  integer: ['7', null, 1.5, -1, 1e20],
  boolean: ['yes', 1, null, {}],
  array: [{}, 'x', null, Array(5000).fill(0)],
  object: [[], 'x', null, 5],
};

/** Bodies each with one thing wrong: a field missing, of the wrong type, negative, huge or empty. */
function wrongBodies(schema: Schema, good: Record<string, unknown>): { what: string; body: unknown }[] {
  const cases: { what: string; body: unknown }[] = [];
  for (const [name, part] of Object.entries(schema.properties ?? {})) {
    if (schema.required?.includes(name)) {
      const { [name]: _gone, ...rest } = good;
      cases.push({ what: `${name} missing`, body: rest });
    }
    for (const value of WRONG[part.type ?? ''] ?? [{}, null, -1]) {
      cases.push({ what: `${name} = ${JSON.stringify(value)?.slice(0, 30)}`, body: { ...good, [name]: value } });
    }
    const items = part.items;
    const inner = (good[name] as unknown[] | undefined)?.[0];
    if (items?.properties && inner && typeof inner === 'object') {
      for (const wrong of wrongBodies(items, inner as Record<string, unknown>)) {
        cases.push({ what: `${name}[0].${wrong.what}`, body: { ...good, [name]: [wrong.body] } });
      }
    }
  }
  for (const body of [[], 'text', 5, null]) cases.push({ what: `body ${JSON.stringify(body)}`, body });
  return cases;
}

const rows = async () =>
  JSON.stringify(
    await server.sql(
      'SELECT (SELECT count(*) FROM run) AS runs, (SELECT count(*) FROM run_event) AS events, (SELECT count(*) FROM session) AS sessions, (SELECT sum(hashtext(settings::text)) FROM person) AS settings',
    ),
  );

describe('wrong input', () => {
  it('is known for every route that takes a body', () => {
    expect(
      routes
        .filter((route) => route.body)
        .map((route) => `${route.method} ${route.url}`)
        .sort(),
    ).toEqual(['POST /api/runs', 'POST /api/runs/{runId}/events', 'POST /api/session', 'PUT /api/settings']);
  });

  it('in a body is a 4xx that names the field, and nothing is stored', async () => {
    const before = await rows();
    let tried = 0;
    const faults: string[] = [];
    for (const route of routes.filter((candidate) => candidate.body)) {
      const url = route.url.replace('{runId}', ourRun);
      const field = (answer: { field?: string }) => typeof answer.field === 'string' && answer.field.length > 0;
      for (const { what, body } of wrongBodies(route.body!, goodBody(route))) {
        const payload = JSON.stringify(body, (_key, value) => (Number.isNaN(value) ? null : value)) ?? 'null';
        const answer = await server.as(kitchen, {
          method: route.method as 'POST',
          url,
          payload,
          headers: { 'content-type': 'application/json' },
        });
        tried += 1;
        const bodyOf = answer.json();
        const allowed = harmless(route, what);
        const clear = answer.statusCode >= 400 && field(bodyOf) && !/Expected|Invalid/.test(bodyOf.message);
        if (answer.statusCode >= 500 || (!allowed && !clear)) {
          faults.push(`${route.method} ${route.url} with ${what}: ${answer.statusCode} ${answer.body.slice(0, 120)}`);
        }
      }
    }
    expect(faults).toEqual([]);
    expect(tried).toBeGreaterThan(150);
    expect(await rows()).toBe(before);
  });

  /** Values that are unusual but right for their field: they are refused for another reason or change nothing. */
  function harmless(route: Route, what: string): boolean {
    return route.url === '/api/session' && what.startsWith('name = "x');
  }

  it('malformed, too large or not JSON at all is refused everywhere', async () => {
    const before = await rows();
    for (const route of routes.filter((candidate) => candidate.body)) {
      const url = route.url.replace('{runId}', ourRun);
      const send = (payload: string, type = 'application/json') =>
        server.as(kitchen, { method: route.method as 'POST', url, payload, headers: { 'content-type': type } });
      const answers = [
        [await send('{"name": '), 400],
        [await send(''), 400],
        [await send('name=x', 'application/x-www-form-urlencoded'), 415],
        [await send(JSON.stringify({ name: 'x'.repeat(10 * 1024 * 1024) })), 413],
        [await send('{"__proto__": {"admin": true}}'), 400],
      ] as const;
      for (const [answer, status] of answers) {
        expect([route.url, answer.statusCode]).toEqual([route.url, status]);
        expect(answer.json()).toMatchObject({
          code: expect.any(String),
          message: expect.any(String),
          field: expect.any(String),
        });
      }
    }
    expect(await rows()).toBe(before);
  });

  it('in an address is a 4xx: not an id, another kitchen’s id, an id of nothing', async () => {
    const withId = routes.filter((route) => route.url.includes('{runId}'));
    expect(withId.length).toBeGreaterThanOrEqual(3);
    for (const route of withId) {
      for (const [runId, status] of [
        ['not-an-id', 400],
        ["1' OR '1'='1", 400],
        [theirRun, 404],
        [randomUUID(), 404],
        ['x'.repeat(150), 400],
      ] as const) {
        const answer = await server.as(kitchen, {
          method: route.method as 'GET',
          url: route.url.replace('{runId}', encodeURIComponent(runId)),
          ...(route.body ? { payload: goodBody(route) } : {}),
        });
        expect([route.url, runId, answer.statusCode]).toEqual([route.url, runId, status]);
        expect(answer.json()).toMatchObject({ field: 'runId' });
      }
    }
  });

  it('without a session is a 401 before anything is read', async () => {
    for (const route of routes.filter((candidate) => candidate.operation.security?.length)) {
      const answer = await server.app.inject({
        method: route.method as 'GET',
        url: route.url.replace('{runId}', ourRun),
        ...(route.body ? { payload: { nonsense: 1 } } : {}),
      });
      expect([route.url, answer.statusCode]).toEqual([route.url, 401]);
    }
  });
});
