import type { Memo, Question } from '#core/memo';
import {
  TABLE_SURFACES_C,
  tableRow,
  timelineTable,
  type PieceInput,
  type SimulatedPiece,
  type TimelineTable,
} from '#core/piece';
import { stationNow, type RunView } from '#core/setup';
import { pieceInput, type PourRef } from './piece-input.ts';

/** About a quarter second and some tens of kilobytes each. */
const TABLES: Question<TimelineTable> = { name: 'timeline table', most: 400 };

/** The table of a pour, or of a piece that was poured. */
export function tableFor(run: RunView, ref: PourRef, pouredAtMs: number): TimelineTable {
  const { formulaId, stationId, zoneId, lot, doses, volumeMl, mouldMm } = ref;
  const key = `${formulaId} ${stationId} ${zoneId} ${lot} ${doses} ${volumeMl} ${mouldMm} ${pouredAtMs}`;
  return run.once(`table ${key}`, () => tableOf(pieceInput(run, ref, pouredAtMs), run.memo));
}

/** Rows of tables that are not whole yet. */
const ROWS: Question<SimulatedPiece> = { name: 'row of a timeline table', most: 200 };

/** The table of an input, made once. */
export function tableOf(input: PieceInput, memo: Memo): TimelineTable {
  const name = JSON.stringify(input);
  return memo.recall(TABLES, name, () =>
    timelineTable(input, (surfaceC) => memo.recall(ROWS, rowName(name, surfaceC), () => tableRow(input, surfaceC))),
  );
}

const rowName = (table: string, surfaceC: number) => `${table} ${surfaceC}`;

/** A lot that warms brings its pours another table every few minutes: so long ahead it is made, ms. Numerical. */
const AHEAD_MS = 60_000;

/**
 * Makes a row that a pour soon to come will want, where one is wanting: work for while nobody waits.
 * @returns whether there was one to make
 */
export function rowMadeAhead(run: RunView, nowMs: number): boolean {
  for (const { formulaId, stationIds } of run.state.brief?.items ?? [])
    for (const stationId of stationIds)
      for (const { id: zoneId } of stationNow(run, stationId).zones) {
        const input = pieceInput(run, { formulaId, stationId, zoneId }, nowMs + AHEAD_MS);
        const name = JSON.stringify(input);
        if (run.memo.kept(TABLES, name)) continue;
        const surfaceC = TABLE_SURFACES_C.find((atC) => !run.memo.kept(ROWS, rowName(name, atC)));
        if (surfaceC !== undefined) run.memo.keep(ROWS, rowName(name, surfaceC), tableRow(input, surfaceC));
        else tableOf(input, run.memo);
        return true;
      }
  return false;
}
