import { languageFrom, type Language } from './dictionary.ts';
import { FRENCH } from './french.ts';
import { GERMAN } from './german.ts';
import { RUSSIAN } from './russian.ts';
import { SPANISH } from './spanish.ts';

const ENGLISH_WORDS =
  /\b(?:cups?|tbsp|tsp|tablespoons?|teaspoons?|flour|milk|eggs?|water|sugar|butter|salt|oil|and|the|of|with|until|in|for)\b/gi;
const LANGUAGES: readonly Language[] = [GERMAN, FRENCH, SPANISH, RUSSIAN].map(languageFrom);
/** By so much of a recipe its language shows, letters. Numerical. */
const LOOKED_AT = 3000;

/** The language of a text, when it is one that is known and not English. */
export function languageOf(text: string): Language | null {
  const start = text.slice(0, LOOKED_AT);
  const english = start.match(ENGLISH_WORDS)?.length ?? 0;
  let best: Language | null = null;
  let most = english;
  for (const language of LANGUAGES) {
    const known = language.known(start);
    if (known > most) [best, most] = [language, known];
  }
  return best;
}
