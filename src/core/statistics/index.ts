export { normalCdf } from './normal-cdf.ts';
export { normal, seedFrom, seeded } from './random.ts';
