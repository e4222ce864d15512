import { browningWord } from '#core/piece';
import type { UNDERSIDES } from '#core/plate';

/** The word that a judged colour is told by: what is raw is called pale, what is burnt dark. */
export function judgedWord(lStar: number): (typeof UNDERSIDES)[number] {
  const word = browningWord(lStar);
  return word === 'raw' ? 'pale' : word === 'burnt' ? 'dark' : word;
}
