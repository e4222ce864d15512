import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { APP_ROLE, migrate } from '../../src/server/database.ts';
import { ROOT } from './paths.ts';
import { binaries, ensureDatabase, startCluster } from './postgres.ts';

const DATABASE = 'bluebell';

/** Where this installation keeps its data. */
export const dataFolder = () => resolve(process.env['BLUEBELL_DATA'] || join(ROOT, '.data'));

/** Works on the database of this installation, starting its server if it is not running and stopping it again then. */
export async function onDatabase<T>(
  work: (urlOf: (database: string) => string, name: string) => Promise<T>,
): Promise<T> {
  const given = process.env['DATABASE_URL'];
  if (given) {
    const name = new URL(given).pathname.slice(1);
    return work((database) => Object.assign(new URL(given), { pathname: `/${database}` }).href, name);
  }
  const cluster = await startCluster(join(dataFolder(), 'postgres'));
  try {
    await ensureDatabase(cluster, DATABASE);
    return await work(cluster.url, DATABASE);
  } finally {
    if (!cluster.wasRunning) await cluster.stop();
  }
}

/** Writes everything into a file in pg_dump's own format, also while people cook: the dump is of one moment. */
export async function backup(url: string, file: string): Promise<void> {
  await program('pg_dump', ['--format=custom', `--file=${file}`, '--no-password', withoutPassphrase(url)], url);
}

/**
 * Puts a backup in the database's place. It is restored and brought up to this version under another name first; only
 * when that has worked do the names change, and what was there stays under a name of its own, which is returned.
 */
export async function restore(
  urlOf: (database: string) => string,
  name: string,
  file: string,
  nowMs = Date.now(),
): Promise<string> {
  const stamp = new Date(nowMs).toISOString().replace(/\D/g, '').slice(0, 14);
  const [fresh, former] = [`${name}_restored_${stamp}`, `${name}_before_${stamp}`];
  await query(urlOf('postgres'), [
    // the backup gives rights to the application's role, which a new server does not have yet
    `DO $$ BEGIN CREATE ROLE ${APP_ROLE} NOLOGIN NOSUPERUSER NOBYPASSRLS; EXCEPTION WHEN duplicate_object THEN NULL; END $$`,
    `CREATE DATABASE ${quoted(fresh)}`,
  ]);
  try {
    const target = urlOf(fresh);
    await program(
      'pg_restore',
      ['--exit-on-error', '--no-password', `--dbname=${withoutPassphrase(target)}`, file],
      target,
    );
    await migrate(target);
  } catch (error) {
    await query(urlOf('postgres'), [`DROP DATABASE ${quoted(fresh)}`]);
    throw error;
  }
  await query(urlOf('postgres'), [
    `ALTER DATABASE ${quoted(name)} RENAME TO ${quoted(former)}`,
    `ALTER DATABASE ${quoted(fresh)} RENAME TO ${quoted(name)}`,
  ]);
  return former;
}

async function query(url: string, statements: readonly string[]): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    for (const statement of statements) await client.query(statement);
  } finally {
    await client.end();
  }
}

function quoted(name: string): string {
  return `"${name.replaceAll('"', '""')}"`;
}

/** A passphrase belongs into the environment of the program, not onto its command line, which all may read. */
function withoutPassphrase(url: string): string {
  return Object.assign(new URL(url), { password: '' }).href;
}

function program(name: string, args: readonly string[], url: string): Promise<void> {
  const folder = binaries();
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(new URL(url).password) };
  return new Promise((done, fail) => {
    const child = spawn(folder ? join(folder, name) : name, args, { env, stdio: ['ignore', 'inherit', 'pipe'] });
    let said = '';
    child.stderr.on('data', (chunk) => (said += chunk));
    child.on('error', fail);
    child.on('close', (code) => (code === 0 ? done() : fail(new Error(`${name} failed: ${said.slice(-500)}`))));
  });
}
