import Fastify from 'fastify';
import pg from 'pg';
import type { EventEnvelope } from '#core/run';
import { buildApp } from '../src/server/app.ts';

// One of the two servers that bench/ingest.ts compares, in a process of its own.

/** The least a server could do: take the body, insert its events with one statement, answer. */
async function bareApp(databaseUrl: string) {
  const pool = new pg.Pool({ connectionString: databaseUrl, max: 10 });
  await pool.query(`CREATE TABLE IF NOT EXISTS bare_event (
    run_id uuid, id uuid PRIMARY KEY, kind text, v integer, device_id uuid, device_at_ms double precision,
    offset_ms double precision, offset_spread_ms double precision, tap_id uuid, payload jsonb)`);
  const app = Fastify();
  app.post('/api/runs/:runId/events', async (request) => {
    const { runId } = request.params as { runId: string };
    const { events } = request.body as { events: EventEnvelope[] };
    const values = events.flatMap((e) => [
      ...[runId, e.id, e.kind, e.v, e.deviceId, e.deviceAtMs, e.offsetMs, e.offsetSpreadMs, e.tapId, e.payload],
    ]);
    const rows = events.map((_e, i) => `(${Array.from({ length: 10 }, (_c, j) => `$${i * 10 + j + 1}`).join()})`);
    await pool.query(`INSERT INTO bare_event VALUES ${rows.join()}`, values);
    return { events };
  });
  return app;
}

const [kind, databaseUrl] = process.argv.slice(2) as ['bluebell' | 'bare', string];
const app =
  kind === 'bare'
    ? await bareApp(databaseUrl)
    : await buildApp({
        host: '127.0.0.1',
        port: 0,
        databaseUrl,
        webRoot: null,
        logLevel: 'silent',
        rateLimit: { perMinute: 1e9, signInPerMinute: 1e9 },
        https: false,
      });
await app.listen({ host: '127.0.0.1', port: 0 });
const address = app.server.address();
process.send!(typeof address === 'object' ? address!.port : 0);
