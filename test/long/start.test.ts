import { afterAll, describe, expect, it } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:https';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { DEMO_PEOPLE } from '#demo';
import { newKitchen } from '../server/make.ts';

const root = fileURLToPath(new URL('../..', import.meta.url));

async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await new Promise((resolve) => probe.once('listening', resolve));
  const { port } = probe.address() as AddressInfo;
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

const started: ReturnType<typeof spawn>[] = [];
afterAll(() => started.forEach((child) => child.kill('SIGTERM')));

/** Starts the application as its start command does; resolves with what it printed once it is ready or has ended. */
async function start(data: string, port: number, args: string[] = [], env: NodeJS.ProcessEnv = {}, byNpm = false) {
  const [command, ...first] = byNpm ? ['npm', 'start', '--'] : [process.execPath, 'scripts/boot.mjs', 'start'];
  const child = spawn(command!, [...first, ...args], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: '', BLUEBELL_DATA: data, PORT: String(port), DATABASE_URL: '', ...env },
  });
  started.push(child);
  let text = '';
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  const ready = new Promise<void>((resolve) => {
    const take = (chunk: Buffer) => {
      text += chunk.toString();
      if (text.includes('look at the demo')) resolve();
    };
    child.stdout.on('data', take);
    child.stderr.on('data', take);
  });
  await Promise.race([ready, ended]);
  return { child, ended, text: () => text };
}

const processesOn = (data: string) => spawnSync('pgrep', ['-f', data], { encoding: 'utf8' }).stdout.trim();

describe('the start command', () => {
  it('serves from an empty folder, refuses a second start on the same data, comes up again quickly, and leaves no process', async () => {
    const data = mkdtempSync(join(tmpdir(), 'bluebell-start-'));
    chmodSync(data, 0o711); // the database's own user must reach it
    const port = await freePort();
    const first = await start(data, port);
    expect(first.text()).toContain('make your kitchen');
    expect(await (await fetch(`http://127.0.0.1:${port}/api/health`)).json()).toEqual({ ok: true, database: 'up' });
    const page = await fetch(`http://127.0.0.1:${port}/runs`);
    expect(page.headers.get('content-type')).toContain('text/html');

    const second = await start(data, await freePort());
    expect(await second.ended).toBe(1);
    expect(second.text()).toContain('already runs on this data');
    expect((await fetch(`http://127.0.0.1:${port}/api/health`)).status).toBe(200); // the first one is unharmed

    first.child.kill('SIGTERM');
    expect(await first.ended).toBe(0);
    expect(processesOn(data)).toBe('');

    // killed without warning, its database is taken over by the next start
    const third = await start(data, port);
    third.child.kill('SIGKILL');
    await third.ended;
    const fourth = await start(data, port, [], {}, true); // as it is typed
    expect(fourth.text()).toContain('Bluebell is ready');
    expect(fourth.text()).not.toContain('demo kitchen'); // put in once
    fourth.child.kill('SIGTERM');
    await fourth.ended;
    expect(processesOn(data)).toBe('');
    rmSync(data, { recursive: true, force: true });
  }, 240_000);

  it('18.11 18.15 opens the network once a kitchen is made there, closes it when an owner takes its certificate back, and opens it anew', async () => {
    const data = mkdtempSync(join(tmpdir(), 'bluebell-network-'));
    chmodSync(data, 0o711);
    const [port, lanPort] = [await freePort(), await freePort()];
    const { child, ended, text } = await start(data, port, ['--lan'], { HOST: '127.0.0.1', LAN_PORT: String(lanPort) });
    const json = { 'content-type': 'application/json' };
    const here = (method: string, path: string, body?: object, cookie = '') =>
      fetch(`http://127.0.0.1:${port}${path}`, {
        method,
        headers: { cookie, ...(body ? json : {}) },
        ...(body ? { body: JSON.stringify(body) } : {}),
      });
    /** What is answered over the network; 0: nothing is there. */
    const there = (path: string, body?: object) =>
      new Promise<number>((resolve) => {
        const call = request(
          {
            host: '127.0.0.1',
            port: lanPort,
            path,
            method: body ? 'POST' : 'GET',
            headers: json,
            rejectUnauthorized: false,
            agent: false,
          },
          (answer) => {
            answer.resume();
            answer.on('end', () => resolve(answer.statusCode!));
          },
        );
        call.on('error', () => resolve(0));
        call.end(body ? JSON.stringify(body) : undefined);
      });
    const until = async (status: number) => {
      for (let tries = 0; tries < 100 && (await there('/api/health')) !== status; tries++)
        await new Promise((resolve) => setTimeout(resolve, 100));
      expect(await there('/api/health')).toBe(status);
    };
    await new Promise((resolve) => setTimeout(resolve, 2500));
    expect(await there('/api/health')).toBe(0);
    expect(text()).toContain('The network opens as soon as you have made your kitchen');
    const kitchen = newKitchen();
    const made = await here('POST', '/api/kitchens', kitchen);
    expect(made.status).toBe(201);
    const cookie = made.headers
      .getSetCookie()
      .map((each) => each.split(';')[0])
      .join('; ');
    await until(200);
    const [{ name, passphrase }] = DEMO_PEOPLE;
    expect(await there('/api/session', { name, passphrase })).toBe(401);
    expect(await there('/api/session', { ...kitchen.owner, kitchen: kitchen.name })).toBe(200);
    expect((await here('DELETE', '/api/network/authority', undefined, cookie)).status).toBe(204);
    await until(0);
    expect((await here('GET', '/api/health')).status).toBe(200);
    expect((await here('POST', '/api/network/authority', undefined, cookie)).status).toBe(200);
    await until(200);
    child.kill('SIGTERM');
    expect(await ended).toBe(0);
    expect(processesOn(data)).toBe('');
    rmSync(data, { recursive: true, force: true });
  }, 240_000);
});
