export { appearanceAt, type Appearance } from './appearance.ts';
export { runAllergens, type RunAllergens } from './allergens.ts';
export {
  briefPanfuls,
  discOn,
  formulaOf,
  lotFor,
  lotVolumeMl,
  pieceInput,
  placesFor,
  portionMl,
  stationOf,
} from './batter-run.ts';
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
