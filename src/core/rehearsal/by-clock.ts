import type { PieceTimeline } from '#core/piece';
import { normal, seedFrom, seeded } from '#core/statistics';
import type { TrueOutcome } from './lying-piece.ts';

/** Who lifts by the clock waits so much longer than a piece was seen to need. Common practice, no source. */
const DONE_WAIT = 1.1;

/**
 * Both sides by a clock set on pieces that are off, as eyes saw their best moments; before any is off, the formula's own
 * times.
 */
export function byClock(
  seen: readonly (readonly [pieceId: string, outcome: TrueOutcome])[],
  formulas: Pick<PieceTimeline, 'flip' | 'lift'>,
  eyesLnSd: number,
  seed: number,
): { readonly firstS: number; readonly secondS: number } {
  const mean = (values: readonly number[], fallback: number) =>
    values.length ? values.reduce((a, b) => a + b, 0) / values.length : fallback;
  const eyes = (pieceId: string) => Math.exp(eyesLnSd * normal(seeded(seedFrom(`best ${pieceId}`, seed))));
  return {
    firstS: mean(
      seen.map(([pieceId, { bestS }]) => bestS * eyes(pieceId)),
      formulas.flip.bestS,
    ),
    secondS: mean(
      seen.flatMap(([, { doneS }]) => (doneS === null ? [] : [DONE_WAIT * doneS])),
      formulas.lift.bestS,
    ),
  };
}
