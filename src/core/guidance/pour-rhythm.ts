import { median } from 'es-toolkit';
import type { RunState } from '#core/run';

/** A rhythm is told of so many turns of a pan. Common practice, no source: three alike are no accident. */
const TURNS = 3;
/** So far off their middle the turns of one rhythm are at most, of it and s. Assumed. */
const ALIKE = 0.35;
const ALIKE_S = 3;
/** Longer between a lift and the next pour is no rhythm but a pause, s. Assumed. */
const LONGEST_S = 60;

/** When the next pour on a pan comes by the rhythm of its last ones: so long after what lay there came off. */
export interface PourRhythm {
  readonly afterS: number;
  readonly dueMs: number;
  /** What came off last: a rhythm counts from it. */
  readonly afterPieceId: string;
}

/** The rhythm in which a pan is filled again; null while there is none, or something lies on it. */
export function pourRhythm({ pieces }: RunState, stationId: string): PourRhythm | null {
  const turns = [...pieces.values()]
    .filter((piece) => piece.stationId === stationId)
    .sort((a, b) => a.pouredAtMs - b.pouredAtMs)
    .slice(-TURNS - 1);
  const last = turns.at(-1);
  if (turns.length <= TURNS || last?.offAtMs == null || last.assumed.second) return null;
  const gapsS = turns.slice(1).map(({ pouredAtMs }, i) => {
    const { offAtMs, assumed } = turns[i]!;
    return offAtMs === null || assumed.second ? NaN : (pouredAtMs - offAtMs) / 1000;
  });
  const afterS = median(gapsS);
  const alikeS = Math.max(ALIKE_S, ALIKE * afterS);
  const steady = gapsS.every((gapS) => gapS >= 0 && gapS <= LONGEST_S && Math.abs(gapS - afterS) <= alikeS);
  return steady ? { afterS, dueMs: last.offAtMs + 1000 * afterS, afterPieceId: last.id } : null;
}
