import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  ConfirmSchema,
  KitchenIdSchema,
  OpenSessionSchema,
  SessionParamsSchema,
  SessionSchema,
  SignInSchema,
} from '#contract';
import { isAtMachine, type ServerConfig } from '../../config.ts';
import { route } from '../../plugins/routes.ts';
import { closeSession, knownDeviceOf, openSession } from '../../plugins/sessions.ts';
import { sessionOf } from '../people/service.ts';
import { confirm, endSession, openSessions, personIn, signIn } from './service.ts';

export function sessionRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  route(app, {
    method: 'POST',
    url: '/api/session',
    summary: 'Sign in by kitchen, name and passphrase',
    body: SignInSchema,
    response: SessionSchema,
    role: 'anyone',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ body, request, reply }) => {
      const person = await signIn(source, body, {
        address: request.ip,
        device: knownDeviceOf(request),
        shutOut: isAtMachine(config) ? [] : (config.published ?? []),
      });
      await openSession(source, request, reply, person, config.https);
      return sessionOf(source, { personId: person.id, kitchenId: person.kitchenId });
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/session',
    summary: 'Who is signed in, or nobody',
    response: v.nullable(SessionSchema),
    role: 'anyone',
    handler: async ({ request, reply }) => {
      reply.type('application/json');
      return request.session ? sessionOf(source, request.session) : 'null';
    },
  });
  route(app, {
    method: 'DELETE',
    url: '/api/session',
    summary: 'Sign out',
    role: 'anyone',
    status: 204,
    handler: async ({ request, reply }) => closeSession(source, request, reply),
  });
  route(app, {
    method: 'POST',
    url: '/api/session/confirm',
    summary: 'Say the passphrase once more, for what is only done then',
    body: ConfirmSchema,
    status: 204,
    role: 'viewer',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ session, body }) => confirm(source, session, body.passphrase),
  });
  route(app, {
    method: 'POST',
    url: '/api/session/kitchen',
    summary: 'Go over to another kitchen one belongs to',
    body: KitchenIdSchema,
    response: SessionSchema,
    role: 'viewer',
    handler: async ({ session, body, request, reply }) => {
      const person = await personIn(source, session, body.kitchenId);
      await openSession(source, request, reply, person, config.https, session.confirmedAtMs);
      return sessionOf(source, { personId: person.id, kitchenId: person.kitchenId });
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/sessions',
    summary: 'Where I am signed in; for an owner, where anyone of the kitchen is',
    response: v.array(OpenSessionSchema),
    role: 'viewer',
    handler: async ({ session }) => openSessions(source, session),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/sessions/:sessionId',
    summary: 'End a session',
    params: SessionParamsSchema,
    status: 204,
    role: 'viewer',
    handler: async ({ session, params }) => endSession(source, session, params.sessionId),
  });
}
