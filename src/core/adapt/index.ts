export { batterWeights, scaledToOne, type Posterior } from './grid.ts';
export {
  PRIOR_SD,
  UNKNOWN_BATTER,
  aged,
  belief,
  cueSdLn,
  flipSpreadS,
  openPrior,
  ownLnTime,
  paceOf,
  priorPosterior,
  withCue,
  withNotYet,
  withBatter,
  withSurface,
  withUnderside,
  type Belief,
  type Expected,
  type OwnCue,
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
  type NamedPrior,
  type PlateSpots,
  type Says,
  type Sighting,
  type Weighed,
} from './sightings.ts';
export { spotField, spotSpreadC, type SpotGuess, type SpotReading } from './spots.ts';
export { surfaceLikelihood, type PlateReading, type SurfaceLikelihood } from './surface-likelihood.ts';
export { colourTimes, lightnessAfter, type Underside } from './underside.ts';
