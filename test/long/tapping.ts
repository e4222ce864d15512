import { spawn, type ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { GRIDDLE, GRIDDLE_CAKES, DEMO_BURNERS } from '#demo';
import { DEFAULT_SETTINGS, type AcceptedEvents } from '#contract';
import { made, newRun } from '../server/make.ts';

// Devices without screens: they tap, wait for the answer, and send again what was not answered, as the page does.

const root = fileURLToPath(new URL('../..', import.meta.url));

/** Starts a server process on a database; resolves when it serves. */
export async function serverOn(databaseUrl: string): Promise<{ port: number; child: ChildProcess }> {
  const child = spawn(process.execPath, ['--import', 'tsx', 'test/long/serve.ts'], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: databaseUrl, PORT: '0' },
  });
  let text = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (text += String(chunk)));
  for (;;) {
    const up = /up (\d+)/.exec(text);
    if (up) return { port: Number(up[1]), child };
    if (child.exitCode !== null) throw new Error(`The server ended: ${text}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

export interface Device {
  readonly runId: string;
  readonly cookie: string;
  /** Ids that were answered as stored. */
  readonly acknowledged: Set<string>;
  /** What its feed told it. */
  readonly heard: Set<string>;
  /** The longest it waited for one answer, ms. */
  longestMs: number;
}

/** Makes kitchens of one cook and one run each, straight in the database, and their runs through the server. */
export async function devicesOn(databaseUrl: string, port: number, count: number): Promise<Device[]> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const devices: Device[] = [];
  for (let made = 0; made < count; made++) {
    const [kitchen, person, formula, station, burner, token] = Array.from({ length: 6 }, () => randomUUID());
    await client.query("INSERT INTO kitchen (id, name, time_zone) VALUES ($1, $2, 'Europe/London')", [
      kitchen,
      `K ${kitchen}`,
    ]);
    await client.query(
      "INSERT INTO person (id, kitchen_id, name, role, passphrase_hash, settings) VALUES ($1::uuid, $2, 'Cook ' || $1::uuid, 'owner', 'scrypt$1$1$1$x$y', $3)",
      [person, kitchen, DEFAULT_SETTINGS],
    );
    await client.query(
      "INSERT INTO session (token_hash, person_id, kitchen_id, expires_at) VALUES (sha256($1::text::bytea), $2, $3, now() + interval '1 day')",
      [token, person, kitchen],
    );
    await client.query('INSERT INTO formula (id, kitchen_id, revision) VALUES ($1, $2, 1)', [formula, kitchen]);
    await client.query('INSERT INTO formula_revision (formula_id, revision, kitchen_id, body) VALUES ($1, 1, $2, $3)', [
      formula,
      kitchen,
      GRIDDLE_CAKES,
    ]);
    await client.query('INSERT INTO station (id, kitchen_id, version, body) VALUES ($1, $2, 1, $3)', [
      station,
      kitchen,
      GRIDDLE,
    ]);
    await client.query('INSERT INTO burner (id, kitchen_id, version, body) VALUES ($1, $2, 1, $3)', [
      burner,
      kitchen,
      DEMO_BURNERS[5].body,
    ]);
    const run = newRun({ formulaId: formula!, griddleId: station! } as never);
    const cookie = `bluebell_session=${token}`;
    const answer = await fetch(`http://127.0.0.1:${port}/api/runs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie },
      body: JSON.stringify(run),
    });
    if (!answer.ok) throw new Error(await answer.text());
    devices.push({ runId: run.id, cookie, acknowledged: new Set(), heard: new Set(), longestMs: 0 });
  }
  await client.end();
  return devices;
}

const AGAIN_AFTER_MS = 100;
const PATIENCE_MS = 2000;

/** Taps once: sent until it is answered, wherever the server is by then. @returns how long that took, ms */
export async function tap(device: Device, portOf: () => number): Promise<number> {
  const event = made('flipped', { pieceId: randomUUID() });
  const begunMs = performance.now();
  for (;;) {
    const answer = await fetch(`http://127.0.0.1:${portOf()}/api/runs/${device.runId}/events`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: device.cookie },
      body: JSON.stringify({ events: [event] }),
      signal: AbortSignal.timeout(PATIENCE_MS),
    }).catch(() => undefined);
    if (answer?.ok) {
      const { events } = (await answer.json()) as AcceptedEvents;
      device.acknowledged.add(events[0]!.id);
      const tookMs = performance.now() - begunMs;
      device.longestMs = Math.max(device.longestMs, tookMs);
      return tookMs;
    }
    if (answer && answer.status < 500 && answer.status !== 429)
      throw new Error(`${answer.status} ${await answer.text()}`);
    await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
  }
}

/** Follows the device's run until `over`, coming again by seq when the line breaks. */
export async function follow(device: Device, portOf: () => number, over: AbortSignal): Promise<void> {
  let seq = 0;
  while (!over.aborted) {
    try {
      const answer = await fetch(`http://127.0.0.1:${portOf()}/api/runs/${device.runId}/feed?after=${seq}`, {
        headers: { cookie: device.cookie },
        signal: over,
      });
      const decoder = new TextDecoder();
      let text = '';
      for await (const chunk of answer.body!) {
        text += decoder.decode(chunk as Uint8Array, { stream: true });
        for (let end = text.indexOf('\n\n'); end >= 0; end = text.indexOf('\n\n')) {
          const data = /^data: (\[.*)$/m.exec(text.slice(0, end))?.[1];
          text = text.slice(end + 2);
          for (const event of data ? (JSON.parse(data) as AcceptedEvents['events']) : []) {
            device.heard.add(event.id);
            seq = Math.max(seq, event.seq);
          }
        }
      }
    } catch {
      // the line broke: come again
    }
    await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER_MS));
  }
}

/** What the database holds of a device's run: how often each event. */
export async function storedOf(databaseUrl: string, devices: readonly Device[]): Promise<Map<string, number>> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query<{ id: string; n: number }>(
    "SELECT id, count(*)::int AS n FROM run_event WHERE run_id = ANY ($1) AND kind = 'flipped' GROUP BY id",
    [devices.map(({ runId }) => runId)],
  );
  await client.end();
  return new Map(rows.map(({ id, n }) => [id, n]));
}
