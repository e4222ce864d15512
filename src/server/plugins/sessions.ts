import cookie from '@fastify/cookie';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { createHash, randomBytes } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Person } from '#contract';
import { inKitchen } from '../database.ts';
import { PersonEntity } from '../features/people/entity.ts';
import { forbidden, notSignedIn } from '../errors.ts';

/** Who is asking, from the session cookie. */
export interface KnownSession {
  readonly personId: string;
  readonly kitchenId: string;
  readonly role: Person['role'];
}

declare module 'fastify' {
  interface FastifyRequest {
    session: KnownSession | null;
  }
}

const COOKIE = 'bluebell_session';
const DAYS = 30;

/** Sessions are rows; the cookie holds a random token of which only the hash is kept. */
export async function registerSessions(app: FastifyInstance, source: DataSource): Promise<void> {
  await app.register(cookie);
  app.decorateRequest('session', null);
  app.addHook('onRequest', async (request) => {
    const token = request.cookies[COOKIE];
    if (!token || !request.url.startsWith('/api/')) return;
    const [found] = await source.query('SELECT person_id, kitchen_id FROM session_by_token($1)', [hashOf(token)]);
    if (!found) return;
    const person = await inKitchen(source, found.kitchen_id, (manager) =>
      manager.findOne(PersonEntity, { where: { id: found.person_id } }),
    );
    if (person) request.session = { personId: person.id, kitchenId: person.kitchenId, role: person.role };
  });
}

/** @throws RequestError 401 without a session, 403 when a viewer wants to write. */
export function requireSession(request: FastifyRequest, method: unknown): KnownSession {
  if (!request.session) throw notSignedIn();
  if (request.session.role === 'viewer' && method !== 'GET') throw forbidden('You may look, but not change anything.');
  return request.session;
}

export async function openSession(
  source: DataSource,
  reply: FastifyReply,
  person: { id: string; kitchenId: string },
  secure: boolean,
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(Date.now() + DAYS * 86_400_000);
  await inKitchen(source, person.kitchenId, (manager) =>
    manager.query('INSERT INTO session (token_hash, person_id, kitchen_id, expires_at) VALUES ($1, $2, $3, $4)', [
      hashOf(token),
      person.id,
      person.kitchenId,
      expires,
    ]),
  );
  reply.setCookie(COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', secure, expires });
}

export async function closeSession(source: DataSource, request: FastifyRequest, reply: FastifyReply): Promise<void> {
  const token = request.cookies[COOKIE];
  if (token && request.session) {
    await inKitchen(source, request.session.kitchenId, (manager) =>
      manager.query('DELETE FROM session WHERE token_hash = $1', [hashOf(token)]),
    );
  }
  reply.clearCookie(COOKIE, { path: '/' });
}

function hashOf(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
