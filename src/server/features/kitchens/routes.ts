import { Readable } from 'node:stream';
import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import {
  DeleteKitchenSchema,
  HouseSchema,
  KitchenRulesSchema,
  NewKitchenSchema,
  PassphraseIdeaSchema,
  PersonParamsSchema,
  SessionSchema,
} from '#contract';
import type { ServerConfig } from '../../config.ts';
import { route } from '../../plugins/routes.ts';
import { closeSession, openSession } from '../../plugins/sessions.ts';
import { handOver, leave, sessionOf } from '../people/service.ts';
import { madePassphrase } from '../people/strength.ts';
import { exported } from './export.ts';
import { deleteKitchen, houseAtDoor, keepRules, makeKitchen } from './service.ts';

export function kitchenRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  route(app, {
    method: 'GET',
    url: '/api/house',
    summary: 'What may be known of the house before anyone is signed in',
    response: HouseSchema,
    role: 'anyone',
    handler: async () => houseAtDoor(source, config),
  });
  route(app, {
    method: 'GET',
    url: '/api/passphrase-idea',
    summary: 'A passphrase of words drawn by chance',
    response: PassphraseIdeaSchema,
    role: 'anyone',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async () => ({ passphrase: madePassphrase() }),
  });
  route(app, {
    method: 'POST',
    url: '/api/kitchens',
    summary: 'Make a kitchen: the first of the house, or as an owner another',
    body: NewKitchenSchema,
    response: SessionSchema,
    status: 201,
    role: 'anyone',
    perMinute: config.rateLimit.signInPerMinute,
    handler: async ({ body, request, reply }) => {
      const person = await makeKitchen(source, body, request.session, config);
      await openSession(source, request, reply, person, config.https);
      return sessionOf(source, { personId: person.id, kitchenId: person.kitchenId });
    },
  });
  route(app, {
    method: 'PUT',
    url: '/api/kitchen/rules',
    summary: 'What the kitchen is called, and after how long a rest it asks again who is there',
    body: KitchenRulesSchema,
    response: SessionSchema,
    role: 'owner',
    handler: async ({ session, body }) => keepRules(source, session, body),
  });
  route(app, {
    method: 'POST',
    url: '/api/kitchen/hand-over',
    summary: 'Make someone else the owner in my place',
    body: PersonParamsSchema,
    status: 204,
    role: 'owner',
    confirmed: true,
    handler: async ({ session, body }) => handOver(source, session, body.personId),
  });
  route(app, {
    method: 'GET',
    url: '/api/kitchen/export',
    summary: 'Everything of the kitchen, one JSON object a line',
    role: 'owner',
    confirmed: true,
    handler: async ({ session, reply }) =>
      reply
        .type('application/jsonl; charset=utf-8')
        .header('content-disposition', 'attachment; filename="kitchen.jsonl"')
        .send(Readable.from(exported(source, session))),
  });
  route(app, {
    method: 'DELETE',
    url: '/api/kitchen/me',
    summary: 'Leave the kitchen',
    status: 204,
    role: 'viewer',
    confirmed: true,
    handler: async ({ session, request, reply }) => {
      await leave(source, session);
      return closeSession(source, request, reply);
    },
  });
  route(app, {
    method: 'DELETE',
    url: '/api/kitchen',
    summary: 'Delete the kitchen with all that was cooked in it',
    body: DeleteKitchenSchema,
    status: 204,
    role: 'owner',
    confirmed: true,
    handler: async ({ session, body, request, reply }) => {
      await deleteKitchen(source, session, body.name);
      return closeSession(source, request, reply);
    },
  });
}
