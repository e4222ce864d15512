import helmet from '@fastify/helmet';
import rateLimit from '@fastify/rate-limit';
import type { FastifyInstance } from 'fastify';
import { hostname } from 'node:os';
import type { ServerConfig } from '../config.ts';
import { RequestError, forbidden } from '../errors.ts';

/** What a page of Bluebell has no use for; and what it has: the screen that stays lit while one cooks, a tablet's own tilt in the swirl trainer. */
const PERMISSIONS = [
  ...['camera', 'display-capture', 'geolocation', 'magnetometer', 'microphone', 'midi'],
  ...['payment', 'serial', 'usb'],
]
  .map((name) => `${name}=()`)
  .concat(['screen-wake-lock', 'accelerometer', 'gyroscope'].map((name) => `${name}=(self)`))
  .join(', ');

/** Headers the application lives under, limits, only the names that are its own, and no writing from another site. */
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
  const own = ownNames(config);
  app.addHook('onRequest', async (request, reply) => {
    void reply.header('permissions-policy', PERMISSIONS);
    if (request.url.startsWith('/api/')) void reply.header('cache-control', 'no-store');
    // a page elsewhere may give its name this machine's address and so ask in its own name
    if (!own(nameIn(request.headers.host))) throw wrongHost();
    const { origin, host } = request.headers;
    if (request.method === 'GET' || request.method === 'HEAD' || !origin) return;
    if (!URL.canParse(origin) || new URL(origin).host !== host) throw forbidden('This request came from another site.');
  });
  await app.register(rateLimit, { max: config.rateLimit.perMinute, timeWindow: '1 minute' });
}

function ownNames({ host, lan, hosts = [] }: ServerConfig): (name: string) => boolean {
  const names = new Set(['localhost', '[::1]', host, ...hosts]);
  if (lan) for (const name of [hostname(), `${hostname()}.local`]) names.add(name.toLowerCase());
  const address = () => {
    const identity = lan?.identity();
    return identity ? nameIn(new URL(identity.address).host) : undefined;
  };
  return (name) => names.has(name) || name === address() || /^127\.\d{1,3}\.\d{1,3}\.\d{1,3}$/.test(name);
}

/** The name in a Host header, without its port. */
function nameIn(host = ''): string {
  return host.replace(/:\d*$/, '').toLowerCase();
}

function wrongHost(): RequestError {
  return new RequestError(421, {
    code: 'wrongHost',
    message: 'Bluebell does not answer to this name.',
    field: 'host',
    hint: 'Open it by the address the start command shows.',
  });
}
