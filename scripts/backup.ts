import { existsSync, mkdirSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { backup, besideOthersOnDatabase, dataFolder } from './lib/keeping.ts';

// npm run backup [-- FILE]: one file with everything, readable by its owner alone, the head of the log in its name.
const stamp = new Date().toISOString().slice(0, 19).replaceAll(':', '-');
const wanted = resolve(process.argv[2] ?? join(dataFolder(), 'backups', `bluebell-${stamp}-{head}.dump`));
try {
  if (existsSync(wanted)) throw new Error(`There is a file at ${wanted} already. Name another.`);
  mkdirSync(dirname(wanted), { recursive: true });
  const file = await besideOthersOnDatabase((urlOf, name) => backup(urlOf(name), wanted));
  console.log(`Backed up to ${file}`);
  const lan = join(dataFolder(), 'lan');
  if (existsSync(lan))
    console.log(
      `Not in it: the authority that tablets trust, in ${lan}. Copy that folder too and keep it secret, or let tablets trust a new one.`,
    );
} catch (error) {
  console.error(`No backup was made. ${(error as Error).message}`);
  process.exit(1);
}
