import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import { PersonSchema, SessionSchema, SettingsSchema, SignInSchema } from '#contract';
import type { ServerConfig } from '../../config.ts';
import { route } from '../../plugins/routes.ts';
import { closeSession, openSession } from '../../plugins/sessions.ts';
import { keepSettings, people, sessionOf, signIn } from './service.ts';

export function peopleRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  route(app, {
    method: 'POST',
    url: '/api/session',
    summary: 'Sign in by name and passphrase',
    body: SignInSchema,
    response: SessionSchema,
    signedIn: false,
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ body, reply }) => {
      const person = await signIn(source, body.name, body.passphrase);
      await openSession(source, reply, person, config.secureCookies);
      return sessionOf(source, { personId: person.id, kitchenId: person.kitchenId });
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/session',
    summary: 'Who is signed in, or nobody',
    response: v.nullable(SessionSchema),
    signedIn: false,
    handler: async ({ request, reply }) => {
      reply.type('application/json');
      return request.session ? sessionOf(source, request.session) : 'null';
    },
  });
  route(app, {
    method: 'DELETE',
    url: '/api/session',
    summary: 'Sign out',
    signedIn: false,
    status: 204,
    handler: async ({ request, reply }) => closeSession(source, request, reply),
  });
  route(app, {
    method: 'PUT',
    url: '/api/settings',
    summary: 'Keep my settings',
    body: SettingsSchema,
    response: SessionSchema,
    signedIn: true,
    handler: async ({ session, body }) => keepSettings(source, session, body),
  });
  route(app, {
    method: 'GET',
    url: '/api/people',
    summary: 'People of the kitchen',
    response: v.array(PersonSchema),
    signedIn: true,
    handler: async ({ session }) => people(source, session),
  });
}
