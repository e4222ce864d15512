import type { Memo, Question } from '#core/memo';
import { timelineTable, type PieceInput, type TimelineTable } from '#core/piece';
import type { RunView } from '#core/setup';
import { pieceInput, type PourRef } from './piece-input.ts';

/** About a quarter second and some tens of kilobytes each. */
const TABLES: Question<TimelineTable> = { name: 'timeline table', most: 400 };

/** The table of a pour, or of a piece that was poured. */
export function tableFor(run: RunView, ref: PourRef, pouredAtMs: number): TimelineTable {
  const { formulaId, stationId, zoneId, lot, doses, volumeMl, mouldMm } = ref;
  const key = `${formulaId} ${stationId} ${zoneId} ${lot} ${doses} ${volumeMl} ${mouldMm} ${pouredAtMs}`;
  return run.once(`table ${key}`, () => tableOf(pieceInput(run, ref, pouredAtMs), run.memo));
}

/** The table of an input, made once. */
export function tableOf(input: PieceInput, memo: Memo): TimelineTable {
  return memo.recall(TABLES, JSON.stringify(input), () => timelineTable(input));
}
