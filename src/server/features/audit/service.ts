import type { DataSource, EntityManager } from 'typeorm';
import type { AuditEntry, AuditKind } from '#contract';
import { inKitchen } from '../../database.ts';
import type { KnownSession } from '../../plugins/sessions.ts';

const SHOWN = 200;

/** Writes a line into the audit list, in the transaction of what it tells of. */
export async function record(
  manager: EntityManager,
  who: { readonly kitchenId: string; readonly personId: string | null },
  what: AuditKind,
  about = '',
): Promise<void> {
  await manager.query('INSERT INTO audit (kitchen_id, person_id, what, detail) VALUES ($1, $2, $3, $4)', [
    who.kitchenId,
    who.personId,
    what,
    { about },
  ]);
}

/** The newest lines of the kitchen's audit list. */
export async function auditList(source: DataSource, session: KnownSession): Promise<AuditEntry[]> {
  return inKitchen(source, session.kitchenId, async (manager) => {
    const rows: { id: string; at: Date; name: string | null; what: AuditKind; detail: { about: string } }[] =
      await manager.query(
        `SELECT a.id, a.at, p.name, a.what, a.detail FROM audit a LEFT JOIN person p ON p.id = a.person_id
         ORDER BY a.id DESC LIMIT ${SHOWN}`,
      );
    return rows.map((row) => ({
      id: Number(row.id),
      atMs: row.at.getTime(),
      personName: row.name,
      what: row.what,
      about: row.detail.about,
    }));
  });
}
