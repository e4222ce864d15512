/** Fruit counted onto pieces: as many on each as come out even, and what is left over. */
export interface FruitShares {
  readonly each: number;
  readonly over: number;
  /** Most that may lie on a piece before it tears at the flip: one to about six square centimetres. Common practice, no source. */
  readonly most: number;
}

/** Room that a berry wants on a face, cm². Assumed. */
const CM2_A_BERRY = 6;

/** Equal shares of so many berries or slices on so many pieces of a diameter. @throws RangeError for no pieces */
export function fruitShares(count: number, pieces: number, diameterMm: number): FruitShares {
  if (pieces < 1) throw new RangeError('There are no pieces to share the fruit on.');
  const each = Math.floor(count / pieces);
  const areaCm2 = (Math.PI * (diameterMm / 10) ** 2) / 4;
  return { each, over: count - each * pieces, most: Math.max(1, Math.floor(areaCm2 / CM2_A_BERRY)) };
}
