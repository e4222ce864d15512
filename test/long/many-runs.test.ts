import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { placeAfter, type RunSummary } from '#contract';
import { testServer, type TestKitchen, type TestServer } from '../server/app.ts';
import { newRun } from '../server/make.ts';

// A house that has cooked for years: ten thousand runs and a million events in one kitchen, a hundred runs in another.

const [RUNS, EVENTS_A_RUN, FEW] = [10_000, 100, 100];
const LONG_LOG = 200_000;
let server: TestServer;
let many: TestKitchen;
let few: TestKitchen;

/** Finished runs, one each morning back from today, each with its brief and pours. */
async function cooked(kitchen: TestKitchen, runs: number, events: number): Promise<void> {
  const first = newRun(kitchen);
  expect((await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: first })).statusCode).toBe(201);
  await server.sql(
    `INSERT INTO run (id, kitchen_id, name, rehearsal, seed, pins, last_seq, created_at)
     SELECT gen_random_uuid(), r.kitchen_id, 'Morning ' || n, false, n, r.pins, $3, now() - n * interval '1 day'
     FROM run r, generate_series(1, $2::int) n WHERE r.id = $1`,
    [first.id, runs, events],
  );
  await server.sql(
    `INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, tap_id, payload)
     SELECT r.id, s, gen_random_uuid(), r.kitchen_id,
       CASE s WHEN 1 THEN 'brief-set' WHEN $2::int THEN 'run-finished' ELSE 'note-kept' END, 1, b.device_id,
       extract(epoch FROM r.created_at) * 1000 + s * 1000, 0, 4, gen_random_uuid(),
       CASE s WHEN 1 THEN b.payload || jsonb_build_object('serviceAtMs', floor(extract(epoch FROM r.created_at) * 1000))
              WHEN $2::int THEN '{}'::jsonb ELSE '{"text": "a word for next time"}'::jsonb END
     FROM run r, generate_series(1, $2::int) s, (SELECT payload, device_id FROM run_event WHERE run_id = $1 AND seq = 1) b
     WHERE r.kitchen_id = $3 AND r.id <> $1 ORDER BY r.id, s`,
    [first.id, events, kitchen.id],
  );
}

beforeAll(async () => {
  server = await testServer();
  [few, many] = [await server.kitchen(), await server.kitchen()];
  await cooked(few, FEW, EVENTS_A_RUN);
  await cooked(many, RUNS, EVENTS_A_RUN);
  await server.sql('ANALYZE run, run_event, run_summary');
}, 600_000);
afterAll(() => server.close());

const list = async (kitchen: TestKitchen, query = '') => {
  const answer = await server.as(kitchen, { url: `/api/runs${query}` });
  expect(answer.statusCode).toBe(200);
  return answer.json() as RunSummary[];
};

async function medianMs(work: () => Promise<unknown>): Promise<number> {
  const took: number[] = [];
  for (let i = 0; i < 31; i++) {
    const begunMs = performance.now();
    await work();
    took.push(performance.now() - begunMs);
  }
  return took.sort((a, b) => a - b)[15]!;
}

