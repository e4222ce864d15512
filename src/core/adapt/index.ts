export type { Posterior } from './grid.ts';
export {
  PRIOR_LN_FACTOR_SD,
  aged,
  belief,
  flipSpreadS,
  openPrior,
  priorPosterior,
  withCue,
  withNotYet,
  withSurface,
  type Belief,
  type Expected,
} from './posterior.ts';
export {
  MORNINGS_SD_C,
  UNREAD_SD_C,
  calibrated,
  type CalibrationReading,
  type PairCalibration,
} from './calibration.ts';
export {
  contradictions,
  says,
  surfaceSeen,
  weigh,
  type PlateSpots,
  type Says,
  type Sighting,
  type Weighed,
} from './sightings.ts';
export { spotField, spotSpreadC, type SpotGuess, type SpotReading } from './spots.ts';
export { surfaceLikelihood, type PlateReading, type SurfaceLikelihood } from './surface-likelihood.ts';
export { colourTimes, lightnessAfter, type Underside } from './underside.ts';
