export { lotAmounts, lotVolumeMl, mixedVolumeMl, plannedLot, sharesOf, stillBack } from './amounts.ts';
export { lotConsistency, lotDensityKgM3, lotDose } from './consistency.ts';
export { lotRest, lotTemperature, OUT_BEFORE_MIN } from './resting.ts';
