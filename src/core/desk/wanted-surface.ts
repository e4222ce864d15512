import type { FormulaBody } from '#core/formula';
import { hottestWithWindowC, type Pace, type TimelineTable } from '#core/piece';

/** What a place is for a piece as batter and plate are believed now: too hot for any window, too cool to be done in time. */
export type PlaceFitness = 'good' | 'tooHot' | 'tooCool';

/** A place this much slower than the surface wanted holds up its panful. Assumed. */
const TOO_SLOW = 1.5;
/** A zone is not taken further below what its formula names, °C. Assumed. */
const BELOW_FORMULA_C = 10;
/** Of a zone's places this share is to have a good window: its hottest spot does not set the whole zone. Assumed. */
const SERVED_SHARE = 0.75;

/**
 * The surface to run a zone at: the formula's own, or so much cooler that most of its places have a good window for the
 * batter as it has shown itself. A batter that browns fast, and a plate with hot spots, are run cooler.
 * @param besideC how far each place lies off its zone, °C
 */
export function wantedSurfaceC(
  heat: FormulaBody['heat'],
  table: TimelineTable,
  pace: Pace,
  besideC: readonly number[],
): number {
  const upToC = hottestWithWindowC(table, pace);
  if (upToC === null) return heat.lowC - BELOW_FORMULA_C;
  const sorted = [...besideC].sort((a, b) => a - b);
  const hotC = sorted[Math.floor(SERVED_SHARE * (sorted.length - 1))] ?? 0;
  return Math.max(heat.lowC - BELOW_FORMULA_C, Math.min(heat.targetC, upToC - hotC));
}

/** What a place at a surface is for the next piece; `flipS` is its best flip, `wantedFlipS` that of the surface wanted. */
export function placeFitness(
  table: TimelineTable,
  pace: Pace,
  surfaceC: number,
  flipS: number,
  wantedFlipS: number,
): PlaceFitness {
  const upToC = hottestWithWindowC(table, pace, 'dark');
  if (upToC !== null && surfaceC > upToC) return 'tooHot';
  return flipS > TOO_SLOW * wantedFlipS ? 'tooCool' : 'good';
}
