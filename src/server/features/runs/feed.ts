import { once } from 'node:events';
import type { ServerResponse } from 'node:http';
import type { FastifyInstance } from 'fastify';
import type { DataSource } from 'typeorm';
import { AfterSeqSchema, RunParamsSchema } from '#contract';
import { RequestError } from '../../errors.ts';
import type { Live } from '../../plugins/live.ts';
import { route } from '../../plugins/routes.ts';
import { RunTail, chunkOf, type Follower } from './run-tail.ts';
import { eventsAfter } from './service.ts';

const HEARTBEAT_MS = 15_000;
/** Who has so much unread is let go; its device comes again and goes on by seq. */
const UNREAD_BYTES = 512 * 1024;
/** A reader that was sent a page and takes none of it for so long is gone. */
const DRAINED_WITHIN_MS = 20_000;
/** Open at once for one session: a few tabs of a browser. */
const FEEDS_A_SESSION = 12;

interface FeedFollower extends Follower {
  readonly runId: string;
}

/** The live feed of a run by Server-Sent Events: what came after `seq`, then each event as it is stored. */
export function feedRoute(app: FastifyInstance, source: DataSource, live: Live): void {
  const tails = new Map<string, { readonly tail: RunTail; readonly stop: () => void }>();
  const bySession = new Map<string, Set<FeedFollower>>();
  const all = () => [...bySession.values()].flatMap((followers) => [...followers]);
  const endSession = (sessionId: string) => [...(bySession.get(sessionId) ?? [])].forEach(({ close }) => close());
  live.onSessionEnded(endSession);
  const following = () =>
    [...bySession].flatMap(([sessionId, followers]) => [...followers].map(({ runId }) => ({ sessionId, runId })));
  const heartbeat = setInterval(() => {
    for (const { write } of all()) write('event: here\ndata:\n\n');
    for (const { tail } of tails.values()) void tail.grown(); // an announcement may have died with its process
    void sessionExpired(source, following()).then(
      (ended) => ended.forEach(endSession),
      (error: unknown) => app.log.warn(error),
    );
  }, HEARTBEAT_MS);
  app.addHook('preClose', async () => {
    clearInterval(heartbeat);
    all().forEach(({ close }) => close());
  });

  /** Hands one who has read all there was to the run's tail, which begins with its first follower. */
  const follow = (runId: string, kitchenId: string, follower: Follower): void => {
    let found = tails.get(runId);
    if (!found) {
      const tail = new RunTail(
        (seq) => eventsAfter(source, { kitchenId }, runId, seq),
        (error) => app.log.warn(error),
      );
      found = { tail, stop: live.listen(runId, () => void tail.grown()) };
      tails.set(runId, found);
    }
    found.tail.add(follower);
  };
  const leave = (runId: string, follower: Follower): void => {
    const found = tails.get(runId);
    found?.tail.remove(follower);
    if (!found?.tail.isEmpty) return;
    found.stop();
    tails.delete(runId);
  };

  route(app, {
    method: 'GET',
    url: '/api/runs/:runId/feed',
    summary: 'Live feed of a run (Server-Sent Events)',
    params: RunParamsSchema,
    query: AfterSeqSchema,
    role: 'viewer',
    handler: async ({ params: { runId }, query, session, request, reply }) => {
      const own = bySession.get(session.id) ?? new Set();
      if (own.size >= FEEDS_A_SESSION) throw tooManyFeeds();
      const stream = reply.raw;
      let closed = false;
      const follower: FeedFollower = {
        runId,
        sent: seqIn(request.headers['last-event-id']) ?? query.after,
        write(chunk) {
          if (closed) return false;
          if (stream.writableLength <= UNREAD_BYTES) {
            stream.write(chunk);
            return true;
          }
          follower.close();
          stream.destroy();
          return false;
        },
        close() {
          if (closed) return;
          closed = true;
          leave(runId, follower);
          own.delete(follower);
          if (own.size === 0) bySession.delete(session.id);
          if (stream.headersSent) stream.end();
        },
      };
      bySession.set(session.id, own.add(follower)); // before anything is waited for: the next one counts it
      let page: Awaited<ReturnType<typeof eventsAfter>>;
      try {
        page = await eventsAfter(source, session, runId, follower.sent); // a 404 must leave before the stream opens
      } catch (error) {
        follower.close();
        throw error;
      }
      reply.hijack();
      stream.writeHead(200, {
        ...(reply.getHeaders() as Record<string, string>),
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        connection: 'keep-alive',
      });
      if (closed) return void stream.end(); // its session ended meanwhile
      request.raw.on('close', follower.close);
      follower.write(': open\n\n');
      try {
        for (; page.length > 0 && !closed; page = await eventsAfter(source, session, runId, follower.sent)) {
          if (follower.write(chunkOf(page))) follower.sent = page.at(-1)!.seq;
          if (stream.writableNeedDrain && !(await drained(stream))) return follower.close();
        }
      } catch (error) {
        request.log.warn(error);
        follower.close(); // the device comes again and goes on by seq
      }
      if (!closed) follow(runId, session.kitchenId, follower);
    },
  });
}

/** Those of these sessions that are open no more. One in a run that goes on does not rest. */
async function sessionExpired(
  source: DataSource,
  following: readonly { readonly sessionId: string; readonly runId: string }[],
): Promise<string[]> {
  if (following.length === 0) return [];
  const ids = following.map(({ sessionId }) => sessionId);
  await source.query('SELECT seen_cooking($1, $2)', [ids, following.map(({ runId }) => runId)]);
  const rows: { id: string }[] = await source.query('SELECT id FROM sessions_lapsed($1) AS id', [[...new Set(ids)]]);
  return rows.map(({ id }) => id);
}

/** Waits until a reader has taken what it was sent; false: it does not. */
async function drained(stream: ServerResponse): Promise<boolean> {
  try {
    await once(stream, 'drain', { signal: AbortSignal.timeout(DRAINED_WITHIN_MS) });
    return true;
  } catch {
    stream.destroy();
    return false;
  }
}

/** The header a browser comes back with; undefined when it says nothing that can be a place in a log. */
function seqIn(header: string | string[] | undefined): number | undefined {
  return typeof header === 'string' && /^\d{1,9}$/.test(header) ? Number(header) : undefined;
}

function tooManyFeeds(): RequestError {
  return new RequestError(
    429,
    {
      code: 'tooMany',
      message: 'This browser follows too many runs at once.',
      hint: 'Close a tab; the others go on.',
    },
    30,
  );
}
