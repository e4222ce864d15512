import { createHash, randomInt } from 'node:crypto';

/** No letter that is read as another: no I, L, O, U, 0 or 1. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
const LENGTH = 8;

/** A code for a human to copy: 30⁸ possible ones, about 39 bits, against a door that lets a few tries a minute. */
export function makeCode(): string {
  const letters = Array.from({ length: LENGTH }, () => LETTERS[randomInt(LETTERS.length)]!).join('');
  return `${letters.slice(0, 4)}-${letters.slice(4)}`;
}

/** Only this is kept. Case, blanks and dashes do not matter. */
export function hashCode(code: string): Buffer {
  return createHash('sha256').update(code.toUpperCase().replaceAll(/[\s-]/g, '')).digest();
}
