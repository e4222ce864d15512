/** What an eye says of a film that was swirled: all is covered, a hole is in it, it did not reach the rim, it lies too thick. */
export const FILM_WORDS = ['covered', 'hole', 'short', 'thick'] as const;
export type FilmWord = (typeof FILM_WORDS)[number];
