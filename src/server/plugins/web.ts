import compress from '@fastify/compress';
import fastifyStatic from '@fastify/static';
import type { FastifyInstance } from 'fastify';
import type { ApiError } from '#contract';

/** Serves the built application; any page address leads to its shell, unknown API addresses to a 404 in the one shape. */
export async function registerWeb(app: FastifyInstance, webRoot: string | null): Promise<void> {
  if (webRoot) {
    await app.register(compress, { encodings: ['gzip'] });
    await app.register(fastifyStatic, {
      root: webRoot,
      wildcard: false,
      cacheControl: false, // or it writes its own over what is set here
      setHeaders: (reply, path) => {
        const named = path.includes('/assets/');
        reply.setHeader('cache-control', named ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    });
  }
  app.setNotFoundHandler((request, reply) => {
    const page = request.method === 'GET' && !request.url.startsWith('/api/') && !request.url.startsWith('/assets/');
    if (webRoot && page) return reply.sendFile('index.html');
    const body: ApiError = { code: 'notFound', message: 'There is nothing at this address.', field: 'url' };
    return reply.status(404).send(body);
  });
}
