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
import type { ServerConfig } from '../../src/server/config.ts';
import { ownerSource } from '../../src/server/database.ts';
import { FormulaEntity, FormulaRevisionEntity } from '../../src/server/features/library/entity.ts';
import { BurnerEntity, StationEntity, StationReadingEntity } from '../../src/server/features/stations/entity.ts';
import { KitchenEntity, PersonEntity } from '../../src/server/features/people/entity.ts';
import { nameKey } from '../../src/server/features/people/names.ts';
import { hashPassphrase } from '../../src/server/features/people/passphrase.ts';
import { RunEntity, RunEventEntity } from '../../src/server/features/runs/entity.ts';

/** How the demo is looked at, and what everybody knows of it. */
export const DEMO_DOORS: Required<Pick<ServerConfig, 'demo' | 'published'>> = {
  demo: {
    ...{ id: DEMO_IDS.kitchen, kitchen: DEMO_KITCHEN.name },
    ...{ name: DEMO_PEOPLE[0].name, passphrase: DEMO_PEOPLE[0].passphrase },
  },
  published: DEMO_PEOPLE.map(({ passphrase }) => passphrase),
};

/**
 * Puts the demo kitchen into the database: people, formulas, stations, yesterday's run and tomorrow's brief. Seeding again
 * changes nothing, nor brings back one that was deleted; `fresh` throws the demo away first, with everything cooked in it,
 * and touches no other kitchen.
 * @returns whether anything was written.
 */
export async function seedDemo(databaseUrl: string, fresh: boolean, nowMs = Date.now()): Promise<boolean> {
  const source = await ownerSource(databaseUrl).initialize();
  const kitchenId = DEMO_IDS.kitchen;
  try {
    return await source.transaction(async (manager) => {
      if (fresh) await manager.query('SELECT drop_kitchen($1)', [kitchenId]);
      const [{ putIn }] = await manager.query('SELECT demo_put_in_at IS NOT NULL AS "putIn" FROM house');
      if (putIn && !fresh) return false; // who deleted it has it no more
      await manager.query('UPDATE house SET demo_put_in_at = now()');
      await manager.insert(KitchenEntity, {
        id: kitchenId,
        nameKey: nameKey(DEMO_KITCHEN.name),
        askAgainMin: null,
        ...DEMO_KITCHEN,
      });
      for (const [index, person] of DEMO_PEOPLE.entries()) {
        await manager.insert(PersonEntity, {
          id: DEMO_IDS.people[index]!,
          kitchenId,
          name: person.name,
          nameKey: nameKey(person.name),
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
