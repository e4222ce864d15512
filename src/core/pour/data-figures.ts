/**
 * Figures that a bottle draws in lines, as a reader sees them: strokes of points on a grid of 4 by 6, from the lower left.
 * Our own, plain capitals and four shapes.
 */
const STROKES = {
  A: '0,0 2,6 4,0|0.7,2 3.3,2',
  B: '0,0 0,6 2.6,6 3.6,5.2 3.6,4 2.6,3.2 0,3.2|2.6,3.2 4,2.4 4,0.9 2.8,0 0,0',
  C: '4,4.8 2.8,6 1.2,6 0,4.8 0,1.2 1.2,0 2.8,0 4,1.2',
  D: '0,0 0,6 2.2,6 4,4.4 4,1.6 2.2,0 0,0',
  E: '4,6 0,6 0,0 4,0|0,3 3,3',
  F: '4,6 0,6 0,0|0,3 3,3',
  G: '4,4.8 2.8,6 1.2,6 0,4.8 0,1.2 1.2,0 2.8,0 4,1.2 4,2.8 2.4,2.8',
  H: '0,0 0,6|4,0 4,6|0,3 4,3',
  I: '2,0 2,6',
  J: '0,1.4 1,0 2.6,0 3.6,1.2 3.6,6',
  K: '0,0 0,6|4,6 0,2.6|1.2,3.6 4,0',
  L: '0,6 0,0 4,0',
  M: '0,0 0,6 2,2.6 4,6 4,0',
  N: '0,0 0,6 4,0 4,6',
  O: '1.2,0 0,1.2 0,4.8 1.2,6 2.8,6 4,4.8 4,1.2 2.8,0 1.2,0',
  P: '0,0 0,6 2.8,6 4,5.1 4,3.7 2.8,2.8 0,2.8',
  Q: '1.2,0 0,1.2 0,4.8 1.2,6 2.8,6 4,4.8 4,1.2 2.8,0 1.2,0|2.6,1.4 4,0',
  R: '0,0 0,6 2.8,6 4,5.1 4,3.7 2.8,2.8 0,2.8|2,2.8 4,0',
  S: '3.8,5 2.7,6 1.2,6 0.2,5 0.4,3.8 3.6,2.4 3.8,1.1 2.7,0 1.2,0 0.2,1',
  T: '0,6 4,6|2,6 2,0',
  U: '0,6 0,1.2 1.2,0 2.8,0 4,1.2 4,6',
  V: '0,6 2,0 4,6',
  W: '0,6 1,0 2,3.6 3,0 4,6',
  X: '0,0 4,6|0,6 4,0',
  Y: '0,6 2,3 4,6|2,3 2,0',
  Z: '0,6 4,6 0,0 4,0',
  heart: '2,0.6 0,3.4 0,4.6 0.8,5.4 1.5,5.2 2,4.4 2.5,5.2 3.2,5.4 4,4.6 4,3.4 2,0.6',
  star: '2,5.6 2.6,3.7 4,3.7 2.9,2.5 3.3,0.6 2,1.8 0.7,0.6 1.1,2.5 0,3.7 1.4,3.7 2,5.6',
  ring: '2,1 0.6,1.6 0,3 0.6,4.4 2,5 3.4,4.4 4,3 3.4,1.6 2,1',
  smile: '0,2.6 0.7,1.3 2,0.8 3.3,1.3 4,2.6|1.1,4.6 1.1,5.1|2.9,4.6 2.9,5.1',
} as const;

export type FigureName = keyof typeof STROKES;
export const FIGURE_NAMES = Object.keys(STROKES) as [FigureName, ...FigureName[]];

/** Lines of a figure: points in shares of its height, x to the right and y up. */
export type Strokes = readonly (readonly (readonly [number, number])[])[];

const GRID_HIGH = 6; // Definition.

/** The lines of a figure, one high from its grid's foot. */
export function strokesOf(name: FigureName): Strokes {
  return STROKES[name].split('|').map((stroke) =>
    stroke.split(' ').map((point) => {
      const [x = 0, y = 0] = point.split(',').map(Number);
      return [x / GRID_HIGH, y / GRID_HIGH] as const;
    }),
  );
}
