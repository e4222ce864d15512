export { dialShare, type TrueDial } from './dial.ts';
export { gust } from './gust.ts';
export { TruePlate, type TrueBurner, type TruePlateFaults } from './plate.ts';
