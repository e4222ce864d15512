import type { Ground } from './problem.ts';
import type { Rhythm } from './rhythm.ts';

/** A round in which every zone has one panful: what follows what, from the last back, until it begins again. */
export interface Round {
  readonly panfuls: readonly Rhythm[];
  readonly lengthS: number;
}

/** Lengths of a round are tried by steps of this share, and each by so many placings. Numerical: tried. */
const STEP = 0.008;
const PLACINGS = 300; // Numerical: tried.
/** A block is tried again so much after where it found room, s. Numerical: tried. */
const AGAIN_S = 0.5;
/** A round is sought up to so many times the shortest. Numerical: tried. */
const LONGEST = 1.3;

/** Blocks on a clock face of so many seconds. */
class Face {
  readonly starts: number[] = [];
  readonly ends: number[] = [];
  readonly lengthS: number;
  constructor(lengthS: number) {
    this.lengthS = lengthS;
  }

  /** The first moment from `fromS` on from which so many seconds are free, up to `toS`; null: there is none. */
  free(fromS: number, lengthS: number, toS: number): number | null {
    let at = fromS;
    for (let moved = true; moved;) {
      moved = false;
      if (at > toS + 1e-7 || at > fromS + this.lengthS) return null;
      for (let i = 0; i < this.starts.length; i++) {
        // how far into this block, or its shadow before, the moment is
        const shadow = this.ends[i]! - this.starts[i]! + lengthS;
        const into = modulo(at - this.starts[i]! + lengthS, this.lengthS);
        if (into > 1e-7 && into < shadow - 1e-7) {
          at += shadow - into;
          moved = true;
        }
      }
    }
    return at;
  }
}

const modulo = (value: number, by: number) => value - Math.floor(value / by) * by;

/**
 * The shortest round of panfuls of one size, one on each of so many zones, by one pair of hands: lengths are tried from
 * the shortest that hands and zones bear, and in each panful after panful is put where an earlier one ends or may be
 * joined, by a search that is broken off. It may miss a shorter one.
 * @param belowS longer ones are of no use
 */
export function shortestRound(
  { blocks, recoveryS }: Ground,
  size: number,
  zones: number,
  busiest: number,
  belowS = Infinity,
): Round | null {
  const own = blocks[size - 1]!;
  const handsS = (own.pourS + own.flipS + own.liftS) / busiest;
  const cycleS = own.pourToFlip[0] + own.flipToLift[0] + own.liftS + recoveryS;
  const leastS = Math.max(zones * handsS, cycleS);
  for (let lengthS = leastS; lengthS <= Math.min(LONGEST * leastS, belowS - 1e-6); lengthS *= 1 + STEP) {
    const placed = packed(own, recoveryS, zones, lengthS);
    if (placed) return { panfuls: inTurn(placed, lengthS, own.liftS), lengthS };
  }
  return null;
}

type Placing = readonly [pourS: number, flipS: number, liftS: number];

function packed(own: Ground['blocks'][number], recoveryS: number, zones: number, lengthS: number): Placing[] | null {
  const { pourS, flipS, liftS, pourToFlip, flipToLift } = own;
  const face = new Face(lengthS);
  const placed: Placing[] = [];
  let tried = 0;
  const put = (at: Placing): void => {
    [pourS, flipS, liftS].forEach((length, i) => {
      face.starts.push(at[i]!);
      face.ends.push(at[i]! + length);
    });
    placed.push(at);
  };
  const take = (): void => {
    face.starts.length -= 3;
    face.ends.length -= 3;
    placed.length -= 1;
  };
  const next = (): boolean => {
    if (placed.length === zones) return true;
    // a panful is joined to another by its pour, its flip or its lift
    const joins =
      placed.length === 0
        ? [0]
        : face.ends.flatMap((end) => [end, end - pourToFlip[0], end - pourToFlip[0] - flipToLift[0]]);
    for (const join of joins) {
      const pour = face.free(modulo(join, lengthS), pourS, Infinity);
      if (pour === null) continue;
      for (let flip = face.free(pour + pourToFlip[0], flipS, pour + pourToFlip[1]); flip !== null;) {
        const latest = Math.min(flip + flipToLift[1], pour + lengthS - recoveryS - liftS);
        for (let lift = face.free(flip + flipToLift[0], liftS, latest); lift !== null;) {
          if (++tried > PLACINGS) return false;
          put([pour, flip, lift]);
          if (next()) return true;
          take();
          lift = face.free(lift + AGAIN_S + flipS, liftS, latest);
        }
        flip = face.free(flip + AGAIN_S + flipS, flipS, pour + pourToFlip[1]);
      }
    }
    return false;
  };
  return next() ? placed : null;
}

/** Panfuls of a round from the last lift back: how long before the one before it each ends. */
function inTurn(placed: readonly Placing[], lengthS: number, liftS: number): Rhythm[] {
  const byEnd = placed
    .map(([pour, flip, lift]) => ({ endS: modulo(lift + liftS, lengthS), lags: [flip - pour, lift - flip] as const }))
    .sort((a, b) => b.endS - a.endS);
  return byEnd.map(({ endS, lags }, i) => {
    const afterS = byEnd[(i + byEnd.length - 1) % byEnd.length]!.endS;
    return { lags, headwayS: modulo(afterS - endS, lengthS) || lengthS };
  });
}
