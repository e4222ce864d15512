import { spawn } from 'node:child_process';
import { chmodSync, closeSync, openSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { APP_ROLE, migrate } from '../../src/server/database.ts';
import { ROOT } from './paths.ts';
import { claim, giveBack, take } from './claim.ts';
import { ensureDatabase, runningCluster, startCluster, type Cluster } from './postgres.ts';
import { binaries } from './server-programs.ts';

const DATABASE = 'bluebell';

/** Where this installation keeps its data. */
export const dataFolder = () => resolve(process.env['BLUEBELL_DATA'] || join(ROOT, '.data'));

/** Works on the database that the environment names, or on this installation's; undefined: it names none. */
function givenDatabase(): { urlOf: (database: string) => string; name: string } | undefined {
  const given = process.env['DATABASE_URL'];
  if (!given) return undefined;
  return {
    name: new URL(given).pathname.slice(1),
    urlOf: (database) => Object.assign(new URL(given), { pathname: `/${database}` }).href,
  };
}

type DatabaseWork<T> = (urlOf: (database: string) => string, name: string) => Promise<T>;

/** Works on the database with the folder to itself, as nobody else may meanwhile. */
export async function aloneOnDatabase<T>(work: DatabaseWork<T>): Promise<T> {
  const given = givenDatabase();
  if (given) return work(given.urlOf, given.name);
  await claim(dataFolder());
  try {
    const cluster = await installed();
    try {
      return await work(cluster.url, DATABASE);
    } finally {
      await cluster.stop();
    }
  } finally {
    giveBack(dataFolder());
  }
}

/**
 * Works on the database beside whoever serves from it, now or from now on. A server that was started for this is stopped
 * again only when nobody has come to serve from it.
 */
export async function besideOthersOnDatabase<T>(work: DatabaseWork<T>): Promise<T> {
  const given = givenDatabase();
  if (given) return work(given.urlOf, given.name);
  const cluster = await startedBeside();
  try {
    return await work(cluster.url, DATABASE);
  } finally {
    if (!cluster.wasRunning && take(dataFolder(), 'keeps') === null) {
      await cluster.stop();
      giveBack(dataFolder());
    }
  }
}

const LOOK_EVERY_MS = 200;
const PATIENCE_MS = 60_000;

/** The server of whoever serves from the folder, or one started while nobody does. */
async function startedBeside(): Promise<Cluster> {
  for (let waitedMs = 0; ; waitedMs += LOOK_EVERY_MS) {
    const holder = take(dataFolder(), 'keeps');
    if (holder === null) {
      try {
        return await installed();
      } finally {
        giveBack(dataFolder());
      }
    }
    const running = await runningCluster(join(dataFolder(), 'postgres'));
    if (running) return running;
    if (waitedMs > PATIENCE_MS) throw new Error(`The database of process ${holder.pid} does not come up.`);
    await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
  }
}

async function installed(): Promise<Cluster> {
  const cluster = await startCluster(join(dataFolder(), 'postgres'));
  await ensureDatabase(cluster, DATABASE);
  return cluster;
}

/**
 * Writes everything into a file in pg_dump's own format, also while people cook: the dump is of one moment. It is its
 * owner's alone from the first byte, and has its name only when it is whole.
 */
export async function backup(url: string, file: string): Promise<void> {
  const part = `${file}.part`;
  closeSync(openSync(part, 'w', 0o600)); // pg_dump writes into what is there
  chmodSync(part, 0o600);
  try {
    await program('pg_dump', ['--format=custom', `--file=${part}`, '--no-password', withoutPassphrase(url)], url);
    renameSync(part, file);
  } finally {
    rmSync(part, { force: true });
  }
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
