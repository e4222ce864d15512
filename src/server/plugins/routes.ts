import { toJsonSchema } from '@valibot/to-json-schema';
import type { FastifyInstance, FastifyReply, FastifyRequest, HTTPMethods } from 'fastify';
import * as v from 'valibot';
import { ApiErrorSchema, type Role } from '#contract';
import { badInput, tooLarge } from '../errors.ts';
import { shapeFault } from './shape.ts';
import { requireConfirmed, requireRole, type KnownSession } from './sessions.ts';

type Schema = v.GenericSchema;
type Output<S> = S extends Schema ? v.InferOutput<S> : undefined;

interface RouteParts<P, Q, B, R extends Role | 'anyone'> {
  readonly params: Output<P>;
  readonly query: Output<Q>;
  readonly body: Output<B>;
  readonly session: R extends Role ? KnownSession : null;
  readonly request: FastifyRequest;
  readonly reply: FastifyReply;
}

interface RouteOptions<P, Q, B, R extends Role | 'anyone'> {
  readonly method: HTTPMethods;
  readonly url: string;
  readonly summary: string;
  readonly params?: P;
  readonly query?: Q;
  readonly body?: B;
  readonly response?: Schema;
  /** The least role that may ask; a viewer looks, a cook cooks, an owner rules the kitchen. */
  readonly role: R;
  readonly status?: number;
  readonly perMinute?: number;
  /** Changes who may do what, or takes everything along: the passphrase is asked for again, see plugins/sessions. */
  readonly confirmed?: boolean;
  /** The handler's own statement looks whose session it is, see plugins/sessions. */
  readonly looksItself?: boolean;
  readonly handler: (parts: RouteParts<P, Q, B, R>) => Promise<unknown>;
}

/**
 * Registers a route from Valibot schemas: they check the request and describe it in the OpenAPI document alike.
 * Who is asking is settled before what is asked, so a stranger learns nothing from validation.
 */
export function route<
  R extends Role | 'anyone',
  P extends Schema | undefined = undefined,
  Q extends Schema | undefined = undefined,
  B extends Schema | undefined = undefined,
>(app: FastifyInstance, options: RouteOptions<P, Q, B, R>): void {
  const { params, query, body } = options;
  app.route({
    method: options.method,
    url: options.url,
    schema: {
      summary: options.summary,
      ...(params ? { params: describe(params) } : {}),
      ...(query ? { querystring: describe(query) } : {}),
      ...(body ? { body: describe(body) } : {}),
      response: {
        ...(options.response ? { [options.status ?? 200]: describe(options.response) } : {}),
        '4xx': describe(ApiErrorSchema),
      },
      security: options.role === 'anyone' ? [] : [{ session: [] }],
      'x-role': options.role,
    },
    config: {
      ...(options.perMinute ? { rateLimit: { max: options.perMinute, timeWindow: '1 minute' } } : {}),
      looksItself: options.looksItself ?? false,
    },
    handler: async (request, reply) => {
      const session = options.role === 'anyone' ? null : requireRole(request, options.role);
      if (options.confirmed && session) requireConfirmed(session);
      mustBeSound(request.body);
      if (options.status) reply.status(options.status);
      return options.handler({
        params: check(params, request.params, '') as Output<P>,
        query: check(query, request.query, '') as Output<Q>,
        body: check(body, request.body, '') as Output<B>,
        session: session as RouteParts<P, Q, B, R>['session'],
        request,
        reply,
      });
    },
  });
}

/** @throws RequestError 400 for a body that is nested too deep or holds too much, before anything else looks at it */
function mustBeSound(body: unknown): void {
  const fault = shapeFault(body);
  if (fault === 'deep') throw badInput('This is nested too deep.', 'body', 'Send it flatter.');
  if (fault === 'large') throw tooLarge('body');
}

/** A value in its schema's shape, or a 400 that names the first field that is wrong. */
export function check<S extends Schema | undefined>(schema: S, value: unknown, under: string): Output<S> | undefined {
  if (!schema) return undefined;
  const broken = brokenTextAt(value, under);
  if (broken !== undefined)
    throw badInput(
      'This text holds a character that cannot be kept.',
      broken || 'body',
      'Remove it and send it again.',
    );
  const result = v.safeParse(schema, value, { abortEarly: true });
  if (result.success) return result.output as Output<S>;
  const issue = result.issues[0]!;
  const path = (issue.path ?? [])
    .map((item) => (typeof item.key === 'number' ? `[${item.key}]` : `.${String(item.key)}`))
    .join('');
  const field = `${under}${path}`.replace(/^\./, '') || 'body';
  throw badInput(issue.message, field, 'Correct this field and send it again.');
}

/** Where a text stands that the database cannot keep: one with NUL or half a surrogate pair; undefined when none does. */
function brokenTextAt(value: unknown, path: string): string | undefined {
  if (typeof value === 'string') return value.includes('\u0000') || !value.isWellFormed() ? path : undefined;
  if (value === null || typeof value !== 'object') return undefined;
  for (const [key, part] of Object.entries(value)) {
    const found = brokenTextAt(part, Array.isArray(value) ? `${path}[${key}]` : path ? `${path}.${key}` : key);
    if (!key.isWellFormed() || key.includes('\u0000')) return path;
    if (found !== undefined) return found;
  }
  return undefined;
}

function describe(schema: Schema): Record<string, unknown> {
  const { $schema: _dialect, ...json } = toJsonSchema(schema, { errorMode: 'ignore', typeMode: 'input' }) as Record<
    string,
    unknown
  >;
  return json;
}
