import type { FruitCut } from '#core/pour';
import type { Fruit } from './column.ts';

/** Fruit counted onto a piece. */
export interface FruitOnPiece {
  readonly count: number;
  /** A berry is a lump; a slice lies flat. */
  readonly cut: FruitCut;
  readonly eachG: number;
  readonly frozen: boolean;
  /** Area of the piece, m². */
  readonly areaM2: number;
}

const FRUIT_KG_M3 = 1000; // near water. Assumed.
const BATTER_WMK = 0.5; // as the wet batter around it. Assumed.
const ICE_SHARE = 0.85; // berries are so much water; handbook order. From memory.
const FROZEN_C = -18; // Assumed.
/** A berry draws on the batter out to twice its own radius. Assumed. */
const REACH = 2;

/** A slice is so thick, m. Common practice, no source. */
const SLICE_M = 0.005;

/**
 * The batter about the fruit: what share of the piece it is, and the fruit as a lump in it. A sphere in still batter takes
 * heat at k/r over its own surface (Nu = 2); a slice takes it through its lower face, over half its thickness.
 */
export function fruitIn(
  { count, cut, eachG, frozen, areaM2 }: FruitOnPiece,
  roomC: number,
): { share: number; fruit: Fruit } {
  const kg = eachG / 1000;
  const { reachM2, wattsPerK } = cut === 'slice' ? flat(kg) : lump(kg);
  const kgM2 = kg / reachM2;
  return {
    share: Math.min(1, (count * reachM2) / areaM2),
    fruit: {
      kgM2,
      conductanceWm2K: wattsPerK / reachM2,
      tempC: frozen ? FROZEN_C : roomC,
      iceKgM2: frozen ? ICE_SHARE * kgM2 : 0,
    },
  };
}

function lump(kg: number) {
  const radiusM = Math.cbrt((3 * kg) / (4 * Math.PI * FRUIT_KG_M3));
  return { reachM2: Math.PI * (REACH * radiusM) ** 2, wattsPerK: (BATTER_WMK / radiusM) * 4 * Math.PI * radiusM ** 2 };
}

function flat(kg: number) {
  const faceM2 = kg / (FRUIT_KG_M3 * SLICE_M);
  const radiusM = Math.sqrt(faceM2 / Math.PI);
  return { reachM2: Math.PI * (radiusM + SLICE_M) ** 2, wattsPerK: (BATTER_WMK / (SLICE_M / 2)) * faceM2 };
}
