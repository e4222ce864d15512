import { spawn } from 'node:child_process';
import { chmodSync, closeSync, openSync, renameSync, rmSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import type pg from 'pg';
import { APP_ROLE, migrate } from '../../src/server/database.ts';
import { KEEPER_ROLE, loginUrl } from '../../src/server/logins.ts';
import { withClient } from '../../src/server/with-client.ts';
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

/** How the log stands: one hash over the last seals of all runs, and the first events whose seal is broken. */
export interface LogState {
  readonly head: string;
  readonly broken: readonly { readonly runId: string; readonly seq: number }[];
}

const SHOWN_BROKEN = 20;

/** Looks through the whole log, event by event. */
export async function verify(url: string): Promise<LogState> {
  return withClient(url, (client) => logState(client));
}

async function logState(client: pg.Client): Promise<LogState> {
  const [{ head }] = (await client.query('SELECT log_head() AS head')).rows;
  const broken = await client.query(
    `SELECT run_id AS "runId", seq FROM broken_seals() ORDER BY run_id, seq LIMIT ${SHOWN_BROKEN}`,
  );
  return { head, broken: broken.rows };
}

/** So much of the head stands in a backup's name: nobody makes another log that has it. */
const HEAD_LETTERS = 24;
const HEAD_IN_NAME = new RegExp(`-([0-9a-f]{${HEAD_LETTERS}})\\b`);

/**
 * Writes everything into a file in pg_dump's own format, also while people cook: the dump is of one moment. It is its
 * owner's alone from the first byte and has its name only when it is whole, `{head}` in it being the head of the log of that
 * moment. It is read under the keeper's login, where there is one. @returns the file
 */
export async function backup(ownerUrl: string, file: string): Promise<string> {
  const part = `${file}.part`;
  closeSync(openSync(part, 'w', 0o600)); // pg_dump writes into what is there
  chmodSync(part, 0o600);
  try {
    const url = await keeperUrl(ownerUrl);
    return await withClient(url, async (client) => {
      await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ READ ONLY');
      const [{ snapshot }] = (await client.query('SELECT pg_export_snapshot() AS snapshot')).rows;
      const [{ head }] = (await client.query('SELECT log_head() AS head')).rows;
      await program(
        'pg_dump',
        ['--format=custom', `--snapshot=${snapshot}`, `--file=${part}`, '--no-password', withoutPassphrase(url)],
        url,
      );
      const whole = file.replace('{head}', head.slice(0, HEAD_LETTERS));
      renameSync(part, whole);
      return whole;
    });
  } finally {
    rmSync(part, { force: true });
  }
}

/**
 * Puts a backup in the database's place. It is restored and brought up to this version under another name first, its log
 * is looked through and held against the head in the file's name; only when all that has worked do the names change, and
 * what was there stays under a name of its own, which is returned.
 * @throws Error when the log in the backup was changed
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
    // one of a version without seals is sealed as it stands; one with them is looked at before anything is changed
    const sealed = await withClient(target, isSealed);
    if (sealed) mustBeUnchanged(await verify(target), HEAD_IN_NAME.exec(basename(file))?.[1]);
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

/** The keeper's login, or the owner's where a start has not made one. */
async function keeperUrl(ownerUrl: string): Promise<string> {
  const url = loginUrl(ownerUrl, KEEPER_ROLE);
  return withClient(url, async () => url).catch(() => ownerUrl);
}

async function isSealed(client: pg.Client): Promise<boolean> {
  return (await client.query("SELECT 1 FROM pg_proc WHERE proname = 'broken_seals'")).rowCount === 1;
}

function mustBeUnchanged({ head, broken: [first] }: LogState, named: string | undefined): void {
  if (first)
    throw new Error(
      `The log in this backup was changed: event ${first.seq} of run ${first.runId} is not what was written.`,
    );
  if (named !== undefined && !head.startsWith(named))
    throw new Error('The log in this backup is not the one its name was given for: something was cut off or put in.');
}

async function query(url: string, statements: readonly string[]): Promise<void> {
  await withClient(url, async (client) => {
    for (const statement of statements) await client.query(statement);
  });
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
