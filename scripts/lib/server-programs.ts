import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { isRoot, quiet, quietly } from './run.ts';

/** Folder of the newest installed PostgreSQL server, if any. */
export function binaries(): string | undefined {
  const base = '/usr/lib/postgresql';
  if (!existsSync(base)) return undefined;
  return readdirSync(base)
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(base, version, 'bin'))
    .find((folder) => existsSync(join(folder, 'initdb')) && existsSync(join(folder, 'postgres')));
}

/** Runs a program of the server, as the postgres user when this is root: the server refuses to run as root. */
export function asServer(program: string, args: readonly string[]): { ok: boolean; output: string } {
  return quiet(...asItsUser(program, args));
}

/** The same beside other work. */
export function asServerMeanwhile(program: string, args: readonly string[]): Promise<{ ok: boolean; output: string }> {
  return quietly(...asItsUser(program, args));
}

function asItsUser(program: string, args: readonly string[]): [string, readonly string[]] {
  const own = join(binaries()!, program);
  const path = existsSync(own) ? own : program;
  return isRoot ? ['setpriv', ['--reuid=postgres', '--regid=postgres', '--init-groups', path, ...args]] : [path, args];
}
