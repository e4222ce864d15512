export { CAUTIONS, type CautionStage } from './cautions.ts';
export { exposureOf, type Exposure, type Stretch } from './exposure.ts';
export { COOL_WITHIN_MIN, RULE_SETS, RuleSetSchema, outLimitMin, type RuleSet } from './rules.ts';
export { plateCautions } from './plate-cautions.ts';
