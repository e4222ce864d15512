import type { CookedFault } from '#core/forecast';
import { BROWNING_LSTAR } from '#core/piece';
import type { TrueOutcome } from './lying-piece.ts';

/** A piece of an obeyed morning: how it really was, and what its formula would have had. */
export interface ObeyedPiece extends Omit<TrueOutcome, 'look'> {
  readonly pieceId: string;
  readonly formulaId: string;
  readonly stationId: string;
  readonly zoneId: string;
  readonly placeId: string;
  readonly pouredAtMs: number;
  readonly liftedAtMs: number;
  /** The first side of this batter at its formula's own surface by the plain model, s. */
  readonly usualFirstS: number;
}

/** How a plate fared against what it bears: the most it was over, °C, and for how long, s. */
export interface PlateFared {
  readonly stationId: string;
  /** Its coating or the fat on it. */
  readonly face: { readonly overC: number; readonly overS: number };
  /** Its batter. */
  readonly batter: { readonly overC: number; readonly overS: number };
  /** Turns of its dials while it was lit, lighting and turning off left out, and how long that was, s. */
  readonly turns: number;
  readonly litS: number;
}

export interface ObeyedMorning {
  readonly pieces: readonly ObeyedPiece[];
  readonly plates: readonly PlateFared[];
  /** What was asked of the hands from the first pour on beside pours, flips and lifts. */
  readonly prompts: number;
  readonly panfuls: number;
  readonly serviceAtMs: number;
}

/** A slower first side than so many times its formula's is a cold plate, which ruins nothing and is not right either. Assumed. */
const SLOWEST_FIRST = 1.5;
/** What comes later after service is late, ms. Common practice, no source. */
const LATE_MS = 5 * 60_000;
/** A plate may pass what it bears for so long: a look and a hand take that, s. Assumed. */
const OVER_AT_MOST_S = 15;

export type ObeyedFault = 'raw' | 'burnt' | 'dark' | 'pale' | 'slow' | 'late';

/** What is wrong with a piece as food, the worst first. */
export function trueFault(piece: Omit<TrueOutcome, 'look'>): CookedFault | null {
  const { dark, burnt, lightGold } = BROWNING_LSTAR;
  const darkest = Math.min(piece.firstLStar, piece.secondLStar);
  if (darkest < burnt) return 'burnt';
  if (!piece.cooked || piece.holdsS === null || piece.flippedS < piece.holdsS) return 'raw';
  if (darkest < dark) return 'dark';
  return piece.firstLStar > lightGold || piece.secondDarkest > lightGold ? 'pale' : null;
}

/**
 * What is wrong with a piece, the worst first; nothing: it is right, turned while its inside held, its first face light
 * gold to brown, cooked inside, its second face at least light gold in patches and not past brown, in time.
 */
export function obeyedFault(piece: ObeyedPiece, serviceAtMs: number): ObeyedFault | null {
  const fault = trueFault(piece);
  if (fault) return fault;
  if (piece.flippedS > SLOWEST_FIRST * piece.usualFirstS) return 'slow';
  return piece.liftedAtMs > serviceAtMs + LATE_MS ? 'late' : null;
}

export interface ObeyScore {
  readonly pieces: number;
  readonly right: number;
  readonly burnt: number;
  readonly raw: number;
  readonly dark: number;
  readonly pale: number;
  readonly slow: number;
  readonly late: number;
  /** The worst plate's degrees and seconds past what its coating or fat bears. */
  readonly overLimitC: number;
  readonly overLimitS: number;
  /** Plates whose batter's limit was passed for longer than a hand takes. */
  readonly overBatterC: number;
  readonly overBatterS: number;
  readonly medianFirstSideS: number;
  /** Turns of dials a plate and hour, of the plate that was turned most. */
  readonly turns: number;
  /** Prompts a panful beside pours, flips and lifts. */
  readonly prompts: number;
  readonly lateMin: number;
}

export function obeyScore(morning: ObeyedMorning): ObeyScore {
  const { pieces, plates, prompts, panfuls, serviceAtMs } = morning;
  const faults = pieces.map((piece) => obeyedFault(piece, serviceAtMs));
  const count = (fault: ObeyedFault | null) => faults.filter((each) => each === fault).length;
  const worst = (of: (plate: PlateFared) => number) => Math.max(0, ...plates.map(of));
  const firstSides = pieces.map(({ flippedS }) => flippedS).sort((a, b) => a - b);
  const lastLiftMs = Math.max(...pieces.map(({ liftedAtMs }) => liftedAtMs));
  return {
    pieces: pieces.length,
    right: count(null),
    ...{ burnt: count('burnt'), raw: count('raw'), dark: count('dark'), pale: count('pale') },
    ...{ slow: count('slow'), late: count('late') },
    overLimitC: worst(({ face }) => face.overC),
    overLimitS: worst(({ face }) => face.overS),
    overBatterC: worst(({ batter }) => batter.overC),
    overBatterS: worst(({ batter }) => batter.overS),
    medianFirstSideS: firstSides[Math.floor(firstSides.length / 2)] ?? 0,
    turns: worst(({ turns, litS }) => (3600 * turns) / Math.max(1800, litS)),
    prompts: prompts / Math.max(1, panfuls),
    lateMin: Math.max(0, (lastLiftMs - serviceAtMs) / 60_000),
  };
}

/** A plate passed what it bears for longer than a look and a hand take. */
export function passedLimit({ overS }: { readonly overS: number }): boolean {
  return overS > OVER_AT_MOST_S;
}
