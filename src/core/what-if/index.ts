export { cookStrip, type CookStrip } from './appearance-strip.ts';
export { pourEffects, type PourEffects } from './consistency-and-warmth.ts';
export { wishedPlaces } from './even-places.ts';
export { type FirstSide, nextFirstSide, pourMoment, type PourMoment } from './first-side.ts';
export { fruitEffects, type FruitEffects } from './fruit.ts';
export { type PortionStep, portionSteps } from './portion-sizes.ts';
export { discNow, volumeFor, wishKind } from './volume-for.ts';
