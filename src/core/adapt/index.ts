export {
  PRIOR_LN_FACTOR_SD,
  aged,
  belief,
  flipSpreadS,
  priorPosterior,
  withCue,
  withNotYet,
  withReading,
  type Belief,
  type Posterior,
} from './posterior.ts';
