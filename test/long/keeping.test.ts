import { afterAll, describe, expect, it } from '@jest/globals';
import { spawn, spawnSync } from 'node:child_process';
import { chmodSync, mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { RunWithEvents } from '#contract';
import { DEMO_IDS, DEMO_PEOPLE } from '#demo';

const root = fileURLToPath(new URL('../..', import.meta.url));
const children: ReturnType<typeof spawn>[] = [];
const folders: string[] = [];
afterAll(() => {
  children.forEach((child) => child.kill('SIGTERM'));
  folders.forEach((folder) => rmSync(folder, { recursive: true, force: true }));
});

const folder = () => {
  const made = mkdtempSync(join(tmpdir(), 'bluebell-keep-'));
  chmodSync(made, 0o711);
  folders.push(made);
  return made;
};
const environment = (data: string) => ({
  ...process.env,
  NODE_OPTIONS: '',
  DATABASE_URL: '',
  BLUEBELL_DATA: data,
  PORT: '0',
});
const task = (data: string, ...args: string[]) =>
  spawnSync(process.execPath, ['scripts/boot.mjs', ...args], { cwd: root, env: environment(data), encoding: 'utf8' });

async function start(data: string) {
  const child = spawn(process.execPath, ['scripts/boot.mjs', 'start'], { cwd: root, env: environment(data) });
  children.push(child);
  let text = '';
  const url = await new Promise<string>((resolve, reject) => {
    child.on('close', () => reject(new Error(text)));
    for (const stream of [child.stdout, child.stderr])
      stream.on('data', (chunk) => {
        text += String(chunk);
        const ready = /ready on (http:\S+)/.exec(text);
        if (ready) resolve(ready[1]!);
      });
  });
  const stop = () =>
    new Promise((resolve) => {
      child.on('close', resolve);
      child.kill('SIGTERM');
    });
  return { url, stop };
}

async function signIn(url: string): Promise<string> {
  const [{ name, passphrase }] = DEMO_PEOPLE;
  const answer = await fetch(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ name, passphrase }),
  });
  expect(answer.status).toBe(200);
  return answer.headers.get('set-cookie')!.split(';')[0]!;
}

const read = async (url: string, cookie: string, path: string) =>
  (await fetch(`${url}${path}`, { headers: { cookie } })).json();

describe('a drill', () => {
  it('backed up while people cook, everything destroyed, restored: every log is what it was, and the doors still open', async () => {
    const data = folder();
    const file = join(folder(), 'drill.dump');
    const first = await start(data);
    const cookie = await signIn(first.url);
    const before: RunWithEvents[] = await Promise.all(
      Object.values(DEMO_IDS.runs).map((id) => read(first.url, cookie, `/api/runs/${id}`)),
    );
    expect(before.flatMap((run) => run.events).length).toBeGreaterThan(100);
    const people = await read(first.url, cookie, '/api/people');

    expect(statSync(join(data, 'postgres', 'passphrase')).mode & 0o777).toBe(0o600);

    const made = task(data, 'backup', file);
    expect(made.stdout).toContain(`Backed up to ${file}`);
    expect(statSync(file).mode & 0o777).toBe(0o600);
    expect(task(data, 'backup', file).stderr).toContain('There is a file at');
    expect(task(data, 'restore', file).stderr).toContain('already runs on this data'); // never under a running server
    await first.stop();
    rmSync(data, { recursive: true, force: true });

    const elsewhere = folder();
    const restored = task(elsewhere, 'restore', file);
    expect(restored.stdout).toContain('Restored from');
    const second = await start(elsewhere);
    expect(await read(second.url, cookie, '/api/people')).toEqual(people); // the session is in the backup too
    const again = await signIn(second.url);
    for (const run of before) {
      const after = await read(second.url, again, `/api/runs/${run.run.id}`);
      expect(after).toEqual(run);
    }
    await second.stop();

    // a file that is no backup changes nothing
    const broken = join(folder(), 'broken.dump');
    writeFileSync(broken, 'not a backup');
    expect(task(elsewhere, 'restore', broken).stderr).toContain('nothing was changed');
    const third = await start(elsewhere);
    expect(await read(third.url, await signIn(third.url), `/api/runs/${DEMO_IDS.runs.finished}`)).toEqual(
      before.find((run) => run.run.id === DEMO_IDS.runs.finished),
    );
    await third.stop();
  }, 300_000);
});
