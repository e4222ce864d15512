import { spawn, spawnSync } from 'node:child_process';
import { ROOT } from './paths.ts';

/** Runs a command with its output shown; resolves to its exit code. */
export function run(command: string, args: readonly string[], env: NodeJS.ProcessEnv = {}): Promise<number> {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ['ignore', 'inherit', 'inherit'],
      env: { ...process.env, ...env },
    });
    child.on('close', (code) => resolve(code ?? 1));
    child.on('error', () => resolve(1));
  });
}

/** Runs a command quietly; its output and whether it worked. */
export function quiet(command: string, args: readonly string[]): { ok: boolean; output: string } {
  const { status, stdout, stderr } = spawnSync(command, args, { cwd: '/', encoding: 'utf8' });
  return { ok: status === 0, output: `${stdout ?? ''}${stderr ?? ''}` };
}

/** The same beside other work. */
export function quietly(command: string, args: readonly string[]): Promise<{ ok: boolean; output: string }> {
  return new Promise((resolve) => {
    const child = spawn(command, args, { cwd: '/', stdio: ['ignore', 'pipe', 'pipe'] });
    let output = '';
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (chunk) => (output += String(chunk)));
    child.on('error', (error) => resolve({ ok: false, output: error.message }));
    // not "close": a server it started may keep the streams
    child.on('exit', (code) => resolve({ ok: code === 0, output }));
  });
}

export const isRoot = process.getuid?.() === 0;
