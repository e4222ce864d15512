import type { FastifyInstance } from 'fastify';
import type { DataSource, EntityManager } from 'typeorm';
import { fold } from '#core/run';
import { RUNS_PAGE, type RunSummary, type RunsQuery } from '#contract';
import { inKitchen } from '../../database.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { RunEntity, RunEventEntity, toEvent } from './entity.ts';
import { LEFT_AFTER_MS, byNeed } from './order.ts';

interface SummaryRow {
  readonly run_id: string;
  readonly name: string;
  readonly rehearsal: boolean;
  readonly service_at_ms: number | null;
  readonly ordered_at_ms: number;
  readonly pieces: number;
  readonly poured: number;
  readonly served: number;
  readonly finished: boolean;
  readonly ahead: boolean;
  readonly stale: boolean;
  readonly last_seq: number;
}

/** Summaries brought up to date while somebody waits: so many, of logs no longer than this. */
const MAX_STALE = 20;
const LONG_LOG = 20_000;
/** After an older release none has been read yet. */
const MAX_UNREAD = 100;

/** Runs from their summaries: those a cook looks for first with the newest of the rest, then page by page what is older. */
export async function listRuns(
  source: DataSource,
  { kitchenId }: Pick<KnownSession, 'kitchenId'>,
  asked: RunsQuery,
  nowMs: number,
): Promise<RunSummary[]> {
  return inKitchen(source, kitchenId, async (manager) => {
    const unread: { run_id: string }[] = await manager.query(
      `SELECT run_id FROM run_summary WHERE kitchen_id = $1 AND seq < 0 ORDER BY ordered_at_ms DESC LIMIT ${MAX_UNREAD}`,
      [kitchenId],
    );
    for (const { run_id } of unread) await refresh(manager, run_id);
    const rows = await page(manager, kitchenId, asked, nowMs);
    const stale = rows.filter((row) => row.stale && row.last_seq <= LONG_LOG).slice(0, MAX_STALE);
    for (const { run_id } of stale) await refresh(manager, run_id);
    const told = (stale.length > 0 ? await page(manager, kitchenId, asked, nowMs) : rows).map(toSummary);
    return asked.words || asked.before ? told : byNeed(told);
  });
}

async function page(
  manager: EntityManager,
  kitchenId: string,
  { words, before }: RunsQuery,
  nowMs: number,
): Promise<SummaryRow[]> {
  const ahead = `(NOT s.finished AND (s.service_at_ms IS NULL OR s.service_at_ms > ${Number(nowMs) - LEFT_AFTER_MS}))`;
  const select = (where: string, order: string, values: unknown[]): Promise<SummaryRow[]> =>
    manager.query(
      `SELECT s.*, r.name, r.rehearsal, r.last_seq, s.seq < r.last_seq AS stale, ${ahead} AS ahead
       FROM run_summary s JOIN run r ON r.id = s.run_id
       WHERE s.kitchen_id = $1 AND ${where} ORDER BY ${order} LIMIT ${RUNS_PAGE}`,
      [kitchenId, ...values],
    );
  const newest = 's.ordered_at_ms DESC, s.run_id DESC';
  const after = before ? [before.orderedAtMs, before.id] : [];
  const older = before ? '(s.ordered_at_ms, s.run_id) < ($2, $3)' : 'true';
  if (words) return select(`${older} AND s.words LIKE $${after.length + 2}`, newest, [...after, like(words)]);
  const rest = await select(`${older} AND NOT ${ahead}`, newest, after);
  return before ? rest : [...(await select(ahead, 's.ordered_at_ms', [])), ...rest];
}

/** As a pattern that finds the words wherever they stand. */
function like(words: string): string {
  return `%${words.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
}

function toSummary(row: SummaryRow): RunSummary {
  return {
    id: row.run_id,
    name: row.name,
    rehearsal: row.rehearsal,
    serviceAtMs: row.service_at_ms,
    orderedAtMs: row.ordered_at_ms,
    ahead: row.ahead,
    pieces: row.pieces,
    poured: row.poured,
    served: row.served,
    finished: row.finished,
  };
}

/** Reads a run's log and writes down what the list shows of it. */
async function refresh(manager: EntityManager, runId: string): Promise<void> {
  const run = await manager.findOne(RunEntity, { where: { id: runId } });
  if (!run) return;
  const rows = await manager.find(RunEventEntity, { where: { runId }, order: { seq: 'ASC' } });
  const { brief, pieces, finishedAtMs } = fold(run, rows.map(toEvent));
  const poured = [...pieces.values()];
  await manager.query(
    `UPDATE run_summary SET seq = $2, service_at_ms = $3, ordered_at_ms = $4, pieces = $5, poured = $6, served = $7,
       finished = $8 WHERE run_id = $1 AND seq < $2`,
    [
      ...[runId, Math.max(0, rows.at(-1)?.seq ?? 0)],
      ...[brief?.serviceAtMs ?? null, brief?.serviceAtMs ?? run.createdAt.getTime()],
      brief?.items.reduce((sum, item) => sum + item.pieces, 0) ?? 0,
      ...[poured.length, poured.filter((piece) => piece.fate === 'lifted').length, finishedAtMs !== null],
    ],
  );
}

/** Keeps summaries as logs grow. */
export interface Summaries {
  /** A run's log has grown: its summary follows in a moment. */
  grown(runId: string, kitchenId: string): void;
}

const FOLLOWS_MS = 1500;
/** A log that takes long to read is read seldom: of the one thread no more than a thirtieth goes into it. */
const REST_SHARE = 30;

export function keepSummaries(app: FastifyInstance, source: DataSource): Summaries {
  const due = new Map<string, NodeJS.Timeout>();
  const tookMs = new Map<string, number>();
  app.addHook('preClose', async () => due.forEach((timer) => clearTimeout(timer)));
  const follow = async (runId: string, kitchenId: string) => {
    due.delete(runId);
    const begunMs = performance.now();
    try {
      await inKitchen(source, kitchenId, (manager) => refresh(manager, runId));
    } catch (error) {
      app.log.warn(error); // it stays behind, and is brought up by who lists it
    }
    if (tookMs.size > 1000) tookMs.clear();
    tookMs.set(runId, performance.now() - begunMs);
  };
  return {
    grown(runId, kitchenId) {
      if (due.has(runId)) return;
      const waitMs = Math.max(FOLLOWS_MS, REST_SHARE * (tookMs.get(runId) ?? 0));
      due.set(runId, setTimeout(() => void follow(runId, kitchenId), waitMs).unref());
    },
  };
}
