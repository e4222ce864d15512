import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import fc from 'fast-check';
import { testServer, type TestKitchen, type TestServer } from '../server/app.ts';
import { addressOf, goodBody, routesOf, type Route } from '../server/openapi.ts';

const BODIES = 2000;
const SIGNS_IN = ['/api/kitchens', '/api/session/kitchen'];

let server: TestServer;
let kitchen: TestKitchen;
let routes: Route[];
let ids: Record<string, string>;
beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  ids = await server.targets(kitchen);
  routes = (await routesOf(server.app)).filter((route) => route.body);
});
afterAll(() => server.close());

const junk = fc.oneof(
  fc.jsonValue({ maxDepth: 3 }),
  fc.string({ unit: 'binary', maxLength: 60 }),
  fc.double(),
  fc.integer(),
  fc.constantFrom<unknown>(
    '',
    '\u0000',
    '\ud83d',
    { '\udc00': 1 },
    '__proto__',
    -1,
    0,
    1e308,
    2 ** 53,
    '2026-13-45',
    'constructor',
    [],
    {},
    null,
  ),
);

/** A good body with a few places, at any depth, replaced, removed or given something more. */
function spoil(good: unknown, at: readonly number[], what: readonly unknown[]): unknown {
  const body = structuredClone(good) as Record<string, unknown>;
  at.forEach((pick, index) => {
    let holder = body;
    for (let depth = 0; depth < 4; depth++) {
      const keys = Object.keys(holder);
      const key = keys[(pick >> (depth * 3)) % Math.max(1, keys.length)];
      if (key === undefined) break;
      const inner = holder[key];
      if (inner && typeof inner === 'object' && (pick >> (12 + depth)) % 2) holder = inner as Record<string, unknown>;
      else {
        if (pick % 5 === 0) delete holder[key];
        // a copy: one thing put in twice, once into itself, would be no JSON
        else if (pick % 5 === 1) holder[`x${index}`] = structuredClone(what[index]);
        else holder[key] = structuredClone(what[index]);
        break;
      }
    }
  });
  return body;
}

/** A counter of rows, and a check that no run is stored without its brief: the half of a request. */
const whole = async () =>
  (
    await server.sql(`SELECT count(*)::int AS halves FROM run r
      WHERE last_seq <> (SELECT count(*) FROM run_event e WHERE e.run_id = r.id)
         OR NOT EXISTS (SELECT 1 FROM run_event e WHERE e.run_id = r.id AND e.kind = 'brief-set')`)
  )[0]!['halves'];

describe('2,000 spoilt bodies a route', () => {
  it('never a 500, never half a request stored, every refusal in the one shape', async () => {
    const told: string[] = [];
    for (const route of routes) {
      let [kept, refused] = [0, 0];
      await fc.assert(
        fc.asyncProperty(
          fc.array(fc.nat(2 ** 30), { minLength: 1, maxLength: 3 }),
          fc.array(junk, { minLength: 3, maxLength: 3 }),
          async (at, what) => {
            const payload = JSON.stringify(spoil(goodBody(route, kitchen), at, what)) ?? 'null';
            // one that is kept signs in anew
            const who = SIGNS_IN.includes(route.url) ? await server.member(kitchen, 'owner') : kitchen;
            const answer = await server.as(who, {
              method: route.method as 'POST',
              url: addressOf(route, ids),
              payload,
              headers: { 'content-type': 'application/json' },
            });
            if (answer.statusCode >= 500)
              throw new Error(`${route.url} ${answer.statusCode} for ${payload.slice(0, 300)}`);
            if (answer.statusCode < 300) kept += 1;
            else {
              refused += 1;
              expect(answer.json()).toMatchObject({ code: expect.any(String), message: expect.any(String) });
            }
          },
        ),
        { numRuns: BODIES },
      );
      expect([route.url, await whole()]).toEqual([route.url, 0]);
      told.push(`${route.method} ${route.url}: ${refused} refused, ${kept} kept`);
    }
    console.log(told.join('\n'));
    expect(told).toHaveLength(routes.length);
  }, 900_000);
});
