export const FRUIT_CUTS = ['berry', 'slice'] as const;
export type FruitCut = (typeof FRUIT_CUTS)[number];

/** What one weighs, g: a berry or a small cut; a slice of banana 5 mm thick (FDC: a slice of 3 mm from 2 g). Common practice, no source. */
export const FRUIT_G: Record<FruitCut, number> = { berry: 1.5, slice: 4 };
/** Room that one wants on a face, cm². Assumed. */
const ROOM_CM2: Record<FruitCut, number> = { berry: 6, slice: 14 };

/** Fruit counted onto pieces: as many on each as come out even, and one more on so many of them. */
export interface FruitShares {
  readonly each: number;
  readonly over: number;
  /** Most that may lie on a piece before it tears at the flip: by the room that each wants. Common practice, no source. */
  readonly most: number;
}

/** Equal shares of so many berries or slices on so many pieces of a diameter. @throws RangeError for no pieces */
export function fruitShares(count: number, pieces: number, diameterMm: number, cut: FruitCut = 'berry'): FruitShares {
  if (pieces < 1) throw new RangeError('There are no pieces to share the fruit on.');
  const each = Math.floor(count / pieces);
  const areaCm2 = (Math.PI * (diameterMm / 10) ** 2) / 4;
  return { each, over: count - each * pieces, most: Math.max(1, Math.floor(areaCm2 / ROOM_CM2[cut])) };
}
