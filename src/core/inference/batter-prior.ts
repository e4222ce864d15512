import { LN_BROWNING, LN_TIME, OF_BATTER, scaledToOne } from './grid.ts';

const { exp, floor, hypot, LN2, sqrt } = Math;

/** A figure that is believed: its middle and its standard deviation. */
export interface Estimate {
  readonly mean: number;
  readonly sd: number;
}

/** What is known of a batter: ln of how much later its signs come, and of how much faster it browns. */
export interface BatterKnown {
  readonly lnTime: Estimate;
  readonly lnBrowning: Estimate;
  /** Ln of how much longer its second sides take; nothing when nobody told anything of them. */
  readonly lnSecond?: Estimate | undefined;
}

/** How a kept figure fades: towards what is usual, by half in so many days; and mornings differ by so much. */
export interface Fading {
  readonly usualSd: number;
  readonly halfLifeDays: number;
  readonly morningSd: number;
}

/** Prior spreads of a batter and the hands that mixed it, ln: its times, its browning and its second sides. Assumed, from the spread of the trade's ranges. */
export const PRIOR_SD = { lnTime: 0.12, lnBrowning: 0.25, lnSecond: 0.15 } as const;

/**
 * Flour, hands and milk change within seasons; a morning's own part is a fifth of how batters vary. Assumed.
 */
const BATTER_FADES = {
  lnTime: { usualSd: PRIOR_SD.lnTime, halfLifeDays: 90, morningSd: 0.05 },
  lnBrowning: { usualSd: PRIOR_SD.lnBrowning, halfLifeDays: 90, morningSd: 0.11 },
  lnSecond: { usualSd: PRIOR_SD.lnSecond, halfLifeDays: 90, morningSd: 0.07 },
} as const satisfies Record<keyof BatterKnown, Fading>;

/**
 * A kept estimate some days later: an Ornstein–Uhlenbeck process about the usual (its mean dies away, its variance grows
 * to the usual's), and a morning's own difference on top, never less certain than knowing nothing.
 */
export function fadedEstimate({ mean, sd }: Estimate, days: number, fades: Fading): Estimate {
  const kept = exp((-LN2 * Math.max(0, days)) / fades.halfLifeDays);
  const variance = kept * kept * sd * sd + (1 - kept * kept) * fades.usualSd ** 2;
  return { mean: kept * mean, sd: Math.min(fades.usualSd, hypot(sqrt(variance), fades.morningSd)) };
}

/** A batter as it was known, some days later. */
export function fadedBatter({ lnTime, lnBrowning, lnSecond }: BatterKnown, days: number): BatterKnown {
  return {
    lnTime: fadedEstimate(lnTime, days, BATTER_FADES.lnTime),
    lnBrowning: fadedEstimate(lnBrowning, days, BATTER_FADES.lnBrowning),
    ...(lnSecond ? { lnSecond: fadedEstimate(lnSecond, days, BATTER_FADES.lnSecond) } : {}),
  };
}

/** A batter that nobody has cooked yet. */
export const UNKNOWN_BATTER: Float64Array = batterOf({
  lnTime: { mean: 0, sd: PRIOR_SD.lnTime },
  lnBrowning: { mean: 0, sd: PRIOR_SD.lnBrowning },
});

/** One weight for each pair of time and browning; the two are taken to know nothing of each other. */
export function batterOf({ lnTime, lnBrowning }: Pick<BatterKnown, 'lnTime' | 'lnBrowning'>): Float64Array {
  return scaledToOne(
    Float64Array.from({ length: OF_BATTER }, (_, i) => {
      const time = LN_TIME.from + LN_TIME.step * floor(i / LN_BROWNING.count);
      const browning = LN_BROWNING.from + LN_BROWNING.step * (i % LN_BROWNING.count);
      return exp(
        -0.5 * (((time - lnTime.mean) / lnTime.sd) ** 2 + ((browning - lnBrowning.mean) / lnBrowning.sd) ** 2),
      );
    }),
  );
}
