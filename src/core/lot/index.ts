export { lotAmounts, lotVolumeMl, mixedVolumeMl, plannedLot, sharesOf, stillBack } from './amounts.ts';
export { lotBelief, lotConsistency, lotDensityKgM3, lotDose, type LotDose, mainOf } from './consistency.ts';
export { lotAgeMin, lotRest, type LotRest, lotTemperature, OUT_BEFORE_MIN, staysOf } from './resting.ts';
