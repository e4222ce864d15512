import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import * as v from 'valibot';
import {
  CodeMeansSchema,
  CodeSchema,
  InviteParamsSchema,
  InviteSchema,
  JoinSchema,
  MadeInviteSchema,
  NewInviteSchema,
  SessionSchema,
} from '#contract';
import type { ServerConfig } from '../../config.ts';
import { route } from '../../plugins/routes.ts';
import { openSession } from '../../plugins/sessions.ts';
import { sessionOf } from '../people/service.ts';
import { join, makeInvite, openInvites, readCode, withdrawInvite } from './service.ts';

export function inviteRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  route(app, {
    method: 'GET',
    url: '/api/invites',
    summary: 'Invites that still let someone in',
    response: v.array(InviteSchema),
    role: 'owner',
    handler: async ({ session }) => openInvites(source, session),
  });
  route(app, {
    method: 'POST',
    url: '/api/invites',
    summary: 'Invite a person or a device; the code is told once',
    body: NewInviteSchema,
    response: MadeInviteSchema,
    status: 201,
    role: 'owner',
    handler: async ({ session, body }) => makeInvite(source, session, body),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/invites/:inviteId',
    summary: 'Withdraw an invite',
    params: InviteParamsSchema,
    status: 204,
    role: 'owner',
    handler: async ({ session, params }) => withdrawInvite(source, session, params.inviteId),
  });
  route(app, {
    method: 'POST',
    url: '/api/join/code',
    summary: 'What a code lets in',
    body: CodeSchema,
    response: CodeMeansSchema,
    role: 'anyone',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ body }) => readCode(source, body.code),
  });
  route(app, {
    method: 'POST',
    url: '/api/join',
    summary: 'Join a kitchen by code, as a person or a device',
    body: JoinSchema,
    response: SessionSchema,
    status: 201,
    role: 'anyone',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ body, request, reply }) => {
      const person = await join(source, body, request.session, config.published ?? []);
      await openSession(source, request, reply, person, config.https);
      return sessionOf(source, { personId: person.id, kitchenId: person.kitchenId });
    },
  });
}
