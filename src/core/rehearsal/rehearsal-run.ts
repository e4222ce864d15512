import { Memo } from '#core/memo';
import * as v from 'valibot';
import { FormulaBodySchema, SHELF, type FormulaBody } from '#core/formula';
import { pinsAfter } from '#core/carry-over';
import { CURRENT_VERSION, MODEL_VERSION, type Payload, type Pins, type StoredEvent } from '#core/run';
import type { Kitchen } from './kitchen.ts';

const ItemSchema = v.object({
  formula: v.pipe(
    v.union([v.pipe(v.string(), v.minLength(1)), FormulaBodySchema]),
    v.description('The name of a formula that ships, or a formula itself.'),
  ),
  pieces: v.pipe(v.number(), v.integer(), v.minValue(1), v.maxValue(500)),
  stations: v.optional(
    v.pipe(v.array(v.string()), v.minLength(1), v.description('Names of the kitchen’s stations; all when left out.')),
  ),
});

/** What is cooked in a rehearsal: pieces of one or more formulas, on the kitchen's stations. */
export const RehearsalRunSchema = v.object({
  $schema: v.optional(v.string()),
  name: v.pipe(v.string(), v.minLength(1), v.maxLength(80)),
  items: v.pipe(v.array(ItemSchema), v.minLength(1), v.maxLength(8)),
});
export type RehearsalRun = v.InferOutput<typeof RehearsalRunSchema>;

/** A run from a parsed file. @throws RangeError naming the field that is wrong and why. */
export function readRehearsalRun(file: unknown): RehearsalRun {
  const result = v.safeParse(RehearsalRunSchema, file);
  if (result.success) return result.output;
  const [issue] = result.issues;
  throw new RangeError(`${v.getDotPath(issue) ?? 'run'}: ${issue.message}`);
}

/** Service of every rehearsal: a fixed morning, so that two of them can be laid side by side. Common practice, no source. */
const SERVICE_MS = 1_767_600_000_000; // 5 January 2026, 8:00 UTC

/** Ids of a rehearsal: they stand for nothing but themselves and are the same each time. */
const rehearsalId = (n: number) => `0190c000-0000-7000-8000-${n.toString(16).padStart(12, '0')}`;
/** Where ids of each kind begin. Numerical. */
const FIRST_ID = { formula: 0x100, station: 0x200, brief: 0x300 };

/** A run in a kitchen as the desk is told of it. */
export interface ToldRun {
  readonly pins: Pins;
  readonly brief: StoredEvent;
  readonly stationIds: readonly string[];
  /** How its log is written. */
  readonly log: {
    readonly makeId: (n: number) => string;
    readonly deviceId: string;
    /** Kept by a clock of its own. */
    readonly rehearsal: boolean;
  };
}

/**
 * @param before what another morning in this kitchen left, the day before
 * @throws RangeError when a formula or a station has no such name.
 */
export function toldRun(
  kitchen: Kitchen,
  run: RehearsalRun,
  before?: Payload<'run-learned'> | null,
  memo = new Memo(),
): ToldRun {
  const stationIds = kitchen.stations.map((_station, index) => rehearsalId(FIRST_ID.station + index));
  const formulas = run.items.map(({ formula }, index) => ({
    id: rehearsalId(FIRST_ID.formula + index),
    revision: 1,
    body: typeof formula === 'string' ? shipped(formula) : formula,
  }));
  const idOf = (name: string) => {
    const index = kitchen.stations.findIndex(({ body }) => body.name === name);
    if (index < 0) throw new RangeError(`The kitchen has no station “${name}”.`);
    return stationIds[index]!;
  };
  const items = run.items.map(({ pieces, stations }, index) => ({
    formulaId: formulas[index]!.id,
    pieces,
    stationIds: stations ? stations.map(idOf) : stationIds,
  }));
  const pins: Pins = {
    ...{ modelVersion: MODEL_VERSION, timeZone: 'UTC', eggClass: 'usLarge', pressurePa: 101325, formulas },
    roomC: kitchen.roomC,
    stations: kitchen.stations.map(({ body }, index) => ({ id: stationIds[index]!, version: 1, body })),
  };
  return {
    stationIds,
    log: { makeId: rehearsalId, deviceId: rehearsalId(1), rehearsal: true },
    pins: before ? pinsAfter(pins, before, SERVICE_MS - 24 * 3_600_000, 1, memo) : pins,
    brief: {
      ...{ id: rehearsalId(FIRST_ID.brief), tapId: rehearsalId(FIRST_ID.brief + 1), deviceId: rehearsalId(1) },
      ...{ kind: 'brief-set', v: CURRENT_VERSION, offsetMs: 0, offsetSpreadMs: 0 },
      deviceAtMs: SERVICE_MS - 24 * 3_600_000,
      simAtMs: SERVICE_MS - 24 * 3_600_000,
      payload: { serviceAtMs: SERVICE_MS, items },
    },
  };
}

function shipped(name: string): FormulaBody {
  const body = SHELF.find((formula) => formula.name === name);
  if (!body) throw new RangeError(`No formula that ships is called “${name}”.`);
  return body;
}
