export { filmDisc, slumpDisc, type Disc } from './disc.ts';
export { fruitShares } from './fruit.ts';
export { LADLES, nearestLadles } from './ladles.ts';
export { OwnLadleSchema, ladleVolume, type OwnLadle } from './own-ladle.ts';
export { GAP_MM, MARGIN_MM, marked, placesFault, placesOn, type LayoutWish, type Place } from './layout.ts';
