import * as v from 'valibot';
import type { EntityManager } from 'typeorm';
import { fadedBatter } from '#core/inference';
import { payloadSchemas, type Payload, type Pins } from '#core/run';

/** What one real run of the kitchen left, and when. */
interface LeftBehind {
  readonly run: { readonly id: string; readonly name: string };
  readonly learned: Payload<'run-learned'>;
  readonly formulas: Pins['formulas'];
  readonly atMs: number;
}

/** Runs that are looked through: what is older has faded. */
const MAX_RUNS = 60;
const DAY_MS = 86_400_000;
/** A formula that was changed since is another batter, though not quite: as if so much time had passed. Assumed. */
const CHANGED_DAYS = 90;

/**
 * What real runs of the kitchen left for those to come, newest run first; of each run the last word that stands: not taken
 * back, not from a device that was put out of the kitchen, and of figures that can be.
 */
export async function leftBehind(manager: EntityManager): Promise<LeftBehind[]> {
  const rows: { id: string; name: string; payload: unknown; formulas: Pins['formulas']; at_ms: string }[] =
    await manager.query(
      `WITH run_of AS (
         SELECT DISTINCT r.id, r.name, r.created_at, r.pins->'formulas' AS formulas
         FROM run r JOIN run_event e ON e.run_id = r.id
         WHERE e.kind = 'run-learned' AND e.v = 1 AND NOT r.rehearsal
         ORDER BY r.created_at DESC, r.id LIMIT ${MAX_RUNS})
       SELECT r.id, r.name, e.payload, r.formulas, e.device_at_ms + e.offset_ms AS at_ms
       FROM run_of r JOIN run_event e ON e.run_id = r.id
       WHERE e.kind = 'run-learned' AND e.v = 1
         AND NOT EXISTS (
           SELECT 1 FROM run_event u
           WHERE u.run_id = e.run_id AND u.kind = 'undone' AND u.payload->'eventIds' ? e.id::text)
         AND NOT EXISTS (
           SELECT 1 FROM person p WHERE p.id = e.person_id AND p.kind = 'device' AND p.left_at IS NOT NULL)
       ORDER BY r.created_at DESC, r.id, e.seq DESC`,
    );
  const lastOf = new Map<string, LeftBehind>();
  for (const { id, name, payload, formulas, at_ms } of rows) {
    const read = v.safeParse(payloadSchemas['run-learned'], payload);
    if (read.success && !lastOf.has(id))
      lastOf.set(id, { run: { id, name }, learned: read.output, formulas, atMs: Number(at_ms) });
  }
  return [...lastOf.values()];
}

/** What was last learned of a formula's batter, faded, as a run pins it. */
export function batterLearned(
  runs: readonly LeftBehind[],
  { id, revision }: Pick<Pins['formulas'][number], 'id' | 'revision'>,
  nowMs: number,
): Pins['formulas'][number]['learned'] {
  for (const { learned, formulas, atMs } of runs) {
    const known = learned.batters.find(({ formulaId }) => formulaId === id);
    if (!known) continue;
    const changed = formulas.find((formula) => formula.id === id)?.revision !== revision;
    return { ...fadedBatter(known, (nowMs - atMs) / DAY_MS + (changed ? CHANGED_DAYS : 0)), atMs };
  }
  return undefined;
}
