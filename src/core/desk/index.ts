export { appearanceAt, type Appearance } from './appearance.ts';
export { runAllergens, type RunAllergens } from './allergens.ts';
export { bodyInRun, briefPanfuls, discOn, formulaOf, lotFor, placesFor, portionMl, stationOf } from './batter-run.ts';
export {
  forecast,
  tableFor,
  type Forecast,
  type ForecastWindow,
  type PieceForecast,
  type TableCache,
  type ZoneForecast,
} from './forecast.ts';
export { surfaceModel, usualFoodW, zonePreheat, type SurfaceBasis, type ZoneHeat } from './heat.ts';
export { nextHands, piecesLeft, type Hand } from './next-hands.ts';
export { planRun, type RunPlan } from './plan-run.ts';
export { unrecordedWindows } from './shown.ts';
export { nextMoment } from './next-moment.ts';
export { lotAmounts, lotVolumeMl, mixedVolumeMl, plannedLot, sharesOf, stillBack } from './lot-amounts.ts';
export { lotBelief, lotConsistency, lotDensityKgM3, lotDose, mainOf, type LotDose } from './lot-consistency.ts';
export { OUT_BEFORE_MIN, lotAgeMin, lotRest, lotTemperature, staysOf, type LotRest } from './lot-rest.ts';
export { discFrom, pieceInput } from './piece-input.ts';
export { morningTasks, type MorningTask, type TaskKind } from './morning-tasks.ts';
export { pourEffects, type PourEffect, type PourEffects } from './pour-effect.ts';
