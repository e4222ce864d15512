export { gasLeft, type GasLeft, type GasOf, type RiseAgent } from './gas-left.ts';
export { LOOKS, type Look } from './looks.ts';
export { FRIDGE_C, USUAL_CLIMATE, ageingRate, counterAgeMin, type Climate, type Stay } from './place.ts';
export { lotTemperatureC, warmingMin } from './temperature.ts';
export { restPhase, restWindow, type RestPhase, type RestWindow } from './window.ts';
