import { timelineTable, type PieceInput, type TimelineTable } from '#core/piece';
import type { Pins, RunState } from '#core/run';
import { onceFor, type Memory } from '#core/setup';
import { pieceInput, type PourRef } from './piece-input.ts';

/** Timeline tables by what they depend on; the caller keeps it between forecasts. */
export type TableCache = Map<string, TimelineTable>;

/** The table of a pour, or of a piece that was poured. */
export function tableFor(
  pins: Pins,
  state: RunState,
  ref: PourRef,
  tables: TableCache,
  pouredAtMs: number,
): TimelineTable {
  const { formulaId, stationId, zoneId, lot, doses, volumeMl } = ref;
  const key = `${formulaId} ${stationId} ${zoneId} ${lot} ${doses} ${volumeMl} ${pouredAtMs}`;
  return tableOf(
    onceFor(INPUTS, pins, state, key, () => pieceInput(pins, state, ref, pouredAtMs)),
    tables,
  );
}
const INPUTS: Memory<PieceInput> = new WeakMap();

/** The table of an input, made once. */
export function tableOf(input: PieceInput, tables: TableCache): TimelineTable {
  let key = KEYS.get(input);
  if (key === undefined) KEYS.set(input, (key = JSON.stringify(input)));
  let table = tables.get(key);
  if (!table) tables.set(key, (table = timelineTable(input)));
  return table;
}

/** Inputs are long to write out. */
const KEYS = new WeakMap<PieceInput, string>();
