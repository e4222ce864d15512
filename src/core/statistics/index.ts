export { normalCdf } from './normal-cdf.ts';
