import type { Frame } from './swirl.worker.ts';

/** Light falls from the back left; heights are drawn so many times as steep as they are, so that a tenth of a millimetre shows. */
const LIGHT = [-0.5, -0.5, 0.7] as const;
const STEEPER = 14;
/** A cell is so wide, mm, of the usual pan on the usual grid. */
const CELL_MM = 2;
/** The film's colour where it is thin and where it is deep: paler the deeper, in grey too. */
const THIN = [150, 120, 82] as const;
const DEEP = [246, 234, 205] as const;
/** As deep as this it is as pale as it gets, mm. */
const PALE_MM = 2.2;
/** Thinner than this the pan shows, mm. */
const BARE_MM = 0.1;
/** From here on it hides the pan, mm: its edge is soft to the eye. */
const EDGE_MM = 0.3;
const FULL = 255;

/** Beside the pan, and beyond the picture, nothing lies. */
const over = (depthMm: number | undefined): number => (depthMm !== undefined && depthMm > 0 ? depthMm : 0);

/** Draws a film with light and shade. */
export function drawFilm(context: CanvasRenderingContext2D, frame: Frame | null): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  if (!frame || frame.columns !== width) return;
  const { depthMm, columns } = frame;
  const image = context.createImageData(columns, columns);
  const { data } = image;
  // sixteen thousand cells a frame: plain sums, and no call but a root
  const perMm = STEEPER / (2 * CELL_MM);
  for (let i = 0, at = 0; i < depthMm.length; i++, at += 4) {
    const depth = depthMm[i]!;
    if (depth < BARE_MM / 2) continue;
    const slopeX = (over(depthMm[i + 1]) - over(depthMm[i - 1])) * perMm;
    const slopeY = (over(depthMm[i + columns]) - over(depthMm[i - columns])) * perMm;
    const length = Math.sqrt(slopeX * slopeX + slopeY * slopeY + 1);
    const lit = Math.max(0, (-slopeX * LIGHT[0] - slopeY * LIGHT[1] + LIGHT[2]) / length);
    const pale = Math.min(1, depth / PALE_MM);
    const shade = 0.55 + 0.6 * lit;
    // a picture's bytes hold what fits into them
    data[at] = (THIN[0] + pale * (DEEP[0] - THIN[0])) * shade;
    data[at + 1] = (THIN[1] + pale * (DEEP[1] - THIN[1])) * shade;
    data[at + 2] = (THIN[2] + pale * (DEEP[2] - THIN[2])) * shade;
    data[at + 3] = (FULL * (depth - BARE_MM / 2)) / (EDGE_MM - BARE_MM / 2);
  }
  context.putImageData(image, 0, 0);
}
