import type { EntityManager, EntitySchema } from 'typeorm';
import type { AuditKind } from '#contract';
import { idInUse, notFound, stale } from '../../errors.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';
import type { KeptRow } from './entity.ts';

/** One sort of thing the kitchen keeps: its table, what it is called in errors, and how the audit list tells of it. */
export interface Kept<B> {
  readonly entity: EntitySchema<KeptRow<B>>;
  readonly noun: string;
  readonly idField: string;
  readonly audit: 'station' | 'burner' | 'ladle';
  readonly nameOf: (body: B) => string;
}

export interface RecordOf<B> {
  readonly id: string;
  readonly version: number;
  readonly body: B;
  readonly archived: boolean;
}

function answered<B>({ id, version, body, archivedAt }: KeptRow<B>): RecordOf<B> {
  return { id, version, body, archived: archivedAt !== null };
}

/** All of a sort, those put away too, by name. */
export async function allRecords<B>(manager: EntityManager, sort: Kept<B>): Promise<RecordOf<B>[]> {
  const rows = await manager.find(sort.entity);
  return rows.map(answered).sort((a, b) => sort.nameOf(a.body).localeCompare(sort.nameOf(b.body)));
}

/** Keeps a new one. Sent again with the same id it changes nothing. @throws RequestError 409 when the id is another's */
export async function addRecord<B>(
  manager: EntityManager,
  sort: Kept<B>,
  session: KnownSession,
  { id, body }: { readonly id: string; readonly body: B },
): Promise<RecordOf<B>> {
  const made = await manager
    .createQueryBuilder()
    .insert()
    .into(sort.entity)
    .values({ id, kitchenId: session.kitchenId, version: 1, body } as never)
    .orIgnore()
    .returning('id')
    .execute();
  const row = await manager.findOne(sort.entity, { where: { id } as never });
  if (!row) throw idInUse();
  if ((made.raw as unknown[]).length > 0) await tell(manager, sort, session, 'saved', body);
  return answered(row);
}

/** Keeps another version. @throws RequestError 409 when someone kept another meanwhile */
export async function editRecord<B>(
  manager: EntityManager,
  sort: Kept<B>,
  session: KnownSession,
  id: string,
  { version, body }: { readonly version: number; readonly body: B },
): Promise<RecordOf<B>> {
  const moved = await manager.update(sort.entity, { id, version } as never, { version: version + 1, body } as never);
  if (moved.affected === 0) {
    if (await manager.existsBy(sort.entity, { id } as never)) throw stale('version');
    throw notFound(sort.noun, sort.idField);
  }
  await tell(manager, sort, session, 'saved', body);
  return answered((await manager.findOne(sort.entity, { where: { id } as never }))!);
}

/** Puts one away or takes it back. What was made with it keeps it. */
export async function archiveRecord<B>(
  manager: EntityManager,
  sort: Kept<B>,
  session: KnownSession,
  id: string,
  archived: boolean,
): Promise<RecordOf<B>> {
  await manager.update(sort.entity, { id } as never, { archivedAt: archived ? new Date() : null } as never);
  const row = await manager.findOne(sort.entity, { where: { id } as never });
  if (!row) throw notFound(sort.noun, sort.idField);
  await tell(manager, sort, session, archived ? 'archived' : 'taken-back', row.body);
  return answered(row);
}

async function tell<B>(
  manager: EntityManager,
  sort: Kept<B>,
  session: KnownSession,
  what: 'saved' | 'archived' | 'taken-back',
  body: B,
): Promise<void> {
  const kind: AuditKind = `${sort.audit}-${what}`;
  await record(manager, session, kind, sort.nameOf(body));
}
