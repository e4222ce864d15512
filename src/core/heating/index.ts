export { type Lighting, whichBurner } from './burner-assignment.ts';
export { dialAdviceOf } from './dial-advice.ts';
export { canStandAside, dialMarkOf, dialTurns } from './dial-turns.ts';
export { whereToRead } from './next-reading.ts';
export { type Recovery, recoveryOf } from './recovery.ts';
export { type PairFigures, stationFigures, type StationFigures } from './station-figures.ts';
export { hottestWantedC, placeFitness, type PlaceFitness, wantedSurfaceC } from './target-surface.ts';
export {
  burnerBefore,
  emptyMark,
  heatAlarm,
  type HeatAlarm,
  isThinZone,
  limitsOf,
  markHolding,
  preheatOf,
  steadyMark,
  type SurfaceBasis,
  usualFoodW,
  zoneHeat,
  type ZoneHeat,
  zonePreheat,
} from './zone-heat.ts';
export { comesByItself, mayPass, NEAR_C } from './zone-rise.ts';
