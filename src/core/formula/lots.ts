import type { FormulaBody } from './formula.ts';
import type { ScaledBatter, ScaledLine } from './scale.ts';
import { WHITES_A_LOT, isWhipped, whitesIn } from './whites.ts';

/** A bowl is filled this far, or it cannot be beaten in. Common practice, no source. */
const BOWL_FILL = 0.6;
/** Whipped whites hold this long once they are folded in, minutes. Common practice, no source; low certainty. */
const WHITES_HOLD_MIN = 10;

export interface LotLimits {
  /** Room of the largest bowl, mL; null: no limit. */
  readonly bowlMl: number | null;
  /** From the first pour to the last, minutes; null: not known yet. */
  readonly pouringMin: number | null;
}

interface Lot {
  /** Share of the whole batter. */
  readonly share: number;
  readonly volumeMl: number;
  readonly massG: number;
  readonly lines: readonly ScaledLine[];
}

export interface Lots {
  /** What asks for more than one lot. */
  readonly because: 'bowl' | 'restWindow' | 'whites' | null;
  /** Lots that the limits ask for; fewer are made when there are not as many eggs. */
  readonly wanted: number;
  readonly lots: readonly Lot[];
}

/**
 * Parts a batter into lots that fit the bowl, that are poured inside their rest window and, with whipped whites, before
 * they sink. Each lot has whole eggs: seven in two lots are four and three, and the lots are as large as their eggs.
 */
export function lotsOf(batter: ScaledBatter, body: FormulaBody, { bowlMl, pouringMin }: LotLimits): Lots {
  const byBowl = bowlMl === null ? 1 : Math.ceil(batter.volumeMl / (bowlMl * BOWL_FILL) - 1e-9);
  const window = Math.max(1, body.rest.latestMin - body.rest.bestMin);
  const byWindow = pouringMin === null ? 1 : Math.ceil(pouringMin / window - 1e-9);
  const byWhites = body.type === 'whippedWhite' ? whippedLots(batter, pouringMin) : 1;
  const wanted = Math.max(1, byBowl, byWindow, byWhites);
  const because = wanted === 1 ? null : wanted === byWhites ? 'whites' : wanted === byBowl ? 'bowl' : 'restWindow';
  const shares = sharesOf(batter, body, wanted);
  const counts = shares.map(({ of, all }) => (line: ScaledLine) => {
    const eggs = line.eggs === undefined ? NaN : (line.eggs * of) / all;
    // yolks beaten into a base that is parted by weight are not counted
    return Number.isInteger(eggs) ? { eggs } : {};
  });
  return {
    because,
    wanted,
    lots: shares.map(({ of, all }, index) => {
      const share = of / all;
      return {
        share,
        volumeMl: batter.volumeMl * share,
        massG: batter.massG * share,
        lines: batter.lines.map((line) => ({
          ...line,
          massG: line.massG === null ? null : line.massG * share,
          heldBackG: line.heldBackG * share,
          ...counts[index]!(line),
        })),
      };
    }),
  };
}

/** Lots in which whites are whipped: three whites at the most, and what is poured before they sink. */
function whippedLots(batter: ScaledBatter, pouringMin: number | null): number {
  const byTime = pouringMin === null ? 1 : Math.ceil(pouringMin / WHITES_HOLD_MIN - 1e-9);
  return Math.max(byTime, Math.ceil(whitesIn(batter.lines) / WHITES_A_LOT - 1e-6));
}

/**
 * Parts of the whole: by eggs where they are whole, else even. Lines of egg that differ are parted by what divides both;
 * of whipped whites they alone count, since the base is beaten at once.
 */
function sharesOf(batter: ScaledBatter, { type }: FormulaBody, wanted: number): { of: number; all: number }[] {
  const counted = batter.lines.filter((line) => type !== 'whippedWhite' || isWhipped(line.ingredientId));
  const eggs = counted.flatMap((line) => (line.eggs === undefined ? [] : [line.eggs]));
  const all = eggs.reduce(greatestCommonDivisor, 0);
  if (all === 0) return Array.from({ length: wanted }, () => ({ of: 1, all: wanted }));
  const lots = Math.min(wanted, all);
  const least = Math.floor(all / lots);
  return Array.from({ length: lots }, (_lot, index) => ({ of: least + (index < all % lots ? 1 : 0), all }));
}

function greatestCommonDivisor(a: number, b: number): number {
  return b === 0 ? a : greatestCommonDivisor(b, a % b);
}

/** The yield a recipe states beside the computed one; null when it states none. */
export interface YieldCheck {
  readonly stated: number;
  readonly computed: number;
  /** More than a fifth apart: worth a look. */
  readonly disagrees: boolean;
}

/** A recipe’s own count of pieces may be off by this share. Common practice, no source. */
const YIELD_TOLERANCE = 0.2;

export function yieldCheck(body: FormulaBody, writtenBatter: ScaledBatter): YieldCheck | null {
  const stated = body.written?.pieces;
  if (stated === undefined) return null;
  const computed = writtenBatter.pours;
  return { stated, computed, disagrees: Math.abs(stated / computed - 1) > YIELD_TOLERANCE };
}
