import { chmodSync, existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { backup, dataFolder, onDatabase } from './lib/keeping.ts';

// npm run backup [-- FILE]: one file with everything, readable by its owner alone.
const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
const file = resolve(process.argv[2] ?? join(dataFolder(), 'backups', `bluebell-${stamp}.dump`));
try {
  if (existsSync(file)) throw new Error(`There is a file at ${file} already. Name another.`);
  mkdirSync(dirname(file), { recursive: true });
  await onDatabase((urlOf, name) => backup(urlOf(name), file));
  chmodSync(file, 0o600);
  console.log(`Backed up to ${file}`);
} catch (error) {
  console.error(`No backup was made. ${(error as Error).message}`);
  process.exit(1);
}
