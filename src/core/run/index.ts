export { runNowMs } from './clock.ts';
export {
  CURRENT_VERSION,
  EventEnvelopeSchema,
  runTimeMs,
  type EventEnvelope,
  type RunEvent,
  type StoredEvent,
} from './events.ts';
export {
  EVENT_KINDS,
  FILM_PAS,
  payloadSchemas,
  type Brief,
  type BriefItem,
  type EventKind,
  type Payload,
} from './payloads.ts';
export { fold } from './fold.ts';
export { Folding } from './folding.ts';
export {
  MODEL_VERSION,
  PinsSchema,
  climateOf,
  larderOf,
  pinnedFormula,
  pinnedStation,
  rulesOf,
  type Pins,
} from './pins.ts';
export { isMixed, lotInUse, lotKey, lotsOf, withDoses, type Lot } from './lot-state.ts';
export {
  onStation,
  placeKey,
  zoneKey,
  type Clash,
  type FilmShown,
  type LaidPlace,
  type Piece,
  type Reading,
  type RunState,
  type Shown,
  type Tap,
  type BurnerTurned,
  type ZoneState,
} from './state.ts';
export { eventAtFault } from './event-at-fault.ts';
export { freshPiece } from './fresh-piece.ts';
export { pieceIn, piecesOnPlates } from './piece-in.ts';
