import { afterAll, describe, expect, it } from '@jest/globals';
import { appendFileSync, chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import pg from 'pg';
import { temporaryCluster } from '../../scripts/lib/lanes.ts';
import { freePort } from '../../scripts/lib/postgres.ts';
import { asServer } from '../../scripts/lib/server-programs.ts';
import { verify } from '../../scripts/lib/keeping.ts';
import { devicesOn, follow, serverOn, storedOf, tap, type Device } from './tapping.ts';

// Growing past one machine: a new version, and a database that is lost, while people cook.

const undo: (() => unknown)[] = [];
afterAll(async () => {
  for (const each of undo.reverse()) await each();
});
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));
const sql = async (url: string, ...statements: string[]) => {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  for (const statement of statements) await client.query(statement);
  await client.end();
};

/** Devices that tap and listen until told to stop; resolves once every tap is answered. */
function cooking(devices: readonly Device[], portOf: () => number) {
  const over = new AbortController();
  let stopped = false;
  const taps = devices.map(async (device) => {
    while (!stopped) {
      await tap(device, portOf);
      await pause(60);
    }
  });
  const feeds = devices.map((device) => follow(device, portOf, over.signal));
  return async () => {
    stopped = true;
    await Promise.all(taps);
    await pause(1500); // the feeds tell the last of it
    over.abort();
    await Promise.all(feeds);
  };
}

function expectAllThere(devices: readonly Device[], stored: ReadonlyMap<string, number>): number {
  const acknowledged = devices.flatMap((device) => [...device.acknowledged]);
  expect(acknowledged.filter((id) => !stored.has(id))).toEqual([]);
  expect([...stored].filter(([, times]) => times !== 1)).toEqual([]);
  for (const { acknowledged: own, heard } of devices) expect([...own].filter((id) => !heard.has(id))).toEqual([]);
  return acknowledged.length;
}

describe('growing', () => {
  it('a morning goes on through an upgrade: two versions side by side on one schema, then the earlier one ends', async () => {
    const cluster = await temporaryCluster();
    undo.push(() => cluster.remove());
    const url = cluster.url('bluebell');
    const earlier = await serverOn(url);
    undo.push(() => earlier.child.kill('SIGKILL'));
    const devices = await devicesOn(url, earlier.port, 4);
    let port = earlier.port;
    const stop = cooking(devices, () => port);
    await pause(1500);
    // what a later version's migration may do: add, and exchange a function for one that does more
    await sql(
      url,
      'ALTER TABLE run_event ADD COLUMN heat_note text; ALTER TABLE run ADD COLUMN later jsonb; CREATE TABLE later_thing (id uuid PRIMARY KEY)',
    );
    const later = await serverOn(url);
    undo.push(() => later.child.kill('SIGKILL'));
    await pause(1000);
    port = later.port; // the proxy sends new requests there; open feeds go on where they are
    await pause(1000);
    earlier.child.kill('SIGTERM');
    await pause(3000);
    await stop();
    const count = expectAllThere(devices, await storedOf(url, devices));
    expect(count).toBeGreaterThan(100);
    expect((await verify(url)).broken).toEqual([]);
    console.log(
      `upgrade: ${count} taps acknowledged, 0 lost, 0 doubled; longest wait ${Math.round(Math.max(...devices.map(({ longestMs }) => longestMs)))} ms`,
    );
  }, 180_000);

  it('a standby is promoted while devices cook: no acknowledged tap is lost, and how long the gap is', async () => {
    const primary = await temporaryCluster();
    undo.push(() => primary.remove());
    const url = primary.url('bluebell');
    const data = join(dirname(primary.log), 'data');
    const home = mkdtempSync(join(tmpdir(), 'bluebell-standby-'));
    undo.push(() => rmSync(home, { recursive: true, force: true }));
    chmodSync(home, 0o777);
    const second = join(home, 'data');
    const made = asServer('pg_basebackup', [
      '-d',
      url.replace(/\/bluebell$/, '/postgres'),
      '-D',
      second,
      '-R',
      '-X',
      'stream',
      '-c',
      'fast',
    ]);
    expect(made.ok ? '' : made.output).toBe('');
    const port = await freePort();
    appendFileSync(join(second, 'postgresql.auto.conf'), "primary_conninfo = '" + conninfo(url) + "'\n");
    const options = `-c listen_addresses=127.0.0.1 -c port=${port} -c unix_socket_directories= -c max_connections=60`;
    const started = asServer('pg_ctl', ['-D', second, '-w', '-l', join(home, 'log'), '-o', options, 'start']);
    expect(started.ok ? '' : readFileSync(join(home, 'log'), 'utf8')).toBe('');
    undo.push(() => asServer('pg_ctl', ['-D', second, '-m', 'immediate', 'stop']));
    // an answer goes out only once the standby has it on its disk
    await sql(
      url,
      "ALTER SYSTEM SET synchronous_standby_names = '*'",
      "ALTER SYSTEM SET synchronous_commit = 'on'",
      'SELECT pg_reload_conf()',
    );

    const before = await serverOn(url);
    undo.push(() => before.child.kill('SIGKILL'));
    const devices = await devicesOn(url, before.port, 4);
    let at = before.port;
    const stop = cooking(devices, () => at);
    await pause(2500);
    process.kill(Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[0]), 'SIGKILL');
    const lostMs = Date.now();
    const promoted = asServer('pg_ctl', ['-D', second, '-w', 'promote']);
    expect(promoted.ok ? '' : promoted.output).toBe('');
    const there = url.replace(/:\d+\/bluebell$/, `:${port}/bluebell`);
    await sql(there, "ALTER SYSTEM SET synchronous_standby_names = ''", 'SELECT pg_reload_conf()');
    const after = await serverOn(there);
    undo.push(() => after.child.kill('SIGKILL'));
    before.child.kill('SIGKILL');
    at = after.port;
    const [first] = devices;
    await tap(first!, () => at);
    const gapS = (Date.now() - lostMs) / 1000;
    await pause(2500);
    await stop();
    const count = expectAllThere(devices, await storedOf(there, devices));
    expect(count).toBeGreaterThan(60);
    expect((await verify(there)).broken).toEqual([]);
    console.log(
      `standby: ${count} taps acknowledged, 0 lost, 0 doubled; ${gapS.toFixed(1)} s from the loss to the first tap taken`,
    );
  }, 240_000);
});

function conninfo(url: string): string {
  const { hostname, port, username, password } = new URL(url);
  return `host=${hostname} port=${port} user=${username} password=${password}`;
}
