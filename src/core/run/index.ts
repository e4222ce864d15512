export { runNowMs } from './clock.ts';
export {
  BriefSchema,
  CURRENT_VERSION,
  EVENT_KINDS,
  EventEnvelopeSchema,
  PAYLOADS,
  runTimeMs,
  type Brief,
  type BriefItem,
  type EventEnvelope,
  type EventKind,
  type Payload,
  type RunEvent,
  type StoredEvent,
} from './events.ts';
export { fold } from './fold.ts';
export { MODEL_VERSION, PinsSchema, larderOf, pinnedFormula, pinnedStation, type Pins } from './pins.ts';
export {
  placeKey,
  zoneKey,
  type Clash,
  type Fate,
  type Lot,
  type Piece,
  type Reading,
  type Refusal,
  type RefusalReason,
  type RehearsalClock,
  type RunState,
  type Shown,
  type Tap,
  type ZoneState,
} from './state.ts';
export { upcast } from './upcast.ts';
