import type { Fault } from '#core/piece';
import type { Piece, RunState } from '#core/run';

/** One piece as it went, against what was shown for it. Seconds. */
export interface PieceRecord {
  readonly number: number;
  readonly placeId: string;
  readonly stationId: string;
  readonly formulaId: string;
  readonly fate: Piece['fate'];
  readonly firstSideS: number | null;
  readonly secondSideS: number | null;
  readonly predictedFirstS: number | null;
  /** Flipped later (+) or earlier (−) than shown as best. */
  readonly flipErrorS: number | null;
  readonly flippedInWindow: boolean | null;
  readonly liftErrorS: number | null;
  /** What was seen to be wrong with it, in the order in which it was said. */
  readonly faults: readonly Fault[];
}

export interface RunReview {
  readonly records: readonly PieceRecord[];
  readonly served: number;
  readonly failed: number;
  readonly stillOn: number;
  readonly flips: ErrorSummary;
  readonly lifts: ErrorSummary;
  /** Service time less the last lift, s; nothing while pieces are to come. */
  readonly readyBeforeServiceS: number | null;
}

interface ErrorSummary {
  readonly count: number;
  readonly meanS: number | null;
  /** Root mean square. */
  readonly rmsS: number | null;
  readonly insideShare: number | null;
}

/** What happened in a run, piece by piece and in sum. Pieces that were never shown a window, or never tapped, count as unknown. */
export function reviewRun(state: RunState): RunReview {
  const records = [...state.pieces.values()].map(recordOf);
  const lastOffMs = Math.max(-Infinity, ...[...state.pieces.values()].map((piece) => piece.offAtMs ?? -Infinity));
  const liftErrors = records.map((record) => record.liftErrorS);
  return {
    records,
    served: records.filter((record) => record.fate === 'lifted').length,
    failed: records.filter((record) => record.fate === 'failed').length,
    stillOn: records.filter((record) => record.fate === 'firstSide' || record.fate === 'secondSide').length,
    flips: summary(
      records.map((record) => record.flipErrorS),
      records.map((record) => record.flippedInWindow),
    ),
    lifts: summary(liftErrors, []),
    readyBeforeServiceS:
      state.brief && Number.isFinite(lastOffMs) ? (state.brief.serviceAtMs - lastOffMs) / 1000 : null,
  };
}

function recordOf(piece: Piece): PieceRecord {
  const { first, second } = piece.shown;
  const { pouredAtMs, offAtMs, assumed } = piece;
  // what nobody tapped has no time of its own: its error would be none, and flatter
  const flippedAtMs = assumed.first ? null : piece.flippedAtMs;
  const lifted = piece.fate === 'lifted' && !assumed.second ? offAtMs : null;
  return {
    number: piece.number,
    placeId: piece.placeId,
    stationId: piece.stationId,
    formulaId: piece.formulaId,
    fate: piece.fate,
    firstSideS: flippedAtMs === null ? null : (flippedAtMs - pouredAtMs) / 1000,
    secondSideS: flippedAtMs === null || lifted === null ? null : (lifted - flippedAtMs) / 1000,
    predictedFirstS: first ? (first.bestMs - pouredAtMs) / 1000 : null,
    flipErrorS: first && flippedAtMs !== null ? (flippedAtMs - first.bestMs) / 1000 : null,
    flippedInWindow:
      first && flippedAtMs !== null ? flippedAtMs >= first.earliestMs && flippedAtMs <= first.latestMs : null,
    faults: piece.faults.map(({ fault }) => fault),
    liftErrorS: second && lifted !== null ? (lifted - second.bestMs) / 1000 : null,
  };
}

function summary(errors: readonly (number | null)[], inside: readonly (boolean | null)[]): ErrorSummary {
  const known = errors.filter((error): error is number => error !== null);
  const judged = inside.filter((value): value is boolean => value !== null);
  return {
    count: known.length,
    meanS: known.length ? known.reduce((sum, error) => sum + error, 0) / known.length : null,
    rmsS: known.length ? Math.sqrt(known.reduce((sum, error) => sum + error * error, 0) / known.length) : null,
    insideShare: judged.length ? judged.filter(Boolean).length / judged.length : null,
  };
}
