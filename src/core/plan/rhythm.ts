import type { Ground } from './problem.ts';

/** Panfuls that follow one another at one distance, each with the same lags, for ever: hands never meet. */
export interface Rhythm {
  readonly headwayS: number;
  /** From pour to flip, and from flip to lift. */
  readonly lags: readonly [number, number];
}

/** Headways are tried by steps of this, s. Numerical. */
const STEP_S = 0.25;

/**
 * The shortest headway of panfuls of one size on so many zones in turn by one pair of hands, with lags at which pour, flip
 * and lift share the headway without meeting; nothing where none is shorter than hands that do one panful at a time.
 * Closed: of a headway h the three blocks lie in it in one of two orders, so that flip and lift fall into intervals modulo
 * h; the smallest lags within their windows are taken. Own derivation.
 * @param busiest share of the headway that hands may be busy
 */
export function shortestRhythm(
  { blocks, recoveryS }: Ground,
  size: number,
  zones: number,
  busiest: number,
): Rhythm | null {
  const { pourS, flipS, liftS, pourToFlip, flipToLift } = blocks[size - 1]!;
  const handsS = (pourS + flipS + liftS) / busiest;
  const shortestS = pourToFlip[0] + flipToLift[0] + liftS + recoveryS;
  for (let h = Math.max(handsS, shortestS / zones); h < Math.max(handsS, shortestS) + STEP_S; h += STEP_S) {
    const longestS = zones * h - recoveryS - liftS;
    // where flip and lift may begin within the headway: flip first, or lift first
    const orders = [
      { flip: [pourS, h - liftS - flipS], liftAfterFlip: true },
      { flip: [pourS + liftS, h - flipS], liftAfterFlip: false },
    ] as const;
    for (const { flip, liftAfterFlip } of orders) {
      const first = leastModulo(pourToFlip, flip, h);
      if (first === null) continue;
      const flipAt = first % h;
      const lift = liftAfterFlip ? ([flipAt + flipS, h - liftS] as const) : ([pourS, flipAt - liftS] as const);
      const whole = leastModulo([first + flipToLift[0], Math.min(first + flipToLift[1], longestS)], lift, h);
      if (whole !== null) return { headwayS: h, lags: [first, whole - first] };
    }
  }
  return null;
}

/** The least value of a window whose rest by h lies in an interval. */
function leastModulo(
  [from, to]: readonly [number, number],
  [low, high]: readonly [number, number],
  h: number,
): number | null {
  if (high < low - 1e-9) return null;
  const rest = from - Math.floor(from / h) * h;
  const value = rest < low ? from + low - rest : rest <= high + 1e-9 ? from : from + h - rest + low;
  return value <= to + 1e-9 ? value : null;
}
