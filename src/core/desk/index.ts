export { runAllergens, type RunAllergens } from './allergens.ts';
export {
  bodyInRun,
  briefPanfuls,
  discInRun,
  discOn,
  firstZoneOf,
  formulaOf,
  lotFor,
  placesIn,
  portionMl,
  stationOf,
} from './batter-run.ts';
export { calibrationPins } from './calibration-pins.ts';
export { forecast, type Forecast } from './forecast.ts';
export type { ForecastWindow, PieceForecast } from './piece-forecast.ts';
export { tableFor, type TableCache } from './tables.ts';
export type { ZoneForecast } from './zone-forecast.ts';
export { heatAlarm, markHolding, preheatOf, type HeatAlarm, type SurfaceBasis, type ZoneHeat } from './heat.ts';
export { stationNow, zoneOf } from './station-now.ts';
export { surfaceModel, type SurfaceModel } from './surface-model.ts';
export type { ReadingSaid, ZoneBelief } from './zone-belief.ts';
export { placeOf } from './zone-sightings.ts';
export { asAssumed, assumedDeeds, type AssumedDeed } from './assumed.ts';
export { remedyFor, type Remedy } from './remedy.ts';
export { rhythmS } from './rhythm.ts';
export { nextHands, piecesLeft, type Hand, type Sign } from './next-hands.ts';
export { planRun, type RunPlan } from './plan-run.ts';
export { unrecordedWindows } from './shown.ts';
export { allIsOff, pinsAfter, unrecordedLearning } from './learned.ts';
export { nextMoment } from './next-moment.ts';
export { lotAmounts, lotVolumeMl, mixedVolumeMl, plannedLot, sharesOf, stillBack } from './lot-amounts.ts';
export { lotBelief, lotConsistency, lotDensityKgM3, lotDose, mainOf, type LotDose } from './lot-consistency.ts';
export { OUT_BEFORE_MIN, lotAgeMin, lotRest, lotTemperature, staysOf, type LotRest } from './lot-rest.ts';
export { discFrom, pieceInput } from './piece-input.ts';
export { morningTasks, type MorningTask, type TaskKind } from './morning-tasks.ts';
export { pourEffects, type PourEffect, type PourEffects } from './pour-effect.ts';
export { plateMap, type PlateMap } from './plate-map.ts';
export {
  stationFigures,
  type DialAdvice,
  type DialPoint,
  type PairFigures,
  type StationFigures,
} from './station-figures.ts';
export { whereToRead } from './where-to-read.ts';
export { whichBurner, type Lighting } from './which-burner.ts';
export { discNow, volumeFor, wishKind, type PourWish } from './wished-pour.ts';
export { recoveryOf, type Recovery } from './recovery.ts';
export { fatAsked, fatFails, type FatAsked } from './fat-due.ts';
export { judgementAsked, type Judgement } from './judgements.ts';
export { heatSteps, type HeatStep, type HeatWhy } from './heat-steps.ts';
export { lookAsked, promptsNow, type Look, type Prompt } from './prompts.ts';
export { wishedPlaces } from './even-places.ts';
export { portionSteps, type PortionStep } from './portion-steps.ts';
export { COOKED_FAULTS, asCooked, cookedPiece, liftedOf, type CookedFault, type CookedPiece } from './as-cooked.ts';
export { looksBeneath, type LookBeneath } from './looks-beneath.ts';
export { fruitEffects, type FruitEffects } from './fruit-effects.ts';
export { cookStrip, type CookMoment, type CookStrip } from './cook-strip.ts';
export { nextFirstSide, pourMoment, type FirstSide, type PourMoment } from './first-side.ts';
export { canStandAside, dialMarkOf, dialTurns } from './dial-turns.ts';
export type { BriefFault } from './brief-faults.ts';
