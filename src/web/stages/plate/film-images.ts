import { HOLE_M, type PouredFilm } from '#core/swirl';
import { beyondRim } from '../../parts/beyond-rim.ts';

/** A film as pictures: where it lies, and how its depth shades it. */
export interface FilmImages {
  readonly cover: string;
  readonly shade: string;
  readonly lace: PouredFilm['lace'];
}

/** A film is cut out of a face that is so many times as wide: its own edge is not the face's. */
export const FACE_WIDER = 1.06;

const FULL = 255;
/** A film is bare up to so many times a hole's depth and whole from so many: its edge is soft to the eye. */
const BARE_TO = 0.3;
const WHOLE_FROM = 3;
/** Twice as deep as the mean it is lit by so much, and bare by so much darker: what is thin browns first. */
const LIGHTER = 0.35;
const DARKER = 0.3;

/** Both pictures of a film, as addresses of their own. */
export function filmImages(film: PouredFilm): FilmImages {
  const { columns, rows, shape, lace } = film;
  const depthM = beyondRim(film);
  const drawn = (paint: (data: Uint8ClampedArray, at: number, depthM: number) => void): string => {
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [columns, rows];
    const context = canvas.getContext('2d')!;
    const image = context.createImageData(columns, rows);
    depthM.forEach((depth, i) => paint(image.data, 4 * i, depth));
    context.putImageData(image, 0, 0);
    return canvas.toDataURL();
  };
  return {
    lace,
    cover: drawn((data, at, depth) => {
      const lies = FULL * Math.min(1, Math.max(0, (depth / HOLE_M - BARE_TO) / (WHOLE_FROM - BARE_TO)));
      data.fill(lies, at, at + 3);
      data[at + 3] = FULL;
    }),
    shade: drawn((data, at, depth) => {
      if (depth < HOLE_M) return;
      const off = Math.max(-1, Math.min(1, depth / shape.meanM - 1));
      data.fill(off > 0 ? FULL : 0, at, at + 3);
      data[at + 3] = FULL * (off > 0 ? LIGHTER * off : -DARKER * off);
    }),
  };
}
