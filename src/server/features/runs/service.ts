import type { Memo } from '#core/memo';
import type { DataSource, EntityManager } from 'typeorm';
import { MODEL_VERSION, fold, type Pins } from '#core/run';
import { pinnedFacts, type AcceptedEvents, type NewRun, type Note, type Run } from '#contract';
import { inKitchen } from '../../database.ts';
import { badInput, idInUse, notFound } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import { keptIngredients } from '../ingredients/service.ts';
import { newestFormulas } from '../library/formulas.ts';
import { pinnedStations } from '../stations/service.ts';
import { KitchenEntity } from '../people/entity.ts';
import { factsOf } from '../people/service.ts';
import { batterLearned, leftBehind } from '../learned/service.ts';
import type { Summaries } from './summaries.ts';
import { APPEND, appendValues, atTheDoor, checkPayloads } from './append.ts';
import { RunEntity, RunEventEntity, toEvent, type RunRow } from './entity.ts';

/**
 * Makes a run: pins the newest revisions it names and stores its first events, all or nothing. Sent again with the same
 * id it changes nothing and answers the same.
 */
export async function createRun(
  source: DataSource,
  session: KnownSession,
  wanted: NewRun,
  grown: Summaries['grown'],
  memo: Memo,
): Promise<Run> {
  checkPayloads(wanted.events);
  if (!wanted.events.some((event) => event.kind === 'brief-set')) {
    throw badInput('A run begins with its brief.', 'events', 'Send a brief-set event among the first.');
  }
  return inKitchen(source, session.kitchenId, async (manager) => {
    const formulas = await newestFormulas(manager, wanted.formulaIds);
    const before = await leftBehind(manager);
    const inRuns = before.flatMap(({ learned }) => learned.readings);
    const stations = await pinnedStations(manager, wanted.stationIds, wanted.rehearsal, inRuns, memo);
    wanted.formulaIds.forEach((id, index) => {
      if (!formulas.some((formula) => formula.id === id)) throw notFound('This formula', `formulaIds[${index}]`);
    });
    wanted.stationIds.forEach((id, index) => {
      if (!stations.some((station) => station.id === id)) throw notFound('This station', `stationIds[${index}]`);
    });
    const facts = factsOf(await manager.findOneByOrFail(KitchenEntity, { id: session.kitchenId }));
    const pins: Pins = {
      modelVersion: MODEL_VERSION,
      timeZone: wanted.timeZone,
      ...pinnedFacts(facts),
      formulas: formulas.map(({ id, revision, body }) => {
        // a rehearsal's batter is drawn anew: what was learned of the real one would mislead
        const learned = wanted.rehearsal ? undefined : batterLearned(before, { id, revision }, Date.now());
        return { id, revision, body, ...(learned ? { learned } : {}) };
      }),
      stations,
      ingredients: (await keptIngredients(manager)).filter((own) =>
        formulas.some(({ body }) => body.lines.some((line) => line.ingredientId === own.id)),
      ),
    };
    const refused = fold({ pins, rehearsal: wanted.rehearsal }, [], wanted.events).refused[0];
    if (refused) {
      const index = wanted.events.findIndex((event) => event.id === refused.eventId);
      throw badInput(`This event cannot begin a run: ${refused.reason}.`, `events[${index}]`);
    }
    const inserted = await manager
      .createQueryBuilder()
      .insert()
      .into(RunEntity)
      .values({
        id: wanted.id,
        kitchenId: session.kitchenId,
        name: wanted.name,
        rehearsal: wanted.rehearsal,
        seed: seedOf(wanted.id),
        pins,
        lastSeq: 0,
      })
      .orIgnore()
      .returning('id')
      .execute();
    const run = await manager.findOne(RunEntity, { where: { id: wanted.id } });
    if (!run) throw idInUse();
    if ((inserted.raw as unknown[]).length > 0) {
      await manager.query(APPEND, appendValues(session, wanted.id, wanted.events)).catch(atTheDoor);
      await record(manager, session, 'run-made', wanted.name);
      grown(wanted.id, session.kitchenId);
    }
    return toRun(run);
  });
}

/** A run and, page by page, its log as it stood when it was asked for: however long, little of it is held at once. */
export async function readRun(
  source: DataSource,
  session: KnownSession,
  runId: string,
): Promise<{ run: Run; pages: AsyncGenerator<AcceptedEvents['events']> }> {
  const row = await inKitchen(source, session.kitchenId, (manager) =>
    manager.findOne(RunEntity, { where: { id: runId } }),
  );
  if (!row) throw notFound('This run', 'runId');
  return { run: toRun(row), pages: pagesUpTo(source, session, runId, row.lastSeq) };
}

async function* pagesUpTo(source: DataSource, session: KnownSession, runId: string, lastSeq: number) {
  for (let seq = 0; seq < lastSeq;) {
    const page = await eventsAfter(source, session, runId, seq);
    if (page.length === 0) return;
    yield page;
    seq = page.at(-1)!.seq;
  }
}

/** The next events after a `seq`, at most a page of them. @throws RequestError 404 for a run of another kitchen. */
export async function eventsAfter(
  source: DataSource,
  { kitchenId }: Pick<KnownSession, 'kitchenId'>,
  runId: string,
  seq: number,
): Promise<AcceptedEvents['events']> {
  return inKitchen(source, kitchenId, async (manager) => {
    const events = await eventsOf(manager, runId, seq, PAGE);
    if (events.length === 0 && !(await manager.existsBy(RunEntity, { id: runId }))) throw notFound('This run', 'runId');
    return events;
  });
}

/** Events that are read and written at once. */
const PAGE = 500;

/** Notes kept in earlier runs, newest first; undone ones are left out. */
export async function listNotes(source: DataSource, session: KnownSession): Promise<Note[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows: { run_id: string; run_name: string; payload: { text: string; formulaId?: string }; at_ms: number }[] =
      await manager.query(`
        SELECT e.run_id, r.name AS run_name, e.payload, coalesce(e.sim_at_ms, e.device_at_ms + e.offset_ms) AS at_ms
        FROM run_event e JOIN run r ON r.id = e.run_id
        WHERE e.kind = 'note-kept'
          AND NOT EXISTS (
            SELECT 1 FROM run_event u
            WHERE u.run_id = e.run_id AND u.kind = 'undone' AND u.payload->'eventIds' ? e.id::text
          )
        ORDER BY r.created_at DESC, e.seq DESC LIMIT 50`);
    return rows.map((row) => ({
      runId: row.run_id,
      runName: row.run_name,
      text: row.payload.text,
      formulaId: row.payload.formulaId ?? null,
      atMs: row.at_ms,
    }));
  });
}

async function eventsOf(
  manager: EntityManager,
  runId: string,
  afterSeq: number,
  most?: number,
): Promise<AcceptedEvents['events']> {
  const rows = await manager
    .createQueryBuilder(RunEventEntity, 'e')
    .where('e.runId = :runId AND e.seq > :afterSeq', { runId, afterSeq })
    .orderBy('e.seq')
    .limit(most)
    .getMany();
  return rows.map(toEvent);
}

function toRun(row: RunRow): Run {
  return {
    id: row.id,
    name: row.name,
    rehearsal: row.rehearsal,
    seed: row.seed,
    createdAtMs: row.createdAt.getTime(),
    pins: row.pins,
  };
}

/** A rehearsal's seed comes from its id, so that every device draws the same hidden kitchen. */
function seedOf(id: string): number {
  return parseInt(id.replaceAll('-', '').slice(-7), 16);
}
