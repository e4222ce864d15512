import { shallowRef, watch } from 'vue';
import type { Piece } from '#core/run';
import { askOfRun } from '../../workers/desk.ts';
import { filmImages, type FilmImages } from './film-images.ts';

/** Films of pieces, drawn as they were made; each once, and anew when somebody says how it lies. */
export function useFilms(pieces: () => readonly Piece[]) {
  const films = shallowRef<Readonly<Record<string, FilmImages>>>({});
  const drawn = new Map<string, string>();
  const lying = () => pieces().filter((piece) => piece.filmShown !== null);

  async function draw(): Promise<void> {
    for (const { id, film, dabbedMl } of lying()) {
      const as = `${film} ${dabbedMl}`;
      if (drawn.get(id) === as) continue;
      drawn.set(id, as);
      // what could not be worked out is drawn as a piece that lies even
      const made = await askOfRun('filmMade', [id], `film of ${id}`).catch(() => null);
      if (made) films.value = { ...films.value, [id]: filmImages(made) };
    }
  }
  watch(
    () =>
      lying()
        .map(({ id, film, dabbedMl }) => `${id} ${film} ${dabbedMl}`)
        .join(),
    () => void draw(),
    { immediate: true },
  );
  return films;
}
