import type { FastifyInstance } from 'fastify';
import { NetworkSchema } from '#contract';
import type { ServerConfig } from '../../config.ts';
import { notFound } from '../../errors.ts';
import { route } from '../../plugins/routes.ts';

export function networkRoutes(app: FastifyInstance, config: ServerConfig): void {
  const { lan } = config;
  route(app, {
    method: 'GET',
    url: '/api/network',
    summary: 'How devices on the kitchen’s network reach this server',
    response: NetworkSchema,
    role: 'viewer',
    handler: async ({ reply }) => {
      reply.type('application/json');
      return lan ? { address: lan.address, fingerprint: lan.fingerprint } : 'null';
    },
  });
  route(app, {
    method: 'GET',
    url: '/api/network/certificate',
    summary: 'The certificate authority a tablet has to trust once',
    role: 'anyone',
    handler: async ({ reply }) => {
      if (!lan) throw notFound('A certificate');
      reply.type('application/x-x509-ca-cert').header('content-disposition', 'attachment; filename="bluebell.crt"');
      return lan.authorityPem;
    },
  });
}
