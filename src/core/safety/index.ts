export { CAUTIONS, type CautionId, type CautionStage } from './cautions.ts';
export { exposureOf, type Exposure, type Stretch } from './exposure.ts';
export { COOL_WITHIN_MIN, EGG_DISH_DONE_C, RULE_SETS, RuleSetSchema, outLimitMin, type RuleSet } from './rules.ts';
export { plateCautions, type PlateCaution } from './plate-cautions.ts';
