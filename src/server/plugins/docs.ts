import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';

/** OpenAPI from the routes' own schemas, at /api/docs. */
export async function registerDocs(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: { title: 'Bluebell', version: '1', description: 'The run desk of a breakfast griddle.' },
      components: { securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'bluebell_session' } } },
    },
  });
  app.get('/api/docs', { schema: { hide: true } }, async () => app.swagger());
}
