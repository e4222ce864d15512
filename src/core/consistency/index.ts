export { USUAL_THIN_KG_M3, targetConsistency, quantityOf } from './aim.ts';
export {
  atWarmth,
  consistencyAt,
  handsOf,
  priorBelief,
  waterTo,
  withReading,
  type BatterMoment,
  type ConsistencyBelief,
  type ToldBy,
} from './belief.ts';
export { doseTo, type Dose } from './dose.ts';
export {
  DRAIN_CUPS,
  DRAIN_CUP_IDS,
  FunnelSchema,
  fitFunnel,
  secondsFor,
  viscosityOfDrain,
  type Drain,
  type DrainCupId,
  type Funnel,
} from './drain.ts';
export { ConsistencyFault, interval90, type Estimate } from './estimate.ts';
export { ConsistencyReadingSchema, estimateOf, type ConsistencyReading } from './reading.ts';
export { SPREAD_SHORTFALL, idealSlumpRadiusM, slumpYieldStressPa } from './slump.ts';
export { yieldStressOfSpread } from './spread-plate.ts';
export { TEXTURES, estimateOfTexture, textureOf, texturesOf, type Texture } from './textures.ts';
