export { unrecordedWindows } from './advice-shown.ts';
export { allIsOff, pinsAfter, unrecordedLearning } from './learned.ts';
