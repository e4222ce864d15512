export { batterLeft, lotLeft, poursOf } from './left.ts';
export { balancedTemperatureC, mixedTemperatureC } from './mixed-temperature.ts';
export { lotAmounts, mixedVolumeMl, plannedLot, sharesOf, stillBack } from './amounts.ts';
export { lotConsistency, lotDensityKgM3, lotDose, thinnedBy, thinningFor } from './consistency.ts';
export { lotProportions } from './share-left.ts';
export { lotRest, lotTemperature, OUT_BEFORE_MIN } from './resting.ts';
