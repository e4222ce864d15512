export { COOKING_HEAT_J_PER_G, panfulLoad } from './food-load.ts';
export { placeOf, underPiece, underSecond } from './observations.ts';
export { plateMap, type PlateMap } from './plate-map.ts';
export { surfaceModel, type SurfaceModel } from './surface-model.ts';
export { unpromptedLifts } from './unprompted.ts';
export {
  atSpot,
  batterPrior,
  believedC,
  type ReadingSaid,
  withPooledBatter,
  zoneBelief,
  type ZoneBelief,
} from './zone-estimate.ts';
export { inUse, isDone, isUnproven, isWorked, lastClearMs, lyingFor, panfulSize, testLies } from './zone-use.ts';
