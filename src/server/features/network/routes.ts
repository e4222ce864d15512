import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import { NetworkSchema, type Network } from '#contract';
import type { Lan, ServerConfig } from '../../config.ts';
import { inKitchen } from '../../database.ts';
import { forbidden, notFound } from '../../errors.ts';
import { route } from '../../plugins/routes.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { isOpenDemo } from '../kitchens/demo-door.ts';

export function networkRoutes(app: FastifyInstance, source: DataSource, config: ServerConfig): void {
  const { lan } = config;
  /** The network is the house's: who only owns the demo has no say over it. */
  const say = async (session: KnownSession): Promise<Lan> => {
    if (!lan) throw notFound('A network');
    if (await isOpenDemo(source, session, config.demo)) throw forbidden('The demo has no say over the network.');
    return lan;
  };
  route(app, {
    method: 'GET',
    url: '/api/network',
    summary: 'How devices on the kitchen’s network reach this server',
    response: NetworkSchema,
    role: 'viewer',
    handler: async ({ reply }) => {
      reply.type('application/json');
      return lan ? told(lan) : 'null';
    },
  });
  route(app, {
    method: 'POST',
    url: '/api/network/authority',
    summary: 'Make a new authority; tablets have to trust it anew',
    response: NetworkSchema,
    role: 'owner',
    confirmed: true,
    handler: async ({ session }) => {
      const own = await say(session);
      await own.renew();
      await inKitchen(source, session.kitchenId, (manager) => record(manager, session, 'authority-renewed'));
      return told(own);
    },
  });
  route(app, {
    method: 'DELETE',
    url: '/api/network/authority',
    summary: 'Take the authority back: its key is destroyed and the network closed',
    status: 204,
    role: 'owner',
    confirmed: true,
    handler: async ({ session }) => {
      const own = await say(session);
      await inKitchen(source, session.kitchenId, (manager) => record(manager, session, 'authority-withdrawn'));
      await own.withdraw();
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/network/certificate',
    summary: 'The certificate authority a tablet has to trust once',
    role: 'anyone',
    handler: async ({ reply }) => {
      const identity = lan?.identity();
      if (!identity) throw notFound('A certificate');
      reply.type('application/x-x509-ca-cert').header('content-disposition', 'attachment; filename="bluebell.crt"');
      return identity.authorityPem;
    },
  });
}

function told(lan: Lan): Network {
  const identity = lan.identity();
  if (!identity) return { address: '', fingerprint: '', untilMs: 0, names: [], withdrawn: true };
  const { address, fingerprint, untilMs, names } = identity;
  return { address, fingerprint, untilMs, names: [...names], withdrawn: false };
}
