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

/** Draws a film with light and shade. */
export function drawFilm(context: CanvasRenderingContext2D, frame: Frame | null): void {
  const { width, height } = context.canvas;
  context.clearRect(0, 0, width, height);
  if (!frame || frame.columns !== width) return;
  const { depthMm, columns } = frame;
  const image = context.createImageData(columns, columns);
  const depthAt = (i: number) => Math.max(0, depthMm[i] ?? 0);
  for (let i = 0; i < depthMm.length; i++) {
    const depth = depthMm[i]!;
    if (depth < BARE_MM / 2) continue;
    const slopeX = ((depthAt(i + 1) - depthAt(i - 1)) * STEEPER) / (2 * CELL_MM);
    const slopeY = ((depthAt(i + columns) - depthAt(i - columns)) * STEEPER) / (2 * CELL_MM);
    const length = Math.hypot(slopeX, slopeY, 1);
    const lit = Math.max(0, (-slopeX * LIGHT[0] - slopeY * LIGHT[1] + LIGHT[2]) / length);
    const pale = Math.min(1, depth / PALE_MM);
    const shade = 0.55 + 0.6 * lit;
    for (let c = 0; c < 3; c++)
      image.data[4 * i + c] = Math.min(FULL, (THIN[c]! + pale * (DEEP[c]! - THIN[c]!)) * shade);
    image.data[4 * i + 3] = FULL * Math.min(1, (depth - BARE_MM / 2) / (EDGE_MM - BARE_MM / 2));
  }
  context.putImageData(image, 0, 0);
}
