import { afterAll, describe, expect, it } from '@jest/globals';
import { spawn } from 'node:child_process';
import { chmodSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { claim, giveBack, take } from '../../scripts/lib/claim.ts';
import { madeCluster } from '../../scripts/lib/cluster-folder.ts';
import { backup } from '../../scripts/lib/keeping.ts';
import { supervise } from '../../scripts/lib/supervise.ts';
import { mustBeFree, surroundings } from '../../scripts/lib/surroundings.ts';
import { migrate } from '../../src/server/database.ts';
import { storeFaultOf } from '../../src/server/plugins/store-faults.ts';
import { newDatabase } from './app.ts';

const folders: string[] = [];
afterAll(() => folders.forEach((folder) => rmSync(folder, { recursive: true, force: true })));
const folder = () => {
  folders.push(mkdtempSync(join(tmpdir(), 'bluebell-house-')));
  return folders.at(-1)!;
};
const ownAddress = () => '192.0.2.7';

describe('what a start is asked to do', () => {
  it('18.8 an address of a database that is none is told as that, before anything is made', () => {
    const given = (DATABASE_URL: string) => () => surroundings({ DATABASE_URL }, false, ownAddress);
    for (const none of ['bluebell', 'mysql://a@b/c', 'postgres://host:5432', 'postgres//x/y'])
      expect(given(none)).toThrow(/DATABASE_URL is no address.*postgres:\/\/name/);
    expect(given('postgres://a:b@db:5432/kitchen')().databaseUrl).toBe('postgres://a:b@db:5432/kitchen');
    expect(surroundings({}, false, ownAddress)).toEqual({
      ...{ host: '127.0.0.1', port: 4747, lan: null, hosts: [], databaseUrl: undefined },
    });
  });

  it('18.19 another host than this machine is refused without HTTPS', () => {
    for (const HOST of ['0.0.0.0', '192.168.1.4', 'kitchen.example', '::'])
      expect(() => surroundings({ HOST }, false, ownAddress)).toThrow(/plain HTTP.*--lan/);
    for (const HOST of ['127.0.0.1', 'localhost', '::1', '127.0.0.9'])
      expect(surroundings({ HOST }, false, ownAddress).host).toBe(HOST);
    expect(surroundings({ HOST: '192.168.1.4', PORT: '5000' }, true, ownAddress)).toMatchObject({
      host: '127.0.0.1',
      lan: { host: '192.168.1.4', port: 5001 },
    });
    expect(surroundings({}, true, ownAddress).lan).toEqual({ host: '192.0.2.7', port: 4748 });
    expect(() => surroundings({ PORT: '70000' }, false, ownAddress)).toThrow('PORT must be a port number');
  });

  it('18.8 a port in use is found first', async () => {
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => taken.once('listening', resolve));
    const { port } = taken.address() as AddressInfo;
    await expect(mustBeFree('127.0.0.1', port)).rejects.toMatchObject({ code: 'EADDRINUSE', port });
    await new Promise((resolve) => taken.close(resolve));
    await mustBeFree('127.0.0.1', port);
  });
});

describe('a claim on a data folder', () => {
  const begunOf = (pid: number) => ({ pid, begun: 'another machine’s' });
  const holds = (data: string, text: string) => {
    mkdirSync(data, { recursive: true });
    writeFileSync(join(data, 'process'), text);
  };

  it('of one that died, of an earlier version or half written is taken over, and leaves nothing beside it', async () => {
    for (const text of ['', '{', '123', JSON.stringify({ ...begunOf(process.pid), work: 'serves' })]) {
      const data = folder();
      holds(data, text);
      await claim(data);
      expect(readdirSync(data)).toEqual(['process']);
      giveBack(data);
      expect(readdirSync(data)).toEqual([]);
    }
  });

  it('of a live one holds; of ten that come at once one has it', async () => {
    const data = folder();
    const script = `const { take } = await import('./scripts/lib/claim.ts');
      console.log(take(${JSON.stringify(data)}, 'serves') === null ? 'mine' : 'held'); setTimeout(() => {}, 4000);`;
    const said = await Promise.all(
      Array.from({ length: 6 }, async () => {
        const child = spawn(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
          env: { ...process.env, NODE_OPTIONS: '' },
        });
        const words = await new Promise<string>((resolve) =>
          child.stdout.on('data', (chunk) => resolve(String(chunk).trim())),
        );
        return { child, words };
      }),
    );
    expect(said.map(({ words }) => words).sort()).toEqual(['held', 'held', 'held', 'held', 'held', 'mine']);
    await expect(claim(data)).rejects.toThrow('already runs on this data');
    said.forEach(({ child }) => child.kill('SIGKILL'));
    await Promise.all(said.map(({ child }) => new Promise((resolve) => child.on('close', resolve))));
    expect(take(data, 'keeps')).toBeNull();
  });
});

