import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { RequestError } from '../../errors.ts';

/**
 * A name tried from an address is one door. After five wrong tries each further one waits, one second and then twice as
 * long each time up to five minutes: guessing is hopeless, and nobody is locked out for ever. Someone guessing from
 * elsewhere does not shut the door a cook stands at. The count lives in the database, so all server processes share it.
 */
export function doorOf(name: string, address: string): Buffer {
  return createHash('sha256').update(`${name.toLowerCase()}\n${address}`).digest();
}

/** @throws RequestError 429 with the seconds to wait while the door is shut. */
export async function mustBeOpen(source: DataSource, door: Buffer): Promise<void> {
  const [{ wait }] = await source.query('SELECT sign_in_wait_s($1) AS wait', [door]);
  if (wait <= 0) return;
  const seconds = Math.ceil(wait);
  throw new RequestError(429, {
    code: 'tooManyTries',
    message: `Too many wrong tries. Wait ${seconds} s, then try again.`,
    field: 'passphrase',
  });
}

export async function noteTry(source: DataSource, door: Buffer, fitted: boolean): Promise<void> {
  await source.query(fitted ? 'SELECT sign_in_fitted($1)' : 'SELECT sign_in_failed($1)', [door]);
}
