export { dialShare } from './dial.ts';
export { gust } from './gust.ts';
export type { TrueBurner } from './fire.ts';
export { TruePlate, type Draws, type TruePlateFaults } from './plate.ts';