describe('18.2 a cluster’s folder', () => {
  it('that an earlier version began and never started is made anew; one that once ran is left as it is', () => {
    const home = folder();
    chmodSync(home, 0o711); // the database's own user must reach it
    mkdirSync(join(home, 'data'));
    for (const file of ['PG_VERSION', 'postmaster.pid']) writeFileSync(join(home, 'data', file), '15');
    const made = madeCluster(home);
    expect(existsSync(join(made.data, 'global', 'pg_control'))).toBe(true);
    expect(readdirSync(home).sort()).toEqual(['data', 'passphrase']);
    const ran = folder();
    chmodSync(ran, 0o711);
    mkdirSync(join(ran, 'data'));
    writeFileSync(join(ran, 'data', 'postmaster.opts'), '');
    madeCluster(ran);
    expect(readdirSync(join(ran, 'data'))).toEqual(['postmaster.opts']);
  });
});

describe('a cluster that is looked after', () => {
  it('18.1 is started again; one that does not come is told of once, with what to do', async () => {
    const words: string[] = [];
    let up = false;
    let tries = 0;
    const stop = supervise(
      {
        log: '/var/log/it',
        isUp: () => up,
        revive: async () => {
          tries += 1;
          if (tries < 3) return 'FATAL: lock file is there';
          up = true;
          return null;
        },
      },
      (each) => words.push(each),
      { lookEveryMs: 5, againAfterMs: 10, tellAfterMs: 5 },
    );
    while (!words.some((each) => each.includes('back after'))) await new Promise((resolve) => setTimeout(resolve, 5));
    stop();
    expect(tries).toBe(3);
    expect(words).toHaveLength(3);
    expect(words[0]).toContain('went away');
    expect(words[1]).toMatch(/lock file is there[^]*df -h[^]*\/var\/log\/it[^]*npm run restore/);
  });
});

describe('what ails a database', () => {
  it('is told from what it says: away, full, or something else', () => {
    const of = (code: string) => storeFaultOf(Object.assign(new Error('x'), { code }));
    for (const code of ['57P01', '57P03', 'ECONNREFUSED', '08006']) expect(of(code)).toBe('down');
    expect(of('53100')).toBe('full');
    for (const code of ['23505', '42P01', 'BB401']) expect(of(code)).toBeNull();
    expect(storeFaultOf(new Error('Connection terminated unexpectedly'))).toBe('down');
    expect(storeFaultOf({ message: 'failed', driverError: { code: '57P02' } })).toBe('down');
    expect(storeFaultOf(undefined)).toBeNull();
  });
});

describe('a backup', () => {
  it('18.3 is its owner’s alone from the first byte, has its name only when it is whole, and leaves nothing else', async () => {
    const url = await newDatabase();
    await migrate(url);
    const file = join(folder(), 'all.dump');
    const making = backup(url, file);
    expect(statSync(`${file}.part`).mode & 0o777).toBe(0o600);
    expect(existsSync(file)).toBe(false);
    await making;
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(existsSync(`${file}.part`)).toBe(false);
    const broken = join(folder(), 'none.dump');
    await expect(backup(url.replace(/\/[^/]*$/, '/no_such_database'), broken)).rejects.toThrow('does not exist');
    expect(existsSync(broken) || existsSync(`${broken}.part`)).toBe(false);
  });
});
