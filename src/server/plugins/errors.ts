import type { FastifyError, FastifyInstance } from 'fastify';
import type { ApiError } from '#contract';
import { RequestError, databaseDown, databaseFull, tooLarge } from '../errors.ts';
import { storeFaultOf } from './store-faults.ts';

declare module 'fastify' {
  interface FastifyInstance {
    /** When the database last had no room for what was to be kept; 0: never. */
    fullAtMs: number;
  }
}

/** Every failure leaves in one shape; what is not meant for the caller is logged and leaves as a plain 500. */
export function registerErrors(app: FastifyInstance): void {
  app.decorate('fullAtMs', 0);
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const { status, body, retryAfterS } = describe(error);
    if (body.code === FULL_CODE) app.fullAtMs = Date.now();
    // a database that is away fails every request alike: a line each, not a stack each
    if (storeFaultOf(error)) request.log.warn(error.message);
    else if (status >= 500) request.log.error(error);
    if (retryAfterS) void reply.header('retry-after', retryAfterS);
    return reply.status(status).send(body);
  });
}

const FULL_CODE = databaseFull().body.code;

interface Described {
  readonly status: number;
  readonly body: ApiError;
  readonly retryAfterS?: number | undefined;
}

function describe(error: FastifyError | RequestError): Described {
  if (error instanceof RequestError) return error;
  const store = storeFaultOf(error);
  if (store) return store === 'down' ? databaseDown() : databaseFull();
  switch (error.code) {
    case 'FST_ERR_CTP_BODY_TOO_LARGE':
      return tooLarge('body');
    case 'FST_ERR_CTP_INVALID_JSON_BODY':
    case 'FST_ERR_CTP_EMPTY_JSON_BODY':
    case 'FST_ERR_CTP_INVALID_CONTENT_LENGTH':
      return fault(400, 'badInput', 'The body is not readable JSON.', 'body');
    case 'FST_ERR_MAX_PARAM_LENGTH':
      return fault(414, 'badInput', 'This address is too long.', 'url');
    case 'FST_ERR_BAD_URL':
      return fault(400, 'badInput', 'This address cannot be read.', 'url');
    case 'FST_ERR_CTP_INVALID_MEDIA_TYPE':
      return fault(415, 'badInput', 'The body must be JSON.', 'content-type');
  }
  if (error.statusCode === 429) {
    return fault(429, 'tooMany', 'Too many requests in a short time.', undefined, 'Wait a moment; nothing is lost.');
  }
  if (error.statusCode && error.statusCode >= 400 && error.statusCode < 500) {
    return fault(error.statusCode, 'badInput', error.message, 'request');
  }
  return fault(
    500,
    'fault',
    'Something went wrong on the server.',
    undefined,
    'Try again; if it stays, look at the server log.',
  );
}

function fault(status: number, code: string, message: string, field?: string, hint?: string) {
  return { status, body: { code, message, ...(field ? { field } : {}), ...(hint ? { hint } : {}) } };
}
