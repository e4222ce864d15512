export {
  GAS_CONSTANT_J_MOLK,
  MS_PER_MIN,
  STANDARD_GRAVITY_MS2,
  STEFAN_BOLTZMANN_WM2K4,
  WATER_VAPOUR_J_KGK,
  Z_NINE_IN_TEN,
} from './constants.ts';
export { G_PER, fromG, toG } from './mass.ts';
export { ML_PER, fromMl, toMl } from './volume.ts';
export {
  KELVIN_AT_ZERO_C,
  celsiusToFahrenheit,
  celsiusToKelvin,
  differenceFromCelsius,
  fahrenheitToCelsius,
  fromCelsius,
  toCelsius,
  type TemperatureUnit,
} from './temperature.ts';
export {
  MEASURE_ML,
  MEASURE_SYSTEMS,
  kitchenMeasureMl,
  kitchenMeasures,
  type KitchenMeasure,
  type MeasureSystem,
} from './kitchen-measure.ts';
export { pressureAtAltitudePa } from './pressure.ts';
