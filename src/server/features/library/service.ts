import { In, type DataSource, type EntityManager } from 'typeorm';
import type { Formula, Station } from '#contract';
import { inKitchen } from '../../database.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { FormulaEntity, FormulaRevisionEntity, StationEntity } from './entity.ts';

export async function formulas(source: DataSource, session: KnownSession): Promise<Formula[]> {
  return inKitchen(source, session.kitchenId, (manager) => newestFormulas(manager));
}

export async function stations(source: DataSource, session: KnownSession): Promise<Station[]> {
  return inKitchen(source, session.kitchenId, (manager) => currentStations(manager));
}

/** Newest revision of each formula, by name. */
export async function newestFormulas(manager: EntityManager, ids?: string[]): Promise<Formula[]> {
  const heads = await manager.find(FormulaEntity, ids ? { where: { id: In(ids) } } : {});
  const revisions = await manager.find(FormulaRevisionEntity, {
    where: { formulaId: In(heads.map((head) => head.id)) },
  });
  const bodies = revisions.filter((row) =>
    heads.some((head) => head.id === row.formulaId && head.revision === row.revision),
  );
  return bodies
    .map((row) => ({ id: row.formulaId, revision: row.revision, body: row.body }))
    .sort((a, b) => a.body.name.localeCompare(b.body.name));
}

export async function currentStations(manager: EntityManager, ids?: string[]): Promise<Station[]> {
  const rows = await manager.find(StationEntity, ids ? { where: { id: In(ids) } } : {});
  return rows
    .map((row) => ({ id: row.id, version: row.version, body: row.body }))
    .sort((a, b) => a.body.zones[0]!.id.localeCompare(b.body.zones[0]!.id));
}
