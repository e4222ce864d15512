import { afterAll, describe, expect, it } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { DataSource } from 'typeorm';
import { seeded } from '#core/statistics';
import { DEMO_PEOPLE } from '#demo';
import { ensureDatabase, startCluster } from '../../scripts/lib/postgres.ts';
import { MIGRATIONS } from '../../src/server/migrations/index.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));
const environment = (more: NodeJS.ProcessEnv) => ({ ...process.env, NODE_OPTIONS: '', DATABASE_URL: '', ...more });
const folders: string[] = [];
const children: ReturnType<typeof spawn>[] = [];
afterAll(() => {
  children.forEach((child) => child.kill('SIGTERM'));
  folders.forEach((folder) => rmSync(folder, { recursive: true, force: true }));
});
const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'bluebell-up-'));
  chmodSync(made, 0o711);
  folders.push(made);
  return made;
};
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A process, what it has said, and when it ended. */
function begun(args: string[], env: NodeJS.ProcessEnv) {
  const child = spawn(process.execPath, args, { cwd: root, env: environment(env) });
  children.push(child);
  let text = '';
  for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (text += String(chunk)));
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  /** Waits for words of it; null when it ended without. */
  const said = async (words: RegExp, withinMs = 60_000) => {
    let over = false;
    void ended.then(() => (over = true));
    for (const untilMs = Date.now() + withinMs; Date.now() < untilMs && !over; await pause(20)) {
      const found = words.exec(text);
      if (found) return found;
    }
    return words.exec(text);
  };
  return { child, ended, said, text: () => text };
}

const house = (data: string) => begun(['--import', 'tsx', 'test/long/house.ts', data], {});
const masterOf = (data: string) =>
  Number(readFileSync(join(data, 'postgres', 'data', 'postmaster.pid'), 'utf8').split('\n')[0]);

describe('it stays up', () => {
  it('18.1 a database whose master is killed is back within ten seconds, and what was tapped meanwhile goes in', async () => {
    const data = folder();
    const start = begun(['scripts/boot.mjs', 'start'], { BLUEBELL_DATA: data, PORT: '0' });
    const url = (await start.said(/ready on (http:\S+)/, 240_000))![1]!;
    const [{ name, passphrase }] = DEMO_PEOPLE;
    const json = { 'content-type': 'application/json' };
    const signIn = () =>
      fetch(`${url}/api/session`, { method: 'POST', headers: json, body: JSON.stringify({ name, passphrase }) });
    expect((await signIn()).status).toBe(200);

    process.kill(masterOf(data), 'SIGKILL');
    const goneMs = Date.now();
    await start.said(/The database went away/);
    const meanwhile = new Set<number>();
    for (;;) {
      const { status } = await fetch(`${url}/api/health`);
      if (status === 200 && (await signIn()).status === 200) break;
      meanwhile.add(status);
      expect(Date.now() - goneMs).toBeLessThan(10_000);
      await pause(100);
    }
    expect([...meanwhile].every((status) => status === 503 || status === 200)).toBe(true);
    expect(start.text()).toMatch(/The database is back after \d/);
    start.child.kill('SIGTERM');
    expect(await start.ended).toBe(0);
    expect(spawnSync('pgrep', ['-f', data], { encoding: 'utf8' }).stdout.trim()).toBe('');
  }, 300_000);

  it('18.2 killed at fifty random moments of first and later starts, the next start always works', async () => {
    const random = seeded(18);
    let whole = 0;
    for (let round = 0; round < 10; round++) {
      const data = folder();
      for (let kill = 0; kill < 5; kill++) {
        const dying = house(data);
        // the first moments of a first start, then all of it, then of a second start
        await Promise.race([pause(random() * (kill < 3 ? 1800 : 3500)), dying.ended]);
        dying.child.kill('SIGKILL');
        await dying.ended;
      }
      const next = house(data);
      const up = await next.said(/up (postgres:\S+)/);
      expect(up ? '' : next.text()).toBe('');
      const client = new pg.Client({ connectionString: up![1]! });
      await client.connect();
      expect((await client.query('SELECT count(*)::int AS runs FROM run')).rows).toEqual([{ runs: 2 }]);
      await client.end();
      next.child.kill('SIGTERM');
      expect(await next.ended).toBe(0);
      whole += 1;
    }
    expect(whole).toBe(10);
  }, 600_000);

  it('18.2 killed at random moments of a migration of a house’s data, the next start brings it forward, and nothing is lost', async () => {
    const random = seeded(182);
    const data = folder();
    const cluster = await startCluster(join(data, 'postgres'));
    await ensureDatabase(cluster, 'bluebell');
    const source = await new DataSource({
      ...{ type: 'postgres', url: cluster.url('bluebell') },
      ...{ migrations: MIGRATIONS.slice(0, 6), migrationsTableName: 'migration' },
    }).initialize();
    await source.runMigrations({ transaction: 'each' });
    await source.query(readFileSync(join(root, 'test', 'golden', 'schema-6.sql'), 'utf8'));
    // a log long enough that sealing it takes a while
    await source.query(`INSERT INTO run_event (run_id, seq, id, kitchen_id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, tap_id, payload)
      SELECT e.run_id, n, gen_random_uuid(), e.kitchen_id, 'note-kept', 1, e.device_id, 1780000000000 + n, 0, 4, gen_random_uuid(), e.payload
      FROM run_event e, generate_series(3, 40000) n WHERE e.seq = 1`);
    await source.query('UPDATE run SET last_seq = 40000');
    await source.destroy();
    await cluster.stop();
    let cutShort = 0;
    for (let kill = 0; kill < 10; kill++) {
      const dying = house(data);
      // later each time, from before its database is up to when all is done
      const up = await Promise.race([dying.said(/up /), pause(300 + 250 * kill + random() * 250)]);
      if (!up) cutShort += 1;
      dying.child.kill('SIGKILL');
      await dying.ended;
    }
    expect(cutShort).toBeGreaterThan(1);
    const next = house(data);
    const up = await next.said(/up (postgres:\S+)/, 120_000);
    expect(up ? '' : next.text()).toBe('');
    const client = new pg.Client({ connectionString: up![1]! });
    await client.connect();
    const { rows } = await client.query(
      "SELECT count(*)::int AS events, (SELECT count(*)::int FROM broken_seals()) AS broken FROM run_event e JOIN run r ON r.id = e.run_id WHERE r.name = 'First frost'",
    );
    expect(rows).toEqual([{ events: 40_000, broken: 0 }]);
    await client.end();
    next.child.kill('SIGTERM');
    expect(await next.ended).toBe(0);
  }, 400_000);

  it('18.3 a backup and a start that comes meanwhile do not take the database from one another', async () => {
    const data = folder();
    const first = house(data);
    await first.said(/up /);
    first.child.kill('SIGTERM');
    await first.ended;

    const file = join(folder(), 'meanwhile.dump');
    const backup = begun(['scripts/boot.mjs', 'backup', file], { BLUEBELL_DATA: data });
    await pause(600);
    const start = house(data);
    expect(await start.said(/up /)).not.toBeNull();
    expect([await backup.ended, backup.text()]).toEqual([0, `Backed up to ${file}\n`]);
    // the one that serves still has its database
    const client = new pg.Client({ connectionString: /up (\S+)/.exec(start.text())![1]! });
    await client.connect();
    expect((await client.query('SELECT count(*)::int AS runs FROM run')).rows).toEqual([{ runs: 2 }]);
    await client.end();
    start.child.kill('SIGTERM');
    expect(await start.ended).toBe(0);
  }, 240_000);
});
