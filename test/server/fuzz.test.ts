import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { addressOf, goodBody, routesOf, type Route, type Schema } from './openapi.ts';

// Wrong input for every route, generated from the OpenAPI document the server itself gives.

let server: TestServer;
let kitchen: TestKitchen;
let theirs: Record<string, string>;
let ours: Record<string, string>;
let routes: Route[];

beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  const other = await server.kitchen();
  theirs = await server.targets(other);
  ours = await server.targets(kitchen);
  routes = await routesOf(server.app);
});
afterAll(() => server.close());

const WRONG: Record<string, unknown[]> = {
  string: [7, null, {}, [], '', 'x'.repeat(100_000), '\u0000', '\ud800'],
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
      'SELECT (SELECT count(*) FROM run) AS runs, (SELECT count(*) FROM run_event) AS events, (SELECT count(*) FROM session) AS sessions, (SELECT count(*) FROM invite) AS invites, (SELECT count(*) FROM person) AS people, (SELECT count(*) FROM formula_revision) AS formulas, (SELECT count(*) FROM station) AS stations, (SELECT count(*) FROM burner) AS burners, (SELECT count(*) FROM ladle) AS ladles, (SELECT count(*) FROM station_reading) AS readings, (SELECT sum(hashtext(settings::text)) FROM person) AS settings',
    ),
  );

describe('wrong input', () => {
  it('is known for every route that takes a body', () => {
    expect(
      routes
        .filter((route) => route.body)
        .map((route) => `${route.method} ${route.url}`)
        .sort(),
    ).toEqual([
      'DELETE /api/kitchen',
      'POST /api/burners',
      'POST /api/formulas',
      'POST /api/ingredients',
      'POST /api/invites',
      'POST /api/join',
      'POST /api/join/code',
      'POST /api/kitchen/hand-over',
      'POST /api/kitchens',
      'POST /api/ladles',
      'POST /api/runs',
      'POST /api/runs/{runId}/events',
      'POST /api/session',
      'POST /api/session/confirm',
      'POST /api/session/kitchen',
      'POST /api/stations',
      'POST /api/stations/{stationId}/readings',
      'PUT /api/burners/{burnerId}',
      'PUT /api/burners/{burnerId}/archived',
      'PUT /api/formulas/{formulaId}',
      'PUT /api/formulas/{formulaId}/archived',
      'PUT /api/ingredients/{ingredientId}',
      'PUT /api/kitchen',
      'PUT /api/kitchen/rules',
      'PUT /api/ladles/{ladleId}',
      'PUT /api/ladles/{ladleId}/archived',
      'PUT /api/passphrase',
      'PUT /api/people/{personId}',
      'PUT /api/settings',
      'PUT /api/stations/{stationId}',
      'PUT /api/stations/{stationId}/archived',
    ]);
  });

  it('in a body is a 4xx that names the field, and nothing is stored', async () => {
    const before = await rows();
    let tried = 0;
    const faults: string[] = [];
    for (const route of routes.filter((candidate) => candidate.body)) {
      const url = addressOf(route, ours);
      const field = (answer: { field?: string }) => typeof answer.field === 'string' && answer.field.length > 0;
      for (const { what, body } of wrongBodies(route.body!, goodBody(route, kitchen))) {
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
    if (route.url === '/api/session') return what.startsWith('name = "x');
    // what may be unknown may be null
    const unknown = {
      '/api/kitchen/rules': /^askAgainMin = null/,
      '/api/kitchen': /^(bowlMl|ownRules|measuredBy) = null/,
      '/api/ingredients': /^(densityGPerMl|composition|useBy) = null/,
    };
    return unknown[route.url as keyof typeof unknown]?.test(what) ?? false;
  }

  it('malformed, too large or not JSON at all is refused everywhere', async () => {
    const before = await rows();
    for (const route of routes.filter((candidate) => candidate.body)) {
      const url = addressOf(route, ours);
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
    const gaps = routes.flatMap((route) =>
      [...route.url.matchAll(/\{(\w+)\}/g)].map(([, gap]) => ({ route, gap: gap! })),
    );
    expect(new Set(gaps.map(({ gap }) => gap))).toEqual(
      new Set([
        ...['runId', 'personId', 'sessionId', 'inviteId', 'formulaId', 'ingredientId'],
        ...['stationId', 'burnerId', 'ladleId', 'readingId'],
      ]),
    );
    for (const { route, gap } of gaps) {
      for (const [id, status] of [
        ['not-an-id', 400],
        ["1' OR '1'='1", 400],
        [theirs[gap]!, 404],
        [randomUUID(), 404],
        ['x'.repeat(150), 400],
      ] as const) {
        const answer = await server.as(kitchen, {
          method: route.method as 'GET',
          url: addressOf(route, { ...ours, [gap]: id }),
          ...(route.body ? { payload: goodBody(route, kitchen) } : {}),
        });
        expect([route.url, id, answer.statusCode]).toEqual([route.url, id, status]);
        expect(answer.json()).toMatchObject({ field: gap });
      }
    }
  });
});
