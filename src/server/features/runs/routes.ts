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
  RunWithEventsSchema,
} from '#contract';
import type { Live } from '../../plugins/live.ts';
import { route } from '../../plugins/routes.ts';
import { appendEvents, createRun, listNotes, listRuns, readRun } from './service.ts';

export function runRoutes(app: FastifyInstance, source: DataSource, live: Live): void {
  route(app, {
    method: 'GET',
    url: '/api/runs',
    summary: 'Runs of the kitchen, the one a cook looks for first',
    response: v.array(RunSummarySchema),
    role: 'viewer',
    handler: async ({ session }) => listRuns(source, session),
  });
  route(app, {
    method: 'POST',
    url: '/api/runs',
    summary: 'Make a run with its brief',
    body: NewRunSchema,
    response: RunSchema,
    status: 201,
    role: 'cook',
    handler: async ({ session, body }) => createRun(source, session, body),
  });
  route(app, {
    method: 'GET',
    url: '/api/runs/:runId',
    summary: 'A run with its whole log',
    params: RunParamsSchema,
    response: RunWithEventsSchema,
    role: 'viewer',
    handler: async ({ session, params }) => readRun(source, session, params.runId),
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
    handler: async ({ session, params, body }) => appendEvents(source, live, session, params.runId, body.events),
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
