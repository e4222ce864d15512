import { Readable } from 'node:stream';
import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  AcceptedEventsSchema,
  NewEventsSchema,
  NewRunSchema,
  NoteSchema,
  RunParamsSchema,
  RunSchema,
  RunSummarySchema,
  RunsQuerySchema,
  RunWithEventsSchema,
  type AcceptedEvents,
  type Run,
} from '#contract';
import { Memo } from '#core/memo';
import type { Live } from '../../plugins/live.ts';
import { route } from '../../plugins/routes.ts';
import { appendEvents } from './append.ts';
import { createRun, listNotes, readRun } from './service.ts';
import { keepSummaries, listRuns } from './summaries.ts';

export function runRoutes(app: FastifyInstance, source: DataSource, live: Live): void {
  const summaries = keepSummaries(app, source);
  const memo = new Memo();
  route(app, {
    method: 'GET',
    url: '/api/runs',
    summary: 'Runs of the kitchen, the one a cook looks for first; then what is older, or found by words',
    query: RunsQuerySchema,
    response: v.array(RunSummarySchema),
    role: 'viewer',
    handler: async ({ session, query }) => listRuns(source, session, query, Date.now()),
  });
  route(app, {
    method: 'POST',
    url: '/api/runs',
    summary: 'Make a run with its brief',
    body: NewRunSchema,
    response: RunSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => createRun(source, session, body, summaries.grown, memo),
  });
  route(app, {
    method: 'GET',
    url: '/api/runs/:runId',
    summary: 'A run with its whole log',
    params: RunParamsSchema,
    response: RunWithEventsSchema,
    role: 'viewer',
    handler: async ({ session, params, reply }) => {
      const { run, pages } = await readRun(source, session, params.runId);
      return reply.type('application/json; charset=utf-8').send(Readable.from(asJson(run, pages)));
    },
  });
  route(app, {
    method: 'POST',
    url: '/api/runs/:runId/events',
    summary: 'Append events to a run; sending one again changes nothing',
    params: RunParamsSchema,
    body: NewEventsSchema,
    response: AcceptedEventsSchema,
    role: 'cook',
    looksItself: true,
    handler: async ({ session, params, body }) =>
      appendEvents(source, live, session, params.runId, body, summaries.grown),
  });
  route(app, {
    method: 'GET',
    url: '/api/notes',
    summary: 'Notes kept for next time',
    response: v.array(NoteSchema),
    role: 'viewer',
    handler: async ({ session }) => listNotes(source, session),
  });
}

/** A run with its log, written as it is read. */
async function* asJson(run: Run, pages: AsyncGenerator<AcceptedEvents['events']>): AsyncGenerator<string> {
  yield `{"run":${JSON.stringify(run)},"events":[`;
  let comma = '';
  for await (const page of pages) {
    yield comma + JSON.stringify(page).slice(1, -1);
    comma = ',';
  }
  yield ']}';
}
