import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { v7 } from 'uuid';
import { partLog } from '../../scripts/lib/part-log.ts';
import { verify } from '../../scripts/lib/keeping.ts';
import { APP_ROLE } from '../../src/server/database.ts';
import { loginUrl } from '../../src/server/logins.ts';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun } from './make.ts';

let server: TestServer;
const kitchens: TestKitchen[] = [];
const runs: string[] = [];
beforeAll(async () => {
  server = await testServer();
  for (let each = 0; each < 3; each++) {
    const kitchen = await server.kitchen();
    const run = newRun(kitchen, { id: each === 0 ? randomUUID() : v7() }); // ids of another kind have a part as well
    await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: run });
    kitchens.push(kitchen);
    runs.push(run.id);
  }
});
afterAll(() => server.close());
const post = (at: number, events: object[]) =>
  server.as(kitchens[at]!, { method: 'POST', url: `/api/runs/${runs[at]}/events`, payload: { events } });
const taps = (count: number) => Array.from({ length: count }, () => made('flipped', { pieceId: randomUUID() }));
const logOf = async (at: number) =>
  (await server.as(kitchens[at]!, { url: `/api/runs/${runs[at]}` })).json().events as { id: string }[];

describe('a log parted by kitchen and time', () => {
  it('is the log it was, goes on, and is asked of one part alone', async () => {
    for (const at of [0, 1, 2]) await post(at, taps(3));
    const before = await Promise.all([0, 1, 2].map(logOf));
    expect(await partLog(server.databaseUrl, Date.now())).toBeGreaterThan(50);
    expect(await partLog(server.databaseUrl, Date.now())).toBe(0);
    expect(await Promise.all([0, 1, 2].map(logOf))).toEqual(before);
    const more = taps(4);
    for (const at of [0, 1, 2]) {
      await post(at, at === 1 ? more : taps(4));
      await post(at, at === 1 ? [...more, ...taps(1)] : taps(1)); // in part sent twice
    }
    const after = await Promise.all([0, 1, 2].map(logOf));
    expect(after.map((log, at) => log.length - before[at]!.length)).toEqual([5, 5, 5]);
    expect((await verify(server.databaseUrl)).broken).toEqual([]);

    const client = new pg.Client({ connectionString: loginUrl(server.databaseUrl, APP_ROLE) });
    await client.connect();
    await client.query("SELECT set_config('bluebell.kitchen', $1, false)", [kitchens[1]!.id]);
    const { rows } = await client.query<{ 'QUERY PLAN': string }>(
      `EXPLAIN (ANALYZE, COSTS OFF, TIMING OFF, SUMMARY OFF) SELECT * FROM run_event WHERE run_id = '${runs[1]}' AND seq > 0 ORDER BY seq`,
    );
    const plan = rows.map((row) => row['QUERY PLAN']).join('\n');
    const parts = new Set(plan.match(/run_event_\d+_\w+?(?=_pkey| |$)/gm));
    expect([plan, parts.size]).toEqual([plan, 1]);
    expect([...parts][0]).toMatch(new RegExp(`_${new Date().getUTCFullYear()}$`));
    // the wall stands, around it and through a part's own name
    expect((await client.query('SELECT 1 FROM run_event WHERE run_id = $1', [runs[2]])).rowCount).toBe(0);
    await expect(client.query(`SELECT 1 FROM ${[...parts][0]}`)).rejects.toThrow('permission denied');
    await client.end();
  });
});
