import { depthsOf, type Film } from './film.ts';
import { HOLE_M, filmShape, placeOf } from './measures.ts';

const M3_PER_ML = 1e-6; // Definition.

/**
 * A dab on the largest hole of a film that has set, in place: it lies as deep as the film about it, from the middle of the
 * hole outwards, as far as it goes; what is over makes it deeper. A film without a hole is left as it is.
 */
export function dab(film: Film, volumeMl: number): void {
  const { meanM, holes } = filmShape(film);
  const hole = holes[0];
  if (!hole) return;
  const depths = depthsOf(film);
  const offM = (cell: number): number => {
    const [xM, yM] = placeOf(film, cell);
    return Math.hypot(xM - hole.xM, yM - hole.yM);
  };
  const bare = [...film.plate.keys()]
    .filter((cell) => film.plate[cell] === 1 && depths[cell]! < HOLE_M)
    .sort((a, b) => offM(a) - offM(b));
  const cells = (volumeMl * M3_PER_ML) / (film.cellM * film.cellM * meanM);
  const reached = bare.slice(0, Math.max(1, Math.ceil(cells)));
  for (const cell of reached) film.set[cell]! += (meanM * cells) / reached.length;
}
