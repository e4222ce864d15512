import type { DataSource } from 'typeorm';
import { inKitchen } from '../../database.ts';
import type { KnownSession } from '../../plugins/sessions.ts';
import { record } from '../audit/service.ts';

/** What belongs to a kitchen, table by table, without what opens doors. */
const PARTS = {
  kitchen: 'SELECT id, name, time_zone, facts, ask_again_min FROM kitchen ORDER BY id',
  person: 'SELECT id, name, kind, role, settings, left_at FROM person ORDER BY id',
  ingredient: 'SELECT * FROM ingredient ORDER BY id',
  formula: 'SELECT * FROM formula ORDER BY id',
  formula_revision: 'SELECT * FROM formula_revision ORDER BY formula_id, revision',
  burner: 'SELECT * FROM burner ORDER BY id',
  station: 'SELECT * FROM station ORDER BY id',
  station_reading: 'SELECT * FROM station_reading ORDER BY id',
  ladle: 'SELECT * FROM ladle ORDER BY id',
  run: 'SELECT id, name, rehearsal, seed, pins, last_seq, created_at FROM run ORDER BY created_at, id',
  audit: 'SELECT at, person_id, what, detail FROM audit ORDER BY id',
} as const;
const PAGE = 500;

/**
 * Everything of the kitchen, one JSON object a line: `{"table", "row"}`, the log of each run last, its seals with it.
 * However long, little of it is held at once.
 */
export async function* exported(source: DataSource, session: KnownSession): AsyncGenerator<string> {
  await inKitchen(source, session.kitchenId, (manager) => record(manager, session, 'exported'));
  const read = (sql: string, values: unknown[] = []): Promise<Record<string, unknown>[]> =>
    inKitchen(source, session.kitchenId, (manager) => manager.query(sql, values));
  let runs: Record<string, unknown>[] = [];
  for (const [table, sql] of Object.entries(PARTS)) {
    const rows = await read(sql);
    if (table === 'run') runs = rows;
    if (rows.length > 0) yield rows.map((row) => `${JSON.stringify({ table, row })}\n`).join('');
  }
  for (const { id, last_seq: last } of runs) {
    for (let seq = 0; seq < Number(last); seq += PAGE) {
      const rows = await read(
        `SELECT run_id, seq, id, kind, v, device_id, device_at_ms, offset_ms, offset_spread_ms, sim_at_ms, tap_id, person_id,
                made_by, payload, received_at, encode(seal, 'hex') AS seal
         FROM run_event WHERE run_id = $1 AND seq > $2 AND seq <= $3 ORDER BY seq`,
        [id, seq, Math.min(Number(last), seq + PAGE)],
      );
      yield rows.map((row) => `${JSON.stringify({ table: 'run_event', row })}\n`).join('');
    }
  }
}
