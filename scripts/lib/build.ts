import { createHash } from 'node:crypto';
import { existsSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, WEB_ROOT } from './paths.ts';

/** Builds the web application unless the sources are those it was last built from. */
export async function buildWeb(): Promise<void> {
  const stamp = join(ROOT, 'dist', 'built-from');
  const wanted = fingerprint();
  if (existsSync(join(WEB_ROOT, 'index.html')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === wanted) return;
  console.log('Building the application …');
  rmSync(stamp, { force: true }); // a build that is broken off must not pass for the one before
  const { build } = await import('vite');
  await build({ configFile: join(ROOT, 'vite.config.ts'), logLevel: 'warn' });
  writeFileSync(stamp, wanted);
}

function fingerprint(): string {
  const hash = createHash('sha256');
  for (const file of ['package-lock.json', 'package.json', 'vite.config.ts'])
    hash.update(readFileSync(join(ROOT, file)));
  for (const folder of ['src/core', 'src/contract', 'src/web']) {
    for (const entry of readdirSync(join(ROOT, folder), { recursive: true, withFileTypes: true })) {
      if (!entry.isFile()) continue;
      const path = join(entry.parentPath, entry.name);
      hash.update(path.slice(ROOT.length)).update(readFileSync(path));
    }
  }
  return hash.digest('hex');
}
