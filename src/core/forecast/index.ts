export { asCooked, COOKED_FAULTS, type CookedFault, type CookedPiece, liftedOf } from './final-appearance.ts';
export { cueSpreads } from './cue-spreads.ts';
export { fitPlaces } from './fit-places.ts';
export { believedZones, forecast, type Forecast, secondSidesBy } from './forecast.ts';
export { discFrom, pieceInput, toldApart } from './piece-input.ts';
export { liftLearned, secondSidesSeen } from './second-side.ts';
export { liftPinned } from './target-colour.ts';
export { rowMadeAhead, tableFor, tableOf } from './timeline-cache.ts';
export { zoneForecast, type ZoneForecast } from './zone-forecast.ts';
