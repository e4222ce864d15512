export {
  hiddenKitchen,
  simulatedProbe,
  trueSurface,
  trueTimeline,
  trulyCooked,
  type HiddenKitchen,
  type TrueTables,
} from './hidden-kitchen.ts';
export { normal, seedFrom, seeded } from './random.ts';
export { cookThrough, type SimulatedCook } from './hands.ts';
export {
  PLATE_SPREAD,
  hiddenPlate,
  hiddenPlateAt,
  probeShows,
  type PlateSpread,
  type PlateTurns,
} from './hidden-plate.ts';
