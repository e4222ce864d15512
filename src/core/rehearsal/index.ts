export {
  PROBE_SD_C,
  hiddenKitchen,
  simulatedProbe,
  trueSurface,
  trueTimeline,
  type HiddenKitchen,
  type TrueTables,
} from './hidden-kitchen.ts';
export { normal, seedFrom, seeded } from './random.ts';
export { cookThrough, type SimulatedCook } from './hands.ts';
