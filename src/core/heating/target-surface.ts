import type { FormulaBody } from '#core/formula';
import { coolestWithinC, flipBestAt, hottestWithWindowC, type Pace, type TimelineTable } from '#core/piece';

/** What a place is for a piece as batter and plate are believed now: too hot for any window, too cool to be done in time. */
export type PlaceFitness = 'good' | 'tooHot' | 'tooCool';

/** A place this much slower than the surface wanted holds up its panful. Assumed. */
const TOO_SLOW = 1.5;
/** A zone is not taken further below what its formula names, °C. Assumed. */
const BELOW_FORMULA_C = 10;
/** Of a zone's places this share is to have a good window: its hottest spot does not set the whole zone. Assumed. */
const SERVED_SHARE = 0.75;

/**
 * A window that hands can meet: where a base touches worse the inside holds so many times as late as in the mean, and a
 * look and a hand take so long, s. Assumed.
 */
const FOR_HANDS = { holdsTimes: 1.15, leastS: 20 };
/** Nine plates in ten are no hotter than so many spreads over what is believed. Definition. */
const SURELY_Z = 1.28;

/** The hottest a zone may be for a batter as it has shown itself: most of its places have a window that hands can meet, °C. */
export function hottestWantedC(
  heat: FormulaBody['heat'],
  table: TimelineTable,
  pace: Pace,
  besideC: readonly number[] = [],
): number {
  const good = hottestWithWindowC(table, pace);
  const met = hottestWithWindowC(table, pace, 'dark', FOR_HANDS);
  if (good === null || met === null) return heat.lowC - BELOW_FORMULA_C;
  const sorted = [...besideC].sort((a, b) => a - b);
  const hotC = sorted[Math.floor(SERVED_SHARE * (sorted.length - 1))] ?? 0;
  return Math.min(good, met) - hotC;
}

/**
 * The surface to run a zone at: the formula's own, or so much cooler that most of its places have a good window for the
 * batter as it has shown itself. A batter that browns fast, and a plate with hot spots, are run cooler; so is a plate of
 * which little is known, until it is: half way at the most to where a first side would be pale or take too long, since a
 * plate that is too cool ruins nothing.
 * @param besideC how far each place lies off its zone, °C
 * @param sdC how well the zone's heat is known, °C
 */
export function wantedSurfaceC(
  heat: FormulaBody['heat'],
  table: TimelineTable,
  pace: Pace,
  { besideC = [], sdC = 0 }: { readonly besideC?: readonly number[]; readonly sdC?: number } = {},
): number {
  const hottestC = hottestWantedC(heat, table, pace, besideC);
  const knownC = Math.max(heat.lowC - BELOW_FORMULA_C, Math.min(heat.targetC, hottestC));
  const coolestC = coolestWithinC(table, TOO_SLOW * flipBestAt(table, heat.targetC, pace), pace) ?? heat.lowC;
  const halfWayC = Math.max(heat.lowC - BELOW_FORMULA_C, (coolestC + hottestC) / 2);
  return Math.max(Math.min(knownC, halfWayC), Math.min(knownC, hottestC - SURELY_Z * sdC));
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
