export { belief, flipSpreadS, paceOf, type Belief } from './belief.ts';
export { cueSdLn } from './cue-spread.ts';
export { batterWeights, type Posterior } from './grid.ts';
export {
  aged,
  openPrior,
  priorPosterior,
  withCue,
  withBatter,
  withSurface,
  withUnderside,
  type Expected,
} from './posterior.ts';
export { PRIOR_SD, batterOf, fadedBatter, fadedEstimate, type BatterKnown, type Estimate } from './batter-prior.ts';
export { MORNINGS_SD_C, unreadSdC, calibrated, type CalibrationReading, type PairCalibration } from './calibration.ts';
export { contradictions } from './contradictions.ts';
export { says, type Says } from './says.ts';
export { type Prior } from './prior.ts';
export { likelihoodOf, weigh, writtenOut, type Observation, type Weighed } from './observations.ts';
export { ownLnTime, type OwnCue } from './own-pace.ts';
export { atWork, spotField, spotSpreadC } from './spots.ts';
export { surfaceLikelihood, type PlateReading } from './surface-likelihood.ts';
export { colourTimes, lightnessAfter, timeToLightness, type Underside } from './underside.ts';
export { secondSides, type SecondSideSeen, type SecondSides } from './second-sides.ts';
export { NO_COLOUR_SEEN, USUALLY_AT, surestFlip, type ColourSeen, type SurestFlip } from './surest-flip.ts';
export { surestLift } from './surest-lift.ts';
export { rowWeight, withNotYet, withUnpromptedFlip, withTurn } from './turns.ts';
