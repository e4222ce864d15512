import {
  DEMO_IDS,
  DEMO_KITCHEN,
  DEMO_PEOPLE,
  DEMO_BURNERS,
  DEMO_STATIONS,
  GRIDDLE_CAKES,
  SKERRY_CREPES,
  DEMO_SEED,
  electricReadings,
  finishedMorning,
  upcomingMorning,
  type DemoRun,
} from '#demo';
import type { EntityManager } from 'typeorm';
import { DEFAULT_SETTINGS } from '#contract';
import { ownerSource } from '../../src/server/database.ts';
import { FormulaEntity, FormulaRevisionEntity } from '../../src/server/features/library/entity.ts';
import { BurnerEntity, StationEntity, StationReadingEntity } from '../../src/server/features/stations/entity.ts';
import { KitchenEntity, PersonEntity } from '../../src/server/features/people/entity.ts';
import { hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { RunEntity, RunEventEntity } from '../../src/server/features/runs/entity.ts';

/**
 * Puts the demo kitchen into the database: people, formulas, stations, yesterday's run and tomorrow's brief. Seeding again
 * changes nothing; `fresh` throws the kitchen away first, with everything cooked in it.
 * @returns whether anything was written.
 */
export async function seedDemo(databaseUrl: string, fresh: boolean, nowMs = Date.now()): Promise<boolean> {
  const source = await ownerSource(databaseUrl).initialize();
  const kitchenId = DEMO_IDS.kitchen;
  try {
    return await source.transaction(async (manager) => {
      if (fresh) {
        for (const table of [
          'run_event',
          'run',
          'formula_revision',
          'formula',
          'station_reading',
          'station',
          'burner',
          'ladle',
          'session',
          'known_device',
          'invite',
          'ingredient',
          'audit',
          'person',
        ]) {
          await manager.query(`DELETE FROM ${table} WHERE kitchen_id = $1`, [kitchenId]);
        }
        await manager.query('DELETE FROM kitchen WHERE id = $1', [kitchenId]);
      }
      if (await manager.existsBy(KitchenEntity, { id: kitchenId })) return false;
      await manager.insert(KitchenEntity, { id: kitchenId, ...DEMO_KITCHEN });
      for (const [index, person] of DEMO_PEOPLE.entries()) {
        await manager.insert(PersonEntity, {
          id: DEMO_IDS.people[index]!,
          kitchenId,
          name: person.name,
          role: person.role,
          passphraseHash: await hashPassphrase(person.passphrase),
          settings: DEFAULT_SETTINGS,
        });
      }
      for (const [id, body] of [
        [DEMO_IDS.formulas.cakes, GRIDDLE_CAKES],
        [DEMO_IDS.formulas.crepes, SKERRY_CREPES],
      ] as const) {
        await manager.insert(FormulaEntity, { id, kitchenId, revision: 1 });
        await manager.insert(FormulaRevisionEntity, { formulaId: id, revision: 1, kitchenId, body } as never);
      }
      for (const { id, body } of DEMO_BURNERS)
        await manager.insert(BurnerEntity, { id, kitchenId, version: 1, body } as never);
      for (const { id, body } of DEMO_STATIONS)
        await manager.insert(StationEntity, { id, kitchenId, version: 1, body } as never);
      for (const reading of electricReadings(nowMs))
        await manager.insert(StationReadingEntity, { ...reading, kitchenId, madeBy: DEMO_IDS.people[0]! } as never);
      const finished = finishedMorning(nowMs);
      for (const run of [finished, upcomingMorning(nowMs, finished)]) await insertRun(manager, run, false);
      return true;
    });
  } finally {
    await source.destroy();
  }
}

/** Puts a run with its log into the demo kitchen as it stands. */
export async function insertRun(manager: EntityManager, run: DemoRun, rehearsal: boolean): Promise<void> {
  await manager.insert(RunEntity, {
    id: run.id,
    kitchenId: DEMO_IDS.kitchen,
    name: run.name,
    rehearsal,
    seed: DEMO_SEED,
    pins: run.pins,
    lastSeq: run.events.length,
  } as never);
  await manager.insert(
    RunEventEntity,
    run.events.map((event, index) => ({
      ...event,
      runId: run.id,
      seq: index + 1,
      kitchenId: DEMO_IDS.kitchen,
      personId: DEMO_IDS.people[0],
      simAtMs: event.simAtMs ?? null,
    })) as never[],
  );
}
