export { filmDisc, slumpDisc, type Disc } from './disc.ts';
export { fruitShares, type FruitShares } from './fruit.ts';
export { LADLES, nearestLadles, type Ladle } from './ladles.ts';
export { OwnLadleSchema, ladleVolume, type LadleVolume, type OwnLadle } from './own-ladle.ts';
export { GAP_MM, MARGIN_MM, marked, placesFault, placesOn, type LayoutWish, type Place } from './layout.ts';
