export { gasLeft, type GasLeft } from './gas-left.ts';
export { LOOKS } from './looks.ts';
export { FRIDGE_C, USUAL_CLIMATE, ageingRate, counterAgeMin, type Climate, type Stay } from './place.ts';
export { lotTemperatureC, warmingMin } from './temperature.ts';
export { riseWindow, timesRisen, yeastGrowth, type Rising } from './yeast.ts';
export { restPhase, restWindow, type RestPhase, type RestWindow } from './window.ts';
