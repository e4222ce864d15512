import { randomUUID } from 'node:crypto';
import type { FastifyInstance, InjectOptions, LightMyRequestResponse } from 'fastify';
import pg from 'pg';
import { buildApp } from '../../src/server/app.ts';
import type { ServerConfig } from '../../src/server/config.ts';
import { APP_ROLE, migrate, ownerSource } from '../../src/server/database.ts';
import { appLogin, loginUrl } from '../../src/server/logins.ts';
import { KitchenEntity } from '../../src/server/features/people/entity.ts';
import { nameKey } from '../../src/server/features/people/names.ts';
import { hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { FormulaEntity, FormulaRevisionEntity } from '../../src/server/features/library/entity.ts';
import { BurnerEntity, StationEntity } from '../../src/server/features/stations/entity.ts';
import { CREPE_PAN_ONE, DEMO_BURNERS, GRIDDLE, GRIDDLE_CAKES } from '#demo';
import { DEFAULT_SETTINGS, type Role } from '#contract';
import type { TestKitchen } from './test-kitchen.ts';
import { newRun, ownFlour, ownLadle, panOver, probed } from './make.ts';

/** A kitchen in the database with one person, one formula, two stations. */
export type { TestKitchen } from './test-kitchen.ts';

type Target =
  | 'runId'
  | 'personId'
  | 'sessionId'
  | 'inviteId'
  | 'formulaId'
  | 'ingredientId'
  | 'stationId'
  | 'burnerId'
  | 'ladleId'
  | 'readingId';

export interface TestServer {
  readonly app: FastifyInstance;
  readonly databaseUrl: string;
  readonly config: ServerConfig;
  kitchen(role?: Role): Promise<TestKitchen>;
  /** Another person of a kitchen, signed in. */
  member(kitchen: TestKitchen, role: Role): Promise<TestKitchen>;
  /** One of each thing an address may name, made anew; the person is no owner, the session is that one's. */
  targets(kitchen: TestKitchen): Promise<Record<Target, string>>;
  /** Runs SQL as the owner of the tables. */
  sql(text: string, values?: unknown[]): Promise<Record<string, unknown>[]>;
  as(kitchen: TestKitchen, options: InjectOptions): Promise<LightMyRequestResponse>;
  close(): Promise<void>;
}

export const PASSPHRASE = 'gannets over the point';

/** An empty database of its own in the tests' cluster. */
export async function newDatabase(): Promise<string> {
  const cluster = process.env['TEST_CLUSTER_URL'];
  if (!cluster) throw new Error('Run these tests with "npm test": it starts their database.');
  const database = `test_${randomUUID().replaceAll('-', '')}`;
  const admin = new pg.Client({ connectionString: cluster });
  await admin.connect();
  await admin.query(`CREATE DATABASE ${database}`);
  await admin.end();
  return cluster.replace(/\/[^/]*$/, `/${database}`);
}

export function testConfig(databaseUrl: string, more: Partial<ServerConfig> = {}): ServerConfig {
  return {
    host: '127.0.0.1',
    port: 0,
    databaseUrl: loginUrl(databaseUrl, APP_ROLE),
    webRoot: null,
    logLevel: 'silent',
    rateLimit: { perMinute: 100_000, signInPerMinute: 100_000 },
    https: false,
    ...more,
  };
}

/** A server on a database of its own in the tests' cluster. */
export async function testServer(more: Partial<ServerConfig> = {}): Promise<TestServer> {
  const databaseUrl = await newDatabase();
  await migrate(databaseUrl);
  await appLogin(databaseUrl);
  const config = testConfig(databaseUrl, more);
  const app = await buildApp(config);
  const owner = new pg.Pool({ connectionString: databaseUrl, max: 2 });
  const sql = async (text: string, values: unknown[] = []) => (await owner.query(text, values)).rows;

  /** Puts a person into a kitchen and signs them in. */
  const person = async (kitchenId: string, role: Role) => {
    const id = randomUUID();
    const name = `Cook ${id.slice(0, 8)}`;
    await sql(
      `INSERT INTO person (id, kitchen_id, name, name_key, role, passphrase_hash, settings)
       VALUES ($1, $2, $3, $4, $5, $6, $7)`,
      [id, kitchenId, name, nameKey(name), role, await quickHash(), DEFAULT_SETTINGS],
    );
    // a session as sign-in would open it, without the fifth of a second a passphrase costs
    const token = randomUUID();
    await sql(
      `INSERT INTO session (token_hash, person_id, kitchen_id, expires_at)
       VALUES (sha256($1::text::bytea), $2, $3, now() + interval '1 day')`,
      [token, id, kitchenId],
    );
    return { personId: id, name, cookie: `bluebell_session=${token}` };
  };

  return {
    app,
    databaseUrl,
    config,
    sql,
    async kitchen(role = 'owner') {
      const ids = {
        kitchen: randomUUID(),
        formula: randomUUID(),
        griddle: randomUUID(),
        pan: randomUUID(),
        burner: randomUUID(),
      };
      const source = await ownerSource(databaseUrl).initialize();
      await source.manager.insert(KitchenEntity, {
        ...{ id: ids.kitchen, name: `Test ${ids.kitchen}`, nameKey: nameKey(`Test ${ids.kitchen}`) },
        ...{ timeZone: 'Europe/London', askAgainMin: null },
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
      await source.manager.insert(BurnerEntity, {
        id: ids.burner,
        kitchenId: ids.kitchen,
        version: 1,
        body: DEMO_BURNERS[5].body,
      } as never);
      await source.destroy();
      return {
        id: ids.kitchen,
        ...(await person(ids.kitchen, role)),
        formulaId: ids.formula,
        griddleId: ids.griddle,
        panId: ids.pan,
        burnerId: ids.burner,
      };
    },
    member: async (kitchen, role) => ({ ...kitchen, ...(await person(kitchen.id, role)) }),
    async targets(kitchen) {
      const run = newRun(kitchen);
      const { personId } = await person(kitchen.id, 'viewer');
      const [session] = await sql('SELECT id FROM session WHERE person_id = $1', [personId]);
      const [invite] = await sql(
        `INSERT INTO invite (id, kitchen_id, code_hash, kind, role, expires_at)
         VALUES (gen_random_uuid(), $1, gen_random_uuid()::text::bytea, 'person', 'cook', now() + interval '1 day') RETURNING id`,
        [kitchen.id],
      );
      const owner = await person(kitchen.id, 'owner');
      const post = (url: string, payload: object) =>
        app.inject({ method: 'POST', url, headers: { cookie: owner.cookie }, payload });
      const formulaId = randomUUID();
      const ingredientId = randomUUID();
      const [burnerId, stationId, ladleId, readingId] = [randomUUID(), randomUUID(), randomUUID(), randomUUID()];
      await post('/api/runs', run);
      await post('/api/formulas', { id: formulaId, body: { ...GRIDDLE_CAKES, name: `Cakes ${formulaId}` } });
      await post('/api/ingredients', { ...ownFlour(), id: ingredientId });
      await post('/api/burners', { id: burnerId, body: DEMO_BURNERS[5].body });
      await post('/api/stations', { id: stationId, body: panOver(burnerId) });
      await post(`/api/stations/${stationId}/readings`, { id: readingId, body: probed() });
      await post('/api/ladles', { id: ladleId, body: ownLadle() });
      return {
        ...{ runId: run.id, personId, sessionId: String(session!['id']), inviteId: String(invite!['id']) },
        ...{ formulaId, ingredientId, burnerId, stationId, ladleId, readingId },
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
