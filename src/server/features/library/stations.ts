import { In, type DataSource, type EntityManager } from 'typeorm';
import type { Station } from '#contract';
import { inKitchen } from '../../database.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { StationEntity } from './entity.ts';

export async function stations(source: DataSource, session: KnownSession): Promise<Station[]> {
  return inKitchen(source, session.kitchenId, (manager) => currentStations(manager));
}

export async function currentStations(manager: EntityManager, ids?: string[]): Promise<Station[]> {
  const rows = await manager.find(StationEntity, ids ? { where: { id: In(ids) } } : {});
  return rows
    .map((row) => ({ id: row.id, version: row.version, body: row.body }))
    .sort((a, b) => a.body.zones[0]!.id.localeCompare(b.body.zones[0]!.id));
}
