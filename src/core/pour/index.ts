export { filmDisc, slumpDisc, type Disc } from './disc.ts';
export { LADLES, nearestLadles, type Ladle } from './ladles.ts';
export { GAP_MM, MARGIN_MM, placesOn, type Place } from './layout.ts';
