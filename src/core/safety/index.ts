export { CAUTIONS, type CautionId, type CautionStage } from './cautions.ts';
export { COUNTER_RULES, EGG_DISH_DONE_C, counterLimitMin } from './rules.ts';
