import { ConsistencyFault, type Estimate } from './estimate.ts';
import { SPREAD_SHORTFALL, slumpYieldStressPa } from './slump.ts';

/** What a cook's rule, measure and batter are worth: 3 mm across, 4 % of the volume, 5 % of the density (68 %). Assumed. */
const SPREAD_ERRORS = { diameterMm: 3, volumeShare: 0.04, densityShare: 0.05 } as const;

/** Below this a pour on a plate is held by surface tension and not by its yield stress, Pa. Common practice, no source. */
const LEAST_YIELD_STRESS_PA = 1.5;

export interface SpreadReading {
  readonly volumeMl: number;
  /** Across, after a minute, mm. */
  readonly diameterMm: number;
  /** Across the ring or cup it was poured from, mm; a pour cannot end smaller. */
  readonly ringMm?: number | undefined;
}

/**
 * Yield stress from a pour on a level cold plate: the slump law read backwards, with the same shortfall as the pour of a
 * cake, so that a test and a cake agree. Spread: ln τ = ln ρ + 2 ln V − 5 ln R.
 * @throws ConsistencyFault when it is smaller than its ring, or so wide that surface tension holds it
 */
export function yieldStressOfSpread(reading: SpreadReading, densityKgM3: number): Estimate {
  const { volumeMl, diameterMm, ringMm } = reading;
  if (!(volumeMl > 0)) throw new ConsistencyFault('notPositive', 'The volume must be above zero.', 'volumeMl');
  const ring = ringMm ?? ringOf(volumeMl);
  if (!(diameterMm >= ring))
    throw new ConsistencyFault(
      'smallerThanRing',
      `A pour cannot be smaller than what it was poured from (${Math.round(ring)} mm).`,
      'diameterMm',
      ring,
    );
  const radiusM = diameterMm / 2000 / SPREAD_SHORTFALL;
  const value = slumpYieldStressPa(volumeMl * 1e-6, densityKgM3, radiusM);
  if (value < LEAST_YIELD_STRESS_PA)
    throw new ConsistencyFault(
      'thinRunsOff',
      'So thin a batter is held by its skin and not by itself: time it through a cup or funnel.',
      'diameterMm',
      widestMm(volumeMl, densityKgM3),
    );
  const { diameterMm: ofDiameter, volumeShare, densityShare } = SPREAD_ERRORS;
  return {
    quantity: 'yieldStress',
    value,
    sdLn: Math.hypot(densityShare, 2 * volumeShare, (5 * ofDiameter) / diameterMm),
  };
}

/** A measure as wide as it is high: the smallest a pour of this volume can be. */
function ringOf(volumeMl: number): number {
  return ((4 * volumeMl * 1000) / Math.PI) ** (1 / 3);
}

function widestMm(volumeMl: number, densityKgM3: number): number {
  const at = slumpYieldStressPa(volumeMl * 1e-6, densityKgM3, 1);
  return 2000 * SPREAD_SHORTFALL * (at / LEAST_YIELD_STRESS_PA) ** 0.2;
}
