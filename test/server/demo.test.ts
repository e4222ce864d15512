import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { seedDemo } from '../../scripts/lib/demo.ts';
import { DEMO_IDS, DEMO_PEOPLE } from '#demo';
import { testServer, type TestServer } from './app.ts';
import { newRun } from './make.ts';

let server: TestServer;
beforeAll(async () => {
  server = await testServer();
});
afterAll(() => server.close());

const counts = () =>
  server.sql(
    'SELECT (SELECT count(*) FROM run_event) AS events, (SELECT count(*) FROM run) AS runs, (SELECT count(*) FROM person) AS people',
  );

/** Putting it in cooks a whole morning by simulated hands. */
const COOKED_WITHIN_MS = 180_000;

describe('demo data', () => {
  it(
    'is put in once, folds without a refusal, and its people can sign in',
    async () => {
      expect(await seedDemo(server.databaseUrl, false)).toBe(true);
      const before = await counts();
      expect(await seedDemo(server.databaseUrl, false)).toBe(false);
      expect(await counts()).toEqual(before);
      const signedIn = await server.app.inject({
        method: 'POST',
        url: '/api/session',
        payload: { name: DEMO_PEOPLE[1].name, passphrase: DEMO_PEOPLE[1].passphrase },
      });
      const cookie = String(signedIn.headers['set-cookie']).split(';')[0]!;
      const runs = (await server.app.inject({ url: '/api/runs', headers: { cookie } })).json();
      expect(runs).toHaveLength(2);
      expect(runs.find((run: { finished: boolean }) => run.finished)).toMatchObject({ served: 50, pieces: 50 });
    },
    COOKED_WITHIN_MS,
  );

  it(
    'fresh throws away what was cooked in it and puts it in again',
    async () => {
      const [before] = await counts();
      await server.sql('UPDATE run SET name = $1', ['changed']);
      expect(await seedDemo(server.databaseUrl, true)).toBe(true);
      const [after] = await counts();
      expect(after).toEqual(before);
      expect(await server.sql('SELECT 1 FROM run WHERE name = $1', ['changed'])).toEqual([]);
    },
    COOKED_WITHIN_MS,
  );

  it(
    '18.8 fresh touches no other kitchen, nor what a person of the demo has in one; deleted, it does not come back by itself',
    async () => {
      const own = await server.kitchen();
      const run = newRun(own);
      await server.as(own, { method: 'POST', url: '/api/runs', payload: run });
      await server.sql('UPDATE person SET account_id = (SELECT account_id FROM person WHERE id = $1) WHERE id = $2', [
        DEMO_IDS.people[0],
        own.personId,
      ]);
      const sums = async () =>
        Promise.all(
          ['person', 'session', 'formula_revision', 'station', 'run', 'run_event', 'audit'].map((table) =>
            server.sql(`SELECT md5(string_agg(t::text, '|' ORDER BY t::text)) FROM ${table} t WHERE kitchen_id = $1`, [
              own.id,
            ]),
          ),
        );
      const before = await sums();
      expect(await seedDemo(server.databaseUrl, true)).toBe(true);
      expect(await sums()).toEqual(before);
      await server.sql('SELECT drop_kitchen($1)', [DEMO_IDS.kitchen]);
      expect(await seedDemo(server.databaseUrl, false)).toBe(false);
      expect(await sums()).toEqual(before);
      expect(await seedDemo(server.databaseUrl, true)).toBe(true);
    },
    COOKED_WITHIN_MS,
  );
});
