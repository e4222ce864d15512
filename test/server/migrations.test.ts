import { describe, expect, it } from '@jest/globals';
import { readFileSync, readdirSync } from 'node:fs';
import { DataSource } from 'typeorm';
import type { KeptBurner, Station } from '#contract';
import { buildApp } from '../../src/server/app.ts';
import { migrate } from '../../src/server/database.ts';
import { MIGRATIONS } from '../../src/server/migrations/index.ts';
import { newDatabase, testConfig } from './app.ts';

const golden = new URL('../golden/', import.meta.url);
const schemas = readdirSync(golden).filter((file) => file.endsWith('.sql'));
const RUN = '0190c000-0000-7000-8000-000000000041';

describe('a database of an earlier release', () => {
  it('is kept for every released schema', () => {
    // a new migration makes the one before it released: add its data as schema-N.sql
    expect(schemas).toEqual(MIGRATIONS.slice(0, -1).map((_migration, index) => `schema-${index + 1}.sql`));
  });

  it.each(schemas)('%s with its data is brought forward: log, people and sessions are what they were', async (file) => {
    const databaseUrl = await newDatabase();
    const released = Number(/\d+/.exec(file)![0]);
    const then = await new DataSource({
      type: 'postgres',
      url: databaseUrl,
      migrations: MIGRATIONS.slice(0, released),
      migrationsTableName: 'migration',
    }).initialize();
    await then.runMigrations({ transaction: 'each' });
    await then.query(readFileSync(new URL(file, golden), 'utf8'));
    const log = 'SELECT * FROM run_event ORDER BY seq';
    const before = await then.query(log);
    await then.destroy();

    expect(await migrate(databaseUrl)).toBe(MIGRATIONS.length - released);
    expect(await migrate(databaseUrl)).toBe(0);
    const app = await buildApp(testConfig(databaseUrl));
    const cookie = 'bluebell_session=a token from before';
    const read = async (url: string) => (await app.inject({ url, headers: { cookie } })).json();
    expect(await read('/api/session')).toMatchObject({ person: { name: 'Orla Quill', role: 'owner', kind: 'person' } });
    expect((await read('/api/people')).map((person: { name: string }) => person.name)).toEqual([
      'Orla Quill',
      'Tam Reed',
    ]);
    expect((await read('/api/runs'))[0]).toMatchObject({ name: 'First frost', finished: true });
    const { events } = await read(`/api/runs/${RUN}`);
    expect(events).toMatchObject([
      { seq: 1, kind: 'note-kept', personId: '0190c000-0000-7000-8000-000000000012', payload: { text: 'less heat' } },
      { seq: 2, kind: 'run-finished', personId: null },
    ]);
    const stations: Station[] = await read('/api/stations');
    const burners: KeptBurner[] = await read('/api/burners');
    // what a plate stood on became burners of the kitchen's own, and the plates stand on them
    expect(stations).toHaveLength(released >= 4 ? 1 : 0);
    for (const zone of stations.flatMap((station) => station.body.zones)) {
      const burner = burners.find(({ id }) => id === zone.burnerId)!;
      expect(burner.body).toMatchObject({ burnerName: `Slab ${zone.id}`, powerW: zone.powerW });
    }
    await app.close();
    const after = await new DataSource({ type: 'postgres', url: databaseUrl }).initialize();
    expect(await after.query(log)).toMatchObject(before);
    await after.destroy();
  });
});
