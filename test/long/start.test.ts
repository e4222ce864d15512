import { afterAll, describe, expect, it } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync } from 'node:fs';
import { createServer, type AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

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
async function start(data: string, port: number, args: string[] = []) {
  const child = spawn(process.execPath, ['scripts/boot.mjs', 'start', ...args], {
    cwd: root,
    env: { ...process.env, NODE_OPTIONS: '', BLUEBELL_DATA: data, PORT: String(port), DATABASE_URL: '' },
  });
  started.push(child);
  let text = '';
  const ended = new Promise<number | null>((resolve) => child.on('close', resolve));
  const ready = new Promise<void>((resolve) => {
    const take = (chunk: Buffer) => {
      text += chunk.toString();
      if (text.includes('sign in as "Wim')) resolve();
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
    expect(first.text()).toContain('sign in as');
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
    const fourth = await start(data, port);
    expect(fourth.text()).toContain('Bluebell is ready');
    expect(fourth.text()).not.toContain('demo kitchen'); // put in once
    fourth.child.kill('SIGTERM');
    await fourth.ended;
    expect(processesOn(data)).toBe('');
    rmSync(data, { recursive: true, force: true });
  }, 240_000);
});
