export { ApiErrorSchema, type ApiError } from './errors.ts';
export * from './library.ts';
export { setWording } from './wording.ts';
export { KITCHEN_FACTS, pinnedFacts, RULE_CHOICES, KitchenFactsSchema, type KitchenFacts } from './kitchen.ts';
export { tidyName } from './names.ts';
export * from './people.ts';
export {
  AcceptedEventsSchema,
  AfterSeqSchema,
  MAX_EVENTS_PER_POST,
  NewEventsSchema,
  NewRunSchema,
  NoteSchema,
  RunParamsSchema,
  RunSchema,
  RunSummarySchema,
  RunWithEventsSchema,
  RUNS_PAGE,
  RunsQuerySchema,
  StoredEventSchema,
  placeAfter,
  type AcceptedEvents,
  type NewEvents,
  type NewRun,
  type Note,
  type Run,
  type RunSummary,
  type RunWithEvents,
  type RunsQuery,
} from './runs.ts';
