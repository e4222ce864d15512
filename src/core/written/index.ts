export { languageOf } from './languages/index.ts';
export { readNumber } from './read-number.ts';
export { saidAmount, saidVolumeMl } from './said-amount.ts';
export { isUneven, readUnit, type ReadUnit } from './read-unit.ts';
