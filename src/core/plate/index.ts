export { fieldSolver, plateGrid, storedJ, type FieldEnergy, type FieldStep, type PlateGrid } from './field.ts';
export { heated, lossW, steadyC, zoneThermal, type ZoneThermal } from './heat-balance.ts';
export { METAL, arealHeatCapacityJm2K, type Metal } from './metal.ts';
export { markForPower, powerAtMark, preheatPlan, type PreheatPlan } from './preheat.ts';
export { StationBodySchema, zoneAreaM2, type Dial, type StationBody, type Zone } from './station.ts';
export { trackAt, zoneTrack, type BurnerTurn, type FoodLoad, type ZoneTrack } from './track.ts';
