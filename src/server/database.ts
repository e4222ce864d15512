import type pg from 'pg';
import { DataSource, type EntityManager } from 'typeorm';
import { ENTITIES } from './entities.ts';
import { MIGRATIONS } from './migrations/index.ts';

/** The role the application works in: it owns no table, so row-level security holds for it. */
export const APP_ROLE = 'bluebell_app';

/** Connection of the tables' owner: migrations and demo data only. */
export function ownerSource(databaseUrl: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url: databaseUrl,
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsTableName: 'migration',
    synchronize: false,
  });
}

/** Connections of the application. */
export function appSource(appUrl: string): DataSource {
  return new DataSource({
    type: 'postgres',
    url: appUrl,
    entities: ENTITIES,
    synchronize: false,
    extra: { max: 10 },
  });
}

export async function migrate(databaseUrl: string): Promise<number> {
  const source = await ownerSource(databaseUrl).initialize();
  try {
    return (await source.runMigrations({ transaction: 'each' })).length;
  } finally {
    await source.destroy();
  }
}

/** One statement in a transaction of its own, prepared once a connection: for what is asked at every request. */
export async function prepared<Row>(
  source: DataSource,
  name: string,
  text: string,
  values: readonly unknown[],
): Promise<Row[]> {
  const pool = (source.driver as unknown as { master: pg.Pool }).master;
  return (await pool.query({ name, text, values: [...values] })).rows as Row[];
}

/** One transaction that sees only the rows of a kitchen: the single door to tenant data. */
export async function inKitchen<T>(
  source: DataSource,
  kitchenId: string,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  return source.transaction(async (manager) => {
    await manager.query(`SELECT set_config('bluebell.kitchen', $1, true)`, [kitchenId]);
    return work(manager);
  });
}
