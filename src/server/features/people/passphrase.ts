import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';
import { promisify } from 'node:util';

const derive = promisify<string, Buffer, number, { N: number; r: number; p: number; maxmem: number }, Buffer>(scrypt);

/** Cost of scrypt: 2^16, r 8, p 1: about 64 MB and a fifth of a second a try (parameters as in RFC 7914). */
const COST = { N: 2 ** 16, r: 8, p: 1, maxmem: 128 * 1024 * 1024 } as const;
const KEY_BYTES = 32;

/** Hash of a passphrase with its own salt: `scrypt$N$r$p$salt$key`, base64url. */
export async function hashPassphrase(passphrase: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await derive(passphrase.normalize('NFKC'), salt, KEY_BYTES, COST);
  return ['scrypt', COST.N, COST.r, COST.p, salt.toString('base64url'), key.toString('base64url')].join('$');
}

/** Whether the passphrase fits. A malformed hash fits nothing. */
export async function fitsPassphrase(passphrase: string, hash: string): Promise<boolean> {
  const [scheme, n, r, p, salt, key] = hash.split('$');
  if (scheme !== 'scrypt' || !salt || !key) return false;
  const expected = Buffer.from(key, 'base64url');
  const cost = { N: Number(n), r: Number(r), p: Number(p), maxmem: COST.maxmem };
  const actual = await derive(passphrase.normalize('NFKC'), Buffer.from(salt, 'base64url'), expected.length, cost);
  return timingSafeEqual(actual, expected);
}
