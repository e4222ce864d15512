import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import type { FastifyInstance } from 'fastify';
import type { ServerConfig } from '../config.ts';
import { forbidden } from '../errors.ts';

/** Headers the application lives under, limits, and no writing from another site. */
export async function registerSecurity(app: FastifyInstance, config: ServerConfig): Promise<void> {
  await app.register(helmet, {
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'"],
        styleSrc: ["'self'"],
        imgSrc: ["'self'", 'data:'],
        fontSrc: ["'self'"],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        manifestSrc: ["'self'"],
        baseUri: ["'none'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    strictTransportSecurity: config.https,
    referrerPolicy: { policy: 'no-referrer' },
  });
  await app.register(rateLimit, { max: config.rateLimit.perMinute, timeWindow: '1 minute' });
  app.addHook('onRequest', async (request) => {
    const { origin, host } = request.headers;
    if (request.method === 'GET' || request.method === 'HEAD' || !origin) return;
    if (!URL.canParse(origin) || new URL(origin).host !== host) throw forbidden('This request came from another site.');
  });
}
