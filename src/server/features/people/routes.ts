import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  KitchenFactsSchema,
  NewPassphraseSchema,
  NewRoleSchema,
  PersonParamsSchema,
  PersonSchema,
  SessionSchema,
  SettingsSchema,
} from '#contract';
import type { ServerConfig } from '../../config.ts';
import { route } from '../../plugins/routes.ts';
import { changePassphrase, changeRole, keepFacts, keepSettings, people, removePerson } from './service.ts';

export function peopleRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  route(app, {
    method: 'PUT',
    url: '/api/settings',
    summary: 'Keep my settings',
    body: SettingsSchema,
    response: SessionSchema,
    role: 'viewer',
    handler: async ({ session, body }) => keepSettings(source, session, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/kitchen',
    summary: 'Say what the kitchen is like: egg class, height above the sea, room, bowl',
    body: KitchenFactsSchema,
    response: SessionSchema,
    role: 'owner',
    handler: async ({ session, body }) => keepFacts(source, session, body),
  });
  route(app, {
    method: 'PUT',
    url: '/api/passphrase',
    summary: 'Change my passphrase; I am signed out everywhere else',
    body: NewPassphraseSchema,
    status: 204,
    role: 'viewer',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ session, body }) => changePassphrase(source, session, body, config.published ?? []),
  });
  route(app, {
    method: 'GET',
    url: '/api/people',
    summary: 'People and devices of the kitchen',
    response: v.array(PersonSchema),
    role: 'viewer',
    handler: async ({ session }) => people(source, session),
  });
  route(app, {
    method: 'PUT',
    url: '/api/people/:personId',
    summary: 'Give a person or device another role',
    params: PersonParamsSchema,
    body: NewRoleSchema,
    response: PersonSchema,
    role: 'owner',
    confirmed: true,
    handler: async ({ session, params, body }) => changeRole(source, session, params.personId, body.role),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/people/:personId',
    summary: 'Take a person or device out of the kitchen',
    params: PersonParamsSchema,
    status: 204,
    role: 'owner',
    confirmed: true,
    handler: async ({ session, params }) => removePerson(source, session, params.personId),
  });
}
