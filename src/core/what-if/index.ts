export { type CookMoment, cookStrip, type CookStrip } from './appearance-strip.ts';
export { type PourEffect, pourEffects, type PourEffects } from './consistency-and-warmth.ts';
export { wishedPlaces } from './even-places.ts';
export { type FirstSide, nextFirstSide, pourMoment, type PourMoment } from './first-side.ts';
export { fruitEffects, type FruitEffects } from './fruit.ts';
export { type PortionStep, portionSteps } from './portion-sizes.ts';
export { discNow, type PourWish, volumeFor, wishKind } from './volume-for.ts';