describe('18.4 a kitchen of many years', () => {
  it('is brought up from an older release page by page, and listed as quickly as one of a few weeks', async () => {
    const unread = async () =>
      Number(
        (await server.sql('SELECT count(*) AS n FROM run_summary WHERE seq < 0 AND kitchen_id = $1', [many.id]))[0]![
          'n'
        ],
      );
    const before = await unread();
    for (let i = 0; i < 3; i++) await list(many);
    const read = before - (await unread());
    expect(read).toBeGreaterThanOrEqual(300); // a hundred at a time, while somebody waits, and those on the page
    expect(read).toBeLessThanOrEqual(3 * 120);
    await server.sql(`UPDATE run_summary s SET seq = r.last_seq, finished = true, pieces = 12, service_at_ms = ordered_at_ms
      FROM run r WHERE r.id = s.run_id AND s.seq < 0 AND s.kitchen_id = '${many.id}'`);
    await server.sql('VACUUM ANALYZE run_summary'); // as the database does by itself within minutes of so great a change
    await list(few);
    const [ofFew, ofMany, found, older] = [
      await medianMs(() => list(few)),
      await medianMs(() => list(many)),
      await medianMs(() => list(many, '?words=morning%207777')),
      await medianMs(() => list(many, `?before=${placeAfter({ orderedAtMs: Date.now() - 3e11, id: many.id })}`)),
    ];
    console.log(
      `the list of ${RUNS} runs and ${(RUNS * EVENTS_A_RUN) / 1e6} million events: ${ofMany.toFixed(1)} ms, older ones ${older.toFixed(1)} ms, found by words ${found.toFixed(1)} ms; of ${FEW} runs ${ofFew.toFixed(1)} ms`,
    );
    expect(ofMany / ofFew).toBeLessThan(3);
    expect(older / ofFew).toBeLessThan(3);
    expect(found / ofFew).toBeLessThan(6);
  }, 600_000);

  it('all of it is within reach, in order, each once', async () => {
    const seen: RunSummary[] = [];
    for (let page = await list(many); page.length > 0; page = await list(many, `?before=${placeAfter(seen.at(-1)!)}`))
      seen.push(...(seen.length ? page : page.filter(({ ahead }) => !ahead)));
    expect(seen).toHaveLength(RUNS + 1); // with the one they were made from
    expect(new Set(seen.map(({ id }) => id)).size).toBe(RUNS + 1);
    const order = seen.map(({ orderedAtMs }) => orderedAtMs);
    expect(order).toEqual([...order].sort((a, b) => b - a));
    expect((await list(many, '?words=MORNING%207777')).map(({ name }) => name)).toEqual(['Morning 7777']);
    expect(await list(many, '?words=%25')).toEqual([]); // a sign of the pattern is a letter like others
  }, 120_000);

  it('one run of two hundred thousand events is sent without being held', async () => {
    const run = newRun(few);
    await server.as(few, { method: 'POST', url: '/api/runs', payload: run });
    await server.sql(
      `INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, tap_id, payload)
       SELECT $1, s, gen_random_uuid(), $2, 'note-kept', 1, gen_random_uuid(), 1780000000000, 0, 4, gen_random_uuid(), '{"text": "a word for next time"}'
       FROM generate_series(2, $3::int) s`,
      [run.id, few.id, LONG_LOG],
    );
    await server.sql('UPDATE run SET last_seq = $2 WHERE id = $1', [run.id, LONG_LOG]);
    await server.app.listen({ host: '127.0.0.1', port: 0 });
    const { port } = server.app.server.address() as AddressInfo;
    globalThis.gc?.();
    const before = process.memoryUsage().rss;
    let most = before;
    const looking = setInterval(() => (most = Math.max(most, process.memoryUsage().rss)), 20);
    const told = await new Promise<{ bytes: number; events: number }>((resolve, reject) => {
      let [bytes, events] = [0, 0];
      request({ host: '127.0.0.1', port, path: `/api/runs/${run.id}`, headers: { cookie: few.cookie } }, (answer) => {
        answer.on('data', (chunk: Buffer) => {
          bytes += chunk.length;
          for (let at = chunk.indexOf('"tapId"'); at >= 0; at = chunk.indexOf('"tapId"', at + 1)) events += 1;
        });
        answer.on('end', () => resolve({ bytes, events }));
        answer.on('error', reject);
      }).end();
    });
    clearInterval(looking);
    const heldMB = (most - before) / 1e6;
    console.log(
      `a run of ${LONG_LOG} events: ${(told.bytes / 1e6).toFixed(0)} MB sent, ${heldMB.toFixed(0)} MB held at most`,
    );
    expect(Math.abs(told.events - LONG_LOG)).toBeLessThan(50); // one may be cut in two between chunks
    expect(heldMB).toBeLessThan(200);
  }, 240_000);
});
