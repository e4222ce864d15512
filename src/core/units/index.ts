export { G_PER, fromG, toG, type MassUnit } from './mass.ts';
export { ML_PER, fromMl, toMl, type VolumeUnit } from './volume.ts';
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
  kitchenMeasureToMl,
  toKitchenMeasure,
  type KitchenMeasure,
  type MeasureSystem,
} from './kitchen-measure.ts';
export { pressureAtAltitudePa } from './pressure.ts';
