import type { FastifyError, FastifyInstance } from 'fastify';
import type { ApiError } from '#contract';
import { RequestError } from '../errors.ts';

/** Every failure leaves in one shape; what is not meant for the caller is logged and leaves as a plain 500. */
export function registerErrors(app: FastifyInstance): void {
  app.setErrorHandler((error: FastifyError, request, reply) => {
    const { status, body } = describe(error);
    if (status >= 500) request.log.error(error);
    return reply.status(status).send(body);
  });
}

function describe(error: FastifyError): { status: number; body: ApiError } {
  if (error instanceof RequestError) return { status: error.status, body: error.body };
  switch (error.code) {
    case 'FST_ERR_CTP_BODY_TOO_LARGE':
      return fault(413, 'tooLarge', 'This is too much to send at once.', 'body', 'Send it in smaller parts.');
    case 'FST_ERR_CTP_INVALID_JSON_BODY':
    case 'FST_ERR_CTP_EMPTY_JSON_BODY':
    case 'FST_ERR_CTP_INVALID_CONTENT_LENGTH':
      return fault(400, 'badInput', 'The body is not readable JSON.', 'body');
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
