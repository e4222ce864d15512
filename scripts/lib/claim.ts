import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Claims a data folder for this process, so that a second start does not take the database from under the first.
 * @throws Error when a live Bluebell holds it; the claim of one that died is taken over.
 */
export function claim(data: string): void {
  mkdirSync(data, { recursive: true });
  const file = join(data, 'process');
  const holder = Number(readOr(file, '0'));
  if (holder && holder !== process.pid && readOr(`/proc/${holder}/cmdline`, '').includes('boot.mjs')) {
    throw new Error(
      `Bluebell already runs on this data (process ${holder}). Stop it first, or set BLUEBELL_DATA to another folder.`,
    );
  }
  writeFileSync(file, String(process.pid));
}

function readOr(file: string, otherwise: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    return otherwise;
  }
}
