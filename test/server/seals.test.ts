import { afterAll, beforeAll, describe, expect, it } from '@jest/globals';
import { createHash, randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { backup, restore, verify } from '../../scripts/lib/keeping.ts';
import { APP_ROLE } from '../../src/server/database.ts';
import { KEEPER_ROLE, loginUrl } from '../../src/server/logins.ts';
import { testServer, type TestKitchen, type TestServer } from './app.ts';
import { made, newRun } from './make.ts';

// 18.18: what the running application may do to the log, and how a forger is found out.

const folder = mkdtempSync(join(tmpdir(), 'bluebell-seals-'));
let server: TestServer;
let kitchen: TestKitchen;
let runId: string;
beforeAll(async () => {
  server = await testServer();
  kitchen = await server.kitchen();
  const run = newRun(kitchen);
  runId = run.id;
  await server.as(kitchen, { method: 'POST', url: '/api/runs', payload: run });
  for (let tap = 0; tap < 4; tap++)
    await post([made('flipped', { pieceId: randomUUID() }), made('flipped', { pieceId: randomUUID() })]);
});
afterAll(async () => {
  await server.close();
  rmSync(folder, { recursive: true, force: true });
});
const post = (events: object[]) =>
  server.as(kitchen, { method: 'POST', url: `/api/runs/${runId}/events`, payload: { events } });

/** What the database answers to SQL under a login, each statement by itself: the number of rows, or why not. */
async function under(login: string, statements: readonly string[]): Promise<string[]> {
  const client = new pg.Client({ connectionString: loginUrl(server.databaseUrl, login) });
  await client.connect();
  try {
    const answers: string[] = [];
    for (const statement of statements)
      answers.push(
        await client.query(statement).then(
          ({ rowCount }) => `${rowCount} rows`,
          (error: Error) => error.message,
        ),
      );
    return answers;
  } finally {
    await client.end();
  }
}

describe('18.18 the application’s own login', () => {
  it('becomes nobody else, runs no program, and neither rewrites nor deletes the log', async () => {
    const tried = [
      'SET ROLE bluebell_owner',
      'RESET ROLE; SET SESSION AUTHORIZATION bluebell_owner',
      `ALTER ROLE ${APP_ROLE} SUPERUSER`,
      "COPY (SELECT 1) TO PROGRAM 'true'",
      "COPY person FROM PROGRAM 'true'",
      "SELECT pg_read_file('/etc/hostname')",
      `SELECT set_config('bluebell.kitchen', '${kitchen.id}', false)`,
      'DELETE FROM run_event',
      "UPDATE run_event SET payload = '{}'",
      `INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, tap_id, payload)
       VALUES ('${runId}', 99, gen_random_uuid(), '${kitchen.id}', 'flipped', 1, gen_random_uuid(), 0, 0, 0, gen_random_uuid(), '{}')`,
      'TRUNCATE run_event',
      'UPDATE run SET last_seq = 0',
      'ALTER TABLE run_event DISABLE TRIGGER seal_event',
      'DROP TABLE run_event',
      `SELECT drop_kitchen('${kitchen.id}')`,
      'SELECT token_hash FROM session',
      'CREATE TABLE mine (x int)',
    ];
    const answers = await under(APP_ROLE, tried);
    const done = tried.filter(
      (_sql, index) => !/permission denied|must be (super|owner)|must have/.test(answers[index]!),
    );
    expect(done).toEqual([`SELECT set_config('bluebell.kitchen', '${kitchen.id}', false)`]);
    const [read] = await under(APP_ROLE, ['SELECT 1 FROM run_event']);
    expect(read).toBe('0 rows'); // no kitchen, no rows
  });

  it('is not the one that backs up: the keeper reads everything and changes nothing', async () => {
    const answers = await under(KEEPER_ROLE, [
      'SELECT 1 FROM run_event LIMIT 1',
      'DELETE FROM run_event',
      "UPDATE person SET role = 'owner'",
      'SET ROLE bluebell_owner',
      "COPY (SELECT 1) TO PROGRAM 'true'",
    ]);
    expect(answers[0]).toBe('1 rows');
    for (const answer of answers.slice(1)) expect(answer).toMatch(/permission denied|must be/);
  });
});

describe('18.18 the log’s seals', () => {
  it('are a hash over the one before and the event, as anyone can reckon them', async () => {
    const rows = (await server.sql(
      'SELECT event_text(e) AS text, seal FROM run_event e WHERE run_id = $1 ORDER BY seq',
      [runId],
    )) as { text: string; seal: Buffer }[];
    const sha = (...parts: (string | Buffer)[]) =>
      parts.reduce((hash, part) => hash.update(part), createHash('sha256')).digest();
    let before = Buffer.alloc(0);
    for (const { text, seal } of rows) {
      before = sha(before, sha(text));
      expect(seal.toString('hex')).toBe(before.toString('hex'));
    }
    expect(rows.length).toBeGreaterThan(8);
    expect(rows[3]!.text).toContain(runId);
  });

  it.each([
    ['changed', "UPDATE run_event SET payload = '{}' WHERE run_id = $1 AND seq = 3"],
    ['given to another person', 'UPDATE run_event SET person_id = NULL WHERE run_id = $1 AND seq = 3'],
    ['taken out', 'DELETE FROM run_event WHERE run_id = $1 AND seq = 3'],
    ['taken off the end', 'DELETE FROM run_event WHERE run_id = $1 AND seq = (SELECT last_seq FROM run WHERE id = $1)'],
    [
      'exchanged',
      'UPDATE run_event SET seq = CASE seq WHEN 3 THEN -4 ELSE -3 END WHERE run_id = $1 AND seq IN (3, 4); UPDATE run_event SET seq = -seq WHERE seq < 0',
    ],
  ])('tell of an event that was %s', async (_deed, sql) => {
    const client = new pg.Client({ connectionString: server.databaseUrl });
    await client.connect();
    try {
      await client.query('BEGIN');
      for (const statement of sql.split('; ')) await client.query(statement.replaceAll('$1', `'${runId}'`));
      const { rows } = await client.query('SELECT run_id, seq FROM broken_seals()');
      expect(rows[0]).toMatchObject({ run_id: runId });
    } finally {
      await client.query('ROLLBACK');
      await client.end();
    }
  });

  it('hold for batches sent twice and in part anew, and for two processes at once', async () => {
    const taps = Array.from({ length: 12 }, () => made('flipped', { pieceId: randomUUID() }));
    await Promise.all([post(taps.slice(0, 8)), post(taps.slice(4)), post(taps), post(taps.slice(2, 6))]);
    expect((await verify(server.databaseUrl)).broken).toEqual([]);
  });

  it('the head is in a backup’s name: one whose log was cut off or changed is not restored', async () => {
    const database = new URL(server.databaseUrl).pathname.slice(1);
    const urlOf = (name: string) => server.databaseUrl.replace(/\/[^/]*$/, `/${name}`);
    const { head } = await verify(server.databaseUrl);
    const whole = await backup(server.databaseUrl, join(folder, 'one-{head}.dump'));
    expect(whole).toContain(head.slice(0, 24));
    // the end cut off so that all seals that are left still fit
    const copy = `${database}_cut`;
    await server.sql(`CREATE DATABASE ${copy}`);
    try {
      await restore(urlOf, copy, whole);
      const forger = new pg.Client({ connectionString: urlOf(copy) });
      await forger.connect();
      await forger.query('DELETE FROM run_event e USING run r WHERE r.id = e.run_id AND e.seq = r.last_seq');
      await forger.query('UPDATE run SET last_seq = last_seq - 1');
      await forger.end();
      expect((await verify(urlOf(copy))).broken).toEqual([]);
      const cut = await backup(urlOf(copy), join(folder, `cut-${head.slice(0, 24)}.dump`));
      await expect(restore(urlOf, copy, cut)).rejects.toThrow('cut off or put in');
    } finally {
      for (const { datname } of await server.sql('SELECT datname FROM pg_database WHERE datname LIKE $1', [`${copy}%`]))
        await server.sql(`DROP DATABASE ${String(datname)} WITH (FORCE)`);
    }
  });
});
