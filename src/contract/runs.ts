import * as v from 'valibot';
import { EventEnvelopeSchema, PinsSchema } from '#core/run';
import { TimeZoneSchema } from './time-zone.ts';

const Uuid = v.pipe(v.string(), v.uuid('This is not an id.'));

export const RunParamsSchema = v.object({ runId: Uuid });

export const NewRunSchema = v.object({
  /** Made by the client, so that sending it again makes no second run. */
  id: Uuid,
  name: v.pipe(v.string(), v.trim(), v.minLength(1, 'Give the run a name.'), v.maxLength(80)),
  timeZone: TimeZoneSchema,
  rehearsal: v.boolean(),
  /** Whose newest revisions the run pins. */
  formulaIds: v.pipe(v.array(Uuid), v.minLength(1, 'Choose at least one formula.'), v.maxLength(8)),
  stationIds: v.pipe(v.array(Uuid), v.minLength(1, 'Choose at least one station.'), v.maxLength(12)),
  /** The log's first events, the brief among them; stored together with the run or not at all. */
  events: v.pipe(v.array(EventEnvelopeSchema), v.minLength(1, 'A run begins with its brief.'), v.maxLength(50)),
});
export type NewRun = v.InferOutput<typeof NewRunSchema>;

export const StoredEventSchema = v.object({
  ...EventEnvelopeSchema.entries,
  seq: v.number(),
  personId: v.nullable(v.string()),
});

export const RunSchema = v.object({
  id: v.string(),
  name: v.string(),
  rehearsal: v.boolean(),
  /** Draws the hidden kitchen of a rehearsal. */
  seed: v.number(),
  createdAtMs: v.number(),
  pins: PinsSchema,
});
export type Run = v.InferOutput<typeof RunSchema>;

export const RunWithEventsSchema = v.object({ run: RunSchema, events: v.array(StoredEventSchema) });
export type RunWithEvents = v.InferOutput<typeof RunWithEventsSchema>;

export const RunSummarySchema = v.object({
  id: v.string(),
  name: v.string(),
  rehearsal: v.boolean(),
  serviceAtMs: v.nullable(v.number()),
  /** By what runs are ordered: their service, or when they were made. */
  orderedAtMs: v.number(),
  /** Still to be cooked: not over, and not left open long ago. */
  ahead: v.boolean(),
  pieces: v.number(),
  served: v.number(),
  poured: v.number(),
  finished: v.boolean(),
});
export type RunSummary = v.InferOutput<typeof RunSummarySchema>;

/** Runs told of at once. */
export const RUNS_PAGE = 50;

/** Which runs: those older than one that was told of, those with words in their name or their formulas'. */
export const RunsQuerySchema = v.object({
  before: v.optional(
    v.pipe(
      v.string(),
      v.regex(/^\d{1,16}(\.\d{1,6})?_[0-9a-f-]{36}$/, 'This is no place in the list.'),
      v.transform((text) => {
        const [orderedAtMs, id] = text.split('_') as [string, string];
        return { orderedAtMs: Number(orderedAtMs), id };
      }),
      v.object({ orderedAtMs: v.number(), id: Uuid }),
    ),
  ),
  words: v.optional(v.pipe(v.string(), v.trim(), v.maxLength(80))),
});
export type RunsQuery = v.InferOutput<typeof RunsQuerySchema>;

/** The place in the list after a run, as the query takes it. */
export function placeAfter({ orderedAtMs, id }: Pick<RunSummary, 'orderedAtMs' | 'id'>): string {
  return `${orderedAtMs}_${id}`;
}

export const MAX_EVENTS_PER_POST = 200;
export const NewEventsSchema = v.object({
  events: v.pipe(
    v.array(EventEnvelopeSchema),
    v.minLength(1, 'Send at least one event.'),
    v.maxLength(MAX_EVENTS_PER_POST, 'Send at most 200 events at a time.'),
  ),
  /** Who the device takes to be signed in; when it is another, nothing is stored under the wrong name. */
  by: v.optional(Uuid),
});
export type NewEvents = v.InferOutput<typeof NewEventsSchema>;

export const AcceptedEventsSchema = v.object({ events: v.array(StoredEventSchema) });
export type AcceptedEvents = v.InferOutput<typeof AcceptedEventsSchema>;

export const AfterSeqSchema = v.object({
  after: v.optional(v.pipe(v.string(), v.regex(/^\d{1,9}$/, 'This is a whole number.'), v.transform(Number)), '0'),
});

export const NoteSchema = v.object({
  runId: v.string(),
  runName: v.string(),
  text: v.string(),
  formulaId: v.nullable(v.string()),
  atMs: v.number(),
});
export type Note = v.InferOutput<typeof NoteSchema>;
