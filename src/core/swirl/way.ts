/** How a hand swirls: how long it pours, when the tilt begins after that, how steep and how fast it goes round. */
export interface SwirlHands {
  readonly pourS: number;
  /** From the end of the pour. */
  readonly waitS: number;
  readonly tiltDeg: number;
  readonly turnsPerS: number;
  /** Where the tilt goes first, degrees. */
  readonly fromDeg: number;
}

/** A blade drawn round over a pour: the film it leaves in a batter of a consistency. */
export interface Spreader {
  readonly leavesM: number;
  readonly inPaSn: number;
}

/** How a pour becomes a film: tilted at once, left to settle and then turned slowly, or drawn out. */
export type FilmWay = 'tilt' | 'settle' | Spreader;

/** A practised hand. Common practice, no source: poured in a second, tilted at once, round about every two. */
export const USUAL_HANDS: SwirlHands = { pourS: 0.8, waitS: 0, tiltDeg: 16, turnsPerS: 0.5, fromDeg: 0 };
/** One that lets the batter settle first, and then turns it gently. Common practice, no source. */
const SETTLING_HANDS: SwirlHands = { ...USUAL_HANDS, waitS: 1.5, tiltDeg: 10, turnsPerS: 0.25 };

export function handsOf(way: FilmWay = 'tilt'): SwirlHands {
  return way === 'settle' ? SETTLING_HANDS : USUAL_HANDS;
}

/**
 * The film that a spreader leaves, m: a hand holds it down with the same weight, and it rides on what it shears, so that
 * a thicker batter lifts it with the root of its consistency.
 * Source: lift of a plane slider, h² ∝ μ U B² / W (Reynolds 1886, Phil. Trans. R. Soc. 177), from memory.
 */
export function leftM({ leavesM, inPaSn }: Spreader, consistencyPaSn: number): number {
  return leavesM * Math.sqrt(consistencyPaSn / inPaSn);
}
