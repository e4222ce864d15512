import type * as v from 'valibot';
import type { DataSource } from 'typeorm';
import { CURRENT_VERSION, payloadSchemas, type EventEnvelope, type EventKind } from '#core/run';
import type { AcceptedEvents, NewEvents } from '#contract';
import { inKitchen, prepared } from '../../database.ts';
import { conflict, forbidden, notFound, notSignedIn, tooLarge, type RequestError } from '../../errors.ts';
import type { Live } from '../../plugins/live.ts';
import { check } from '../../plugins/routes.ts';
import { MOST, shapeFault } from '../../plugins/shape.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { PersonEntity } from '../people/entity.ts';
import type { Summaries } from './summaries.ts';

/**
 * Appends events under a lock on the run's row, which gives them their order. Events already stored are answered as they
 * stand; a body with one bad event stores nothing.
 */
export async function appendEvents(
  source: DataSource,
  live: Live,
  session: KnownSession,
  runId: string,
  { events, by }: NewEvents,
  grown: Summaries['grown'],
): Promise<AcceptedEvents> {
  if (by !== undefined && by !== session.personId) throw otherPerson();
  checkPayloads(events);
  if (events.some(({ madeBy }) => madeBy !== undefined)) await mustKnowMakers(source, session, events);
  const values = appendValues(session, runId, events);
  const [row] = await prepared<Appended>(source, 'append', APPEND, values).catch(atTheDoor);
  if (!row) throw notFound('This run', 'runId');
  const accepted = answerOf(events, row);
  live.announce(runId, Math.max(...accepted.map((event) => event.seq)));
  grown(runId, session.kitchenId);
  return { events: accepted };
}

/** @throws RequestError 400 for an event that is handed on in the name of someone who is not of this kitchen */
async function mustKnowMakers(
  source: DataSource,
  session: KnownSession,
  events: readonly EventEnvelope[],
): Promise<void> {
  const known = await inKitchen(source, session.kitchenId, (manager) =>
    manager.find(PersonEntity, { select: { id: true } }),
  );
  const ids = new Set(known.map(({ id }) => id));
  const index = events.findIndex(({ madeBy }) => madeBy !== undefined && !ids.has(madeBy));
  if (index >= 0) throw notFound('Who made this', `events[${index}].madeBy`);
}

function otherPerson(): RequestError {
  return conflict(
    'otherPerson',
    'Someone else has signed in in this browser.',
    'by',
    'What was tapped before waits for who tapped it, or is handed on with both names.',
  );
}

/** Payloads of kinds and versions this server knows must fit; newer ones are kept unread. */
export function checkPayloads(events: readonly EventEnvelope[]): void {
  events.forEach((event, index) => {
    if (shapeFault(event.payload, MOST.valuesInEvent)) throw tooLarge(`events[${index}].payload`);
    if (!Object.hasOwn(payloadSchemas, event.kind) || event.v > CURRENT_VERSION) return;
    check(payloadSchemas[event.kind as EventKind] as v.GenericSchema, event.payload, `events[${index}].payload`);
  });
}

/** Under a lock on the run's row; events already stored come back as they stand. */
export const APPEND = 'SELECT * FROM append_events($1, $2, $3)';

/** What the statement refuses, by its own codes. */
const REFUSALS: Readonly<Record<string, () => RequestError>> = {
  BB401: notSignedIn,
  BB403: () => forbidden('You may look, but not change anything.'),
  BB413: () => conflict('logFull', 'The log of this run is full.', 'runId', 'Finish it and make a new run.'),
  BB414: () =>
    conflict(
      'kitchenFull',
      'The logs of this kitchen are full.',
      'runId',
      'Save all of it on the Kitchen page, and go on in a new kitchen.',
    ),
};

/** @throws RequestError 401, 403 or 409 for what the statement itself refused */
export function atTheDoor(error: { readonly code?: string }): never {
  throw REFUSALS[error.code ?? '']?.() ?? error;
}

interface Appended {
  readonly first_seq: number | null;
  readonly person_id: string | null;
  /** All of the events as they stand, when one of them was stored before. */
  readonly stored: AcceptedEvents['events'] | null;
}

export function appendValues(session: KnownSession, runId: string, events: readonly EventEnvelope[]): unknown[] {
  return [session.tokenHash, runId, JSON.stringify(events)];
}

function answerOf(
  events: readonly EventEnvelope[],
  { first_seq, person_id, stored }: Appended,
): AcceptedEvents['events'] {
  return (
    stored ??
    events.map(({ madeBy, ...event }, index) => ({
      ...event,
      ...(madeBy === undefined || madeBy === person_id ? {} : { madeBy }),
      seq: first_seq! + index,
      personId: person_id,
    }))
  );
}
