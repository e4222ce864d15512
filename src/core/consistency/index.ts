export { USUAL_THIN_KG_M3, targetConsistency, filmCover, quantityOf } from './aim.ts';
export {
  PRIOR,
  consistencyAt,
  priorBelief,
  waterTo,
  withReading,
  type BatterMoment,
  type ConsistencyBelief,
} from './belief.ts';
export { doseTo, type Dose, type DoseFor } from './dose.ts';
export {
  DRAIN_CUPS,
  DRAIN_CUP_IDS,
  FITTED_WITH,
  FunnelSchema,
  fitFunnel,
  secondsFor,
  viscosityOfDrain,
  type Drain,
  type DrainCupId,
  type Funnel,
} from './drain.ts';
export { ConsistencyFault, interval90, type ConsistencyFaultCode, type Estimate, type Quantity } from './estimate.ts';
export { ConsistencyReadingSchema, estimateOf, type ConsistencyReading } from './reading.ts';
export { SPREAD_SHORTFALL, idealSlumpRadiusM, slumpYieldStressPa } from './slump.ts';
export { SPREAD_ERRORS, yieldStressOfSpread, type SpreadReading } from './spread-plate.ts';
export { TEXTURES, estimateOfTexture, textureOf, texturesOf, type Texture } from './textures.ts';
