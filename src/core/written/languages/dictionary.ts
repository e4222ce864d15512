/** Words of a kitchen's language and the plain English for them: a pattern without groups of its own, and what it says. */
export type Dictionary = readonly (readonly [pattern: string, english: string])[];

/** A dictionary that is ready to be used. */
export interface Language {
  /** How many of its words a text holds. */
  known(text: string): number;
  /** A text with its words in English; what is not known stays as it is. */
  inEnglish(text: string): string;
}

/** Whole words alone, in letters of any script. */
export function languageFrom(dictionary: Dictionary): Language {
  const alternatives = dictionary.map(([pattern]) => `(${pattern})`).join('|');
  const words = new RegExp(`(?<!\\p{L})(?:${alternatives})(?:(?<=['’])|(?!\\p{L}))`, 'giu');
  return {
    known: (text) => text.match(words)?.length ?? 0,
    inEnglish: (text) => {
      const english = text
        .replace(words, (_whole, ...groups: unknown[]) => {
          const at = groups.findIndex((group) => group !== undefined);
          return dictionary[at]![1];
        })
        .replaceAll(/ {2,}/g, ' ')
        .trim();
      // the full stop of a last short form ends the sentence too
      return text.trimEnd().endsWith('.') && !english.endsWith('.') ? `${english}.` : english;
    },
  };
}
