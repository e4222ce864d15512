import { createHash } from 'node:crypto';
import type { DataSource } from 'typeorm';
import { RequestError } from '../../errors.ts';

/**
 * A name tried from an address is one door, in whatever kitchen. After five wrong tries each further one waits, one second and then twice as
 * long each time up to five minutes: guessing is hopeless, and nobody is locked out for ever. A browser in which this
 * person has signed in before is a door of its own: someone guessing elsewhere, or behind the same address, does not shut
 * the door a cook stands at. The count lives in the database, so all server processes share it.
 */
export async function doorFrom(
  source: DataSource,
  { kitchen, name }: { readonly kitchen: readonly string[] | null; readonly name: readonly string[] },
  { address, device }: { readonly address: string; readonly device: Buffer | undefined },
): Promise<Buffer> {
  const [{ known }] = device
    ? await source.query('SELECT known_at_door($1, $2, $3) AS known', [kitchen, name, device])
    : [{}];
  const from = known ? `known ${device!.toString('base64')}` : address;
  return createHash('sha256').update(`${name[0]}\n${from}`).digest();
}

/** @throws RequestError 429 with the seconds to wait while the door is shut. */
export async function mustBeOpen(source: DataSource, door: Buffer): Promise<void> {
  const [{ wait }] = await source.query('SELECT sign_in_wait_s($1) AS wait', [door]);
  if (wait <= 0) return;
  const seconds = Math.ceil(wait);
  throw new RequestError(
    429,
    {
      code: 'tooManyTries',
      message: `Too many wrong tries. Wait ${seconds} s, then try again.`,
      field: 'passphrase',
    },
    seconds,
  );
}

export async function noteTry(source: DataSource, door: Buffer, fitted: boolean): Promise<void> {
  await source.query(fitted ? 'SELECT sign_in_fitted($1)' : 'SELECT sign_in_failed($1)', [door]);
}
