import type { FastifyInstance } from 'fastify';
import pg from 'pg';

/** Told that a run's log has grown; listeners catch up from the database by `seq`. */
type RunListener = () => void;

export interface Live {
  listen(runId: string, listener: RunListener): () => void;
  /** Says that a run's log has grown to `seq`, here at once and to the other processes in a moment. */
  announce(runId: string, seq: number): void;
  /** Calls back with a session that was ended, in whatever process. */
  onSessionEnded(listener: (sessionId: string) => void): void;
}

const CHANNEL = 'bluebell_run';
/** Said by the database itself when a session's row goes or its person leaves. */
const SESSION_CHANNEL = 'bluebell_session';
const RECONNECT_MS = 1000;
/** Announcements of this long go out together. */
const GATHER_MS = 5;

/**
 * Hears NOTIFY on a connection of its own, so that any server process learns what another one stored. When the
 * connection breaks it is made anew and every listener is told once, for what was missed.
 *
 * NOTIFY goes out after the commit and not with it: inside, it makes all commits of the database wait in one line. A
 * process that dies in between leaves its announcement unsaid; feeds look by themselves now and then.
 */
export async function registerLive(app: FastifyInstance, databaseUrl: string): Promise<Live> {
  const listeners = new Map<string, Set<RunListener>>();
  const sessionListeners: ((sessionId: string) => void)[] = [];
  let client: pg.Client | null = null;
  let ownId = 0;
  let closing = false;
  const grown = new Map<string, number>();

  const tell = (runId: string) => listeners.get(runId)?.forEach((listener) => listener());
  const tellAll = () => [...listeners.keys()].forEach(tell);
  const connect = async () => {
    const fresh = new pg.Client({ connectionString: databaseUrl });
    fresh.on('notification', ({ channel, payload, processId }) => {
      if (channel === SESSION_CHANNEL) return sessionListeners.forEach((listener) => payload && listener(payload));
      if (processId === ownId) return; // told at once, when it was announced
      const runId = payload?.split(' ')[0];
      if (runId) tell(runId);
    });
    fresh.on('error', () => undefined);
    await fresh.connect();
    // one that never opened is tried again below
    fresh.on('end', () => {
      if (closing) return;
      tellAll(); // those who follow find at once that the database is away
      setTimeout(reconnect, RECONNECT_MS);
    });
    await fresh.query(`LISTEN ${CHANNEL}; LISTEN ${SESSION_CHANNEL}`);
    ownId = (await fresh.query<{ id: number }>('SELECT pg_backend_pid() AS id')).rows[0]!.id;
    client = fresh;
  };
  const reconnect = () => {
    if (closing) return;
    connect().then(tellAll, () => setTimeout(reconnect, RECONNECT_MS));
  };

  await connect();
  app.addHook('onClose', async () => {
    closing = true;
    await client?.end().catch(() => undefined);
  });

  let saying = false;
  const sayAll = async () => {
    const said = [...grown].map(([runId, seq]) => `${runId} ${seq}`);
    grown.clear();
    saying = true;
    await client
      ?.query(`SELECT pg_notify('${CHANNEL}', said) FROM unnest($1::text[]) AS said`, [said])
      .catch(() => undefined); // the line is down: made anew, every listener is told
    saying = false;
    if (grown.size > 0) setTimeout(() => void sayAll(), GATHER_MS);
  };

  return {
    onSessionEnded: (listener) => void sessionListeners.push(listener),
    announce(runId, seq) {
      tell(runId);
      if (grown.size === 0 && !saying) setTimeout(() => void sayAll(), GATHER_MS);
      grown.set(runId, Math.max(seq, grown.get(runId) ?? 0));
    },
    listen(runId, listener) {
      const set = listeners.get(runId) ?? new Set();
      listeners.set(runId, set.add(listener));
      return () => {
        set.delete(listener);
        if (set.size === 0) listeners.delete(runId);
      };
    },
  };
}
