import { Z_NINE_IN_TEN } from '#core/units';
import type { RehearsedPiece } from './rehearsal.ts';
import { notOverBrown } from './true-window.ts';

const VERDICTS = ['good', 'early', 'late', 'tooHot', 'raw', 'overBrown'] as const;
export type PieceVerdict = (typeof VERDICTS)[number];

/** What a piece came to: how it was flipped counts first, then how it came off. */
export function verdictOf(piece: RehearsedPiece): PieceVerdict {
  const { flippedS, earliestS, latestS } = piece;
  if (piece.tooHot) return 'tooHot';
  if (flippedS < earliestS) return 'early';
  if (flippedS > latestS) return 'late';
  if (!piece.cooked) return 'raw';
  return notOverBrown(piece) ? 'good' : 'overBrown';
}

/** A share with the span that holds it in nine of ten such counts. */
export interface Share {
  readonly share: number;
  readonly low: number;
  readonly high: number;
}

/** Share of successes with its Wilson interval (Wilson 1927), 90 %. Nothing counted: anything is possible. */
export function shareOf(good: number, count: number): Share {
  if (count === 0) return { share: 0, low: 0, high: 1 };
  const p = good / count;
  const z2n = Z_NINE_IN_TEN ** 2 / count;
  const middle = (p + z2n / 2) / (1 + z2n);
  const half = (Z_NINE_IN_TEN / (1 + z2n)) * Math.sqrt((p * (1 - p)) / count + z2n / (4 * count));
  return { share: p, low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}

export interface RehearsalScore {
  readonly pieces: number;
  /** Flipped inside the true window; lifted cooked and not over-brown; both. */
  readonly flipped: Share;
  readonly lifted: Share;
  readonly good: Share;
  /** Flip against the best moment, root mean square, s. */
  readonly flipRmsS: number;
  readonly verdicts: Readonly<Record<PieceVerdict, number>>;
}

/** Scores pieces after each zone's test piece. */
export function scoreOf(all: readonly RehearsedPiece[]): RehearsalScore {
  const pieces = all.filter(({ test }) => !test);
  const count = (good: (piece: RehearsedPiece) => boolean) => pieces.filter(good).length;
  const inWindow = ({ flippedS, earliestS, latestS }: RehearsedPiece) => flippedS >= earliestS && flippedS <= latestS;
  const cooked = (piece: RehearsedPiece) => piece.cooked && notOverBrown(piece);
  const square = pieces.reduce((sum, { flippedS, bestS }) => sum + (flippedS - bestS) ** 2, 0);
  return {
    pieces: pieces.length,
    flipped: shareOf(count(inWindow), pieces.length),
    lifted: shareOf(count(cooked), pieces.length),
    good: shareOf(
      count((piece) => inWindow(piece) && cooked(piece)),
      pieces.length,
    ),
    flipRmsS: Math.sqrt(square / Math.max(1, pieces.length)),
    verdicts: Object.fromEntries(
      VERDICTS.map((verdict) => [verdict, count((piece) => verdictOf(piece) === verdict)]),
    ) as Record<PieceVerdict, number>,
  };
}
