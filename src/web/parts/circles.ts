import type { Mark } from '#core/piece';

const figure = (mm: number) => mm.toFixed(1);

/** Many circles as the one path of an SVG: a browser draws it as fast as a single one, and keeps one element for all. */
export function circlesPath(marks: readonly Mark[]): string {
  return marks
    .map(({ xMm, yMm, rMm }) => {
      const [r, across] = [figure(rMm), figure(2 * rMm)];
      return `M${figure(xMm - rMm)},${figure(yMm)}a${r},${r} 0 1,0 ${across},0a${r},${r} 0 1,0 -${across},0Z`;
    })
    .join('');
}
