export { BurnerSchema, REACHES_PLATE, SOURCES, type Burner, type Source } from './burner.ts';
export { USUAL_SWING_C, cyclingSdC, markForTemperature, markName, marksOf, setpointC, type Dial } from './dial.ts';
export { USUAL_GUN_EMISSIVITY, faceEmissivity, infraredShownC, infraredTrueC } from './face.ts';
export { fieldSolver, plateGrid, storedJ, type PlateGrid } from './field.ts';
export {
  betweenZonesWK,
  degreesPerLnGain,
  timeConstantS,
  heated,
  lossW,
  steadyC,
  zoneThermal,
  type ZoneThermal,
} from './heat-balance.ts';
export type { Stove, SurfaceProbe } from './instruments.ts';
export {
  BUTTER_BLACKENS_C,
  CEILING_MARGIN_C,
  FAT_LIMIT_C,
  OVER_BATTER_C,
  SMOKE_POINT,
  ceilingC,
  type SmokeFat,
} from './limits.ts';
export { METAL, arealHeatCapacityJm2K, type Metal } from './metal.ts';
export { burnerPattern } from './pattern.ts';
export { UNREAD_LN_POWER_SD, UNREAD_THERMOSTAT_SD_C, powerShare, turnSdLn } from './dial-curve.ts';
export {
  dialCurve,
  holdingMark,
  isThin,
  markForPower,
  powerAtMark,
  settlesAtC,
  waitingMark,
  workingMark,
  type BurnerBelief,
  type FoodTaken,
  type HeatLimits,
} from './preheat.ts';
export { preheatPlan, type PreheatPlan } from './boost.ts';
export {
  BUTTER_SIGNS,
  DROP_SIGNS,
  HEAT_READINGS,
  CalibrationReadingSchema,
  INFRARED_SD_C,
  PROBE_SD_C,
  SMOKE_FATS,
  SpotSchema,
  SurfaceCSchema,
  UNDERSIDES,
  readingFault,
  type HeatMethod,
  type HeatReading,
  type ReadingFault,
  type SpotOnPlate,
} from './reading.ts';
export { plateRecord, type PlateRecord, type RecordedFood, type RecordedStretch } from './record.ts';
export { plateSimulator, type PlateTruth } from './simulator.ts';
export {
  COATINGS,
  METALS,
  StationBodySchema,
  ZoneSchema,
  cellMiddle,
  plateSizeMm,
  stationFault,
  zoneAreaM2,
  zoneAt,
  zoneMiddle,
  type StationBody,
  type StationFault,
  type Zone,
} from './station.ts';
export { besideZoneC, hottestSpot, patternOf, steadyPattern } from './steady-pattern.ts';
export { plateTracks, roughAt, shareAt, trackAt, zoneTrack, type ZoneTrack } from './track.ts';
export { type FoodLoad, type PlateHistory } from './track-steps.ts';
