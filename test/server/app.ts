import { randomUUID } from 'node:crypto';
import type { FastifyInstance, InjectOptions, LightMyRequestResponse } from 'fastify';
import pg from 'pg';
import { buildApp } from '../../src/server/app.ts';
import type { ServerConfig } from '../../src/server/config.ts';
import { migrate, ownerSource } from '../../src/server/database.ts';
import { KitchenEntity, PersonEntity } from '../../src/server/features/people/entity.ts';
import { hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { FormulaEntity, FormulaRevisionEntity, StationEntity } from '../../src/server/features/library/entity.ts';
import { CREPE_PAN_ONE, GRIDDLE, GRIDDLE_CAKES } from '#demo';
import { DEFAULT_SETTINGS, type Person } from '#contract';

/** A kitchen in the database with one person, one formula, two stations. */
export interface TestKitchen {
  readonly id: string;
  readonly cookie: string;
  readonly personId: string;
  readonly name: string;
  readonly formulaId: string;
  readonly griddleId: string;
  readonly panId: string;
}

export interface TestServer {
  readonly app: FastifyInstance;
  readonly databaseUrl: string;
  readonly config: ServerConfig;
  kitchen(role?: Person['role']): Promise<TestKitchen>;
  /** Runs SQL as the owner of the tables. */
  sql(text: string, values?: unknown[]): Promise<Record<string, unknown>[]>;
  as(kitchen: TestKitchen, options: InjectOptions): Promise<LightMyRequestResponse>;
  close(): Promise<void>;
}

export const PASSPHRASE = 'gannets over the point';

/** A server on a database of its own in the tests' cluster. */
export async function testServer(more: Partial<ServerConfig> = {}): Promise<TestServer> {
  const cluster = process.env['TEST_CLUSTER_URL'];
  if (!cluster) throw new Error('Run these tests with "npm test": it starts their database.');
  const database = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  await admin.query(`CREATE DATABASE ${database}`);
  await admin.end();
  const databaseUrl = cluster.replace(/\/[^/]*$/, `/${database}`);
  await migrate(databaseUrl);
  const config: ServerConfig = {
    host: '127.0.0.1',
    port: 0,
    databaseUrl,
    webRoot: null,
    logLevel: 'silent',
    rateLimit: { perMinute: 100_000, signInPerMinute: 100_000 },
    secureCookies: false,
    ...more,
  };
  const app = await buildApp(config);
  const owner = new pg.Pool({ connectionString: databaseUrl, max: 2 });
  const sql = async (text: string, values: unknown[] = []) => (await owner.query(text, values)).rows;

  return {
    app,
    databaseUrl,
    config,
    sql,
    async kitchen(role = 'owner') {
      const ids = {
        kitchen: randomUUID(),
        person: randomUUID(),
        formula: randomUUID(),
        griddle: randomUUID(),
        pan: randomUUID(),
      };
      const name = `Cook ${ids.person.slice(0, 8)}`;
      const source = await ownerSource(databaseUrl).initialize();
      await source.manager.insert(KitchenEntity, { id: ids.kitchen, name: 'Test', timeZone: 'Europe/London' });
      await source.manager.insert(PersonEntity, {
        id: ids.person,
        kitchenId: ids.kitchen,
        name,
        role,
        passphraseHash: await quickHash(),
        settings: DEFAULT_SETTINGS,
      });
      await source.manager.insert(FormulaEntity, { id: ids.formula, kitchenId: ids.kitchen, revision: 2 });
      for (const revision of [1, 2]) {
        await source.manager.insert(FormulaRevisionEntity, {
          formulaId: ids.formula,
          revision,
          kitchenId: ids.kitchen,
          body: { ...GRIDDLE_CAKES, name: `Cakes ${revision}` },
        } as never);
      }
      await source.manager.insert(StationEntity, {
        id: ids.griddle,
        kitchenId: ids.kitchen,
        version: 1,
        body: GRIDDLE,
      } as never);
      await source.manager.insert(StationEntity, {
        id: ids.pan,
        kitchenId: ids.kitchen,
        version: 1,
        body: CREPE_PAN_ONE,
      } as never);
      await source.destroy();
      const signedIn = await app.inject({
        method: 'POST',
        url: '/api/session',
        payload: { name, passphrase: PASSPHRASE },
      });
      const cookie = String(signedIn.headers['set-cookie']).split(';')[0]!;
      return {
        id: ids.kitchen,
        cookie,
        personId: ids.person,
        name,
        formulaId: ids.formula,
        griddleId: ids.griddle,
        panId: ids.pan,
      };
    },
    as: async (kitchen, options) => app.inject({ ...options, headers: { cookie: kitchen.cookie, ...options.headers } }),
    async close() {
      await app.close();
      await owner.end();
    },
  };
}

let hash: Promise<string> | undefined;
function quickHash(): Promise<string> {
  return (hash ??= hashPassphrase(PASSPHRASE));
}
