import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { aloneOnDatabase, restore } from './lib/keeping.ts';

// npm run restore -- FILE: puts a backup in the place of what is there, which stays under another name.
try {
  const named = process.argv[2];
  if (!named) throw new Error('Name the file: npm run restore -- FILE');
  const file = resolve(named);
  if (!existsSync(file)) throw new Error(`There is no file at ${file}.`);
  const former = await aloneOnDatabase((urlOf, name) => restore(urlOf, name, file));
  console.log(`Restored from ${file}. What was there before is kept as the database ${former}.`);
} catch (error) {
  console.error(`Nothing was restored, and nothing was changed. ${(error as Error).message}`);
  process.exit(1);
}
