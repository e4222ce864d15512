import cookie from '@fastify/cookie';
import type { FastifyInstance, FastifyReply, FastifyRequest } from 'fastify';
import { createHash, randomBytes } from 'node:crypto';
import type { DataSource } from 'typeorm';
import type { Person, Role } from '#contract';
import { inKitchen, prepared } from '../database.ts';
import { confirmFirst, forbidden, notSignedIn } from '../errors.ts';

/** Who is asking, from the session cookie. */
export interface KnownSession {
  readonly id: string;
  readonly personId: string;
  readonly kitchenId: string;
  readonly role: Role;
  readonly kind: Person['kind'];
  /** When the passphrase was last said. */
  readonly confirmedAtMs: number;
  readonly tokenHash: Buffer;
}

interface FoundSession {
  readonly id: string;
  readonly person_id: string;
  readonly kitchen_id: string;
  readonly role: Role;
  readonly kind: Person['kind'];
  readonly last_seen_at: Date;
  readonly confirmed_at: Date;
}

declare module 'fastify' {
  interface FastifyRequest {
    session: KnownSession | null;
  }
  interface FastifyContextConfig {
    /** The work itself looks whose session it is, in the statement that stores; asking just before may be saved. */
    looksItself?: boolean;
  }
}

const COOKIE = 'bluebell_session';
/** Says, long after a session has ended, that somebody signed in here before. */
const KNOWN_COOKIE = 'bluebell_known';
const KNOWN_DAYS = 365;
const DAYS = 30;
/** How coarse "last seen" is: a row is written at most this often. */
const SEEN_EVERY_MS = 5 * 60_000;
/** For how long a stranger is told from a guest by memory, where the work looks itself. */
const GATE_MS = 10_000;
const GATE_SIZE = 1000;

/**
 * Sessions are rows; the cookie holds a random token of which only the hash is kept. Every request asks the database,
 * so that an ended session ends at once in every process; a route that `looksItself` asks there and is let to it from
 * memory for a few seconds.
 */
export async function registerSessions(app: FastifyInstance, source: DataSource): Promise<void> {
  await app.register(cookie);
  app.decorateRequest('session', null);
  const gate = new Map<string, { readonly session: KnownSession; readonly atMs: number }>();
  app.addHook('onRequest', async (request) => {
    const token = request.cookies[COOKIE];
    if (!token || !request.url.startsWith('/api/')) return;
    const tokenHash = hashOf(token);
    const key = tokenHash.toString('base64');
    const known = gate.get(key);
    if (
      known &&
      known.session.role !== 'viewer' &&
      request.routeOptions.config.looksItself &&
      Date.now() - known.atMs < GATE_MS
    ) {
      request.session = known.session;
      return;
    }
    const [found] = await prepared<FoundSession>(source, 'session', 'SELECT * FROM session_at_door($1)', [tokenHash]);
    gate.delete(key);
    if (!found) return;
    const { id, person_id: personId, kitchen_id: kitchenId, role, kind } = found;
    const session = { id, personId, kitchenId, role, kind, confirmedAtMs: found.confirmed_at.getTime(), tokenHash };
    request.session = session;
    if (gate.size >= GATE_SIZE) gate.clear();
    gate.set(key, { session, atMs: Date.now() });
    if (Date.now() - found.last_seen_at.getTime() > SEEN_EVERY_MS) {
      await inKitchen(source, session.kitchenId, (manager) =>
        manager.query('UPDATE session SET last_seen_at = now() WHERE id = $1', [session.id]),
      );
    }
  });
}

const RANK = { viewer: 0, cook: 1, owner: 2 } as const;

/** @throws RequestError 401 without a session, 403 when the role does not reach. */
export function requireRole(request: FastifyRequest, role: Role): KnownSession {
  if (!request.session) throw notSignedIn();
  if (RANK[request.session.role] < RANK[role])
    throw forbidden(
      role === 'owner' ? 'Only an owner of the kitchen may do this.' : 'You may look, but not change anything.',
    );
  return request.session;
}

/** For how long the passphrase, once said, stands for what changes who may do what. */
const CONFIRMED_FOR_MS = 5 * 60_000;

/** @throws RequestError 403 when a person did not say the passphrase just now */
export function requireConfirmed({ kind, confirmedAtMs }: KnownSession): void {
  if (kind === 'device' || Date.now() - confirmedAtMs < CONFIRMED_FOR_MS) return;
  throw confirmFirst();
}

/** The hash of what a browser shows to be known by; undefined when nobody has signed in there. */
export function knownDeviceOf(request: FastifyRequest): Buffer | undefined {
  const token = request.cookies[KNOWN_COOKIE];
  return token ? hashOf(token) : undefined;
}

/** Opens a session for a person or device and sets its cookie; the one that this browser had before ends. */
export async function openSession(
  source: DataSource,
  request: FastifyRequest,
  reply: FastifyReply,
  person: { id: string; kitchenId: string },
  secure: boolean,
  /** When the passphrase was said; of one who goes over from another kitchen, there. */
  confirmedAtMs = Date.now(),
): Promise<void> {
  const token = randomBytes(32).toString('base64url');
  const expires = new Date(Date.now() + DAYS * 86_400_000);
  const known = request.cookies[KNOWN_COOKIE] ?? randomBytes(32).toString('base64url');
  await endOwn(source, request);
  await inKitchen(source, person.kitchenId, async (manager) => {
    await manager.query(
      `INSERT INTO session (token_hash, person_id, kitchen_id, expires_at, opened_on, confirmed_at)
       VALUES ($1, $2, $3, $4, $5, $6)`,
      [
        ...[hashOf(token), person.id, person.kitchenId, expires, browserOf(request.headers['user-agent'])],
        new Date(confirmedAtMs),
      ],
    );
    await manager.query(
      `INSERT INTO known_device (token_hash, person_id, kitchen_id) VALUES ($1, $2, $3)
       ON CONFLICT (token_hash, person_id) DO UPDATE SET last_seen_at = now()`,
      [hashOf(known), person.id, person.kitchenId],
    );
  });
  const cookie = { path: '/', httpOnly: true, sameSite: 'strict', secure } as const;
  reply.setCookie(COOKIE, token, { ...cookie, expires });
  reply.setCookie(KNOWN_COOKIE, known, { ...cookie, expires: new Date(Date.now() + KNOWN_DAYS * 86_400_000) });
}

export async function closeSession(source: DataSource, request: FastifyRequest, reply: FastifyReply): Promise<void> {
  await endOwn(source, request);
  reply.clearCookie(COOKIE, { path: '/' });
}

async function endOwn(source: DataSource, { session }: FastifyRequest): Promise<void> {
  if (!session) return;
  await inKitchen(source, session.kitchenId, (manager) =>
    manager.query('DELETE FROM session WHERE id = $1', [session.id]),
  );
}

/** A few words for the list of sessions: which kind of browser on what. */
function browserOf(agent = ''): string {
  const browser = /Firefox|Edg|Chrome|Safari/.exec(agent)?.[0] ?? 'browser';
  const system = /Android|iPhone|iPad|Windows|Mac OS|CrOS|Linux/.exec(agent)?.[0] ?? 'device';
  return `${browser === 'Edg' ? 'Edge' : browser}, ${system}`;
}

function hashOf(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
