import type { ConsistencyReading } from '#core/consistency';
import type { ScaleTarget } from '#core/formula';
import type { Brief, EventKind } from './payloads.ts';

/** What a run decided of a formula's batter, whatever lots it is mixed in. */
export interface Batter {
  readonly formulaId: string;
  /** Made by another measure than the brief's. */
  sized: { readonly target: ScaleTarget; readonly eggs: 'whole' | 'grams' } | null;
  /** Share of each lot; null: nobody parted it. */
  shares: readonly number[] | null;
  standInIds: readonly string[];
  /** Ingredients and tools that stand ready, as `kind/thing`. */
  readonly gathered: Set<string>;
}

/** A mixed bowl. */
export interface Lot {
  readonly formulaId: string;
  /** From 1. */
  readonly number: number;
  /** Mass weighed by ingredient; null when it went in unmeasured. */
  readonly weighed: Map<string, number | null>;
  mixingAtMs: number | null;
  mixedAtMs: number | null;
  volumeMl: number | null;
  /** What was asked of its batter as it was mixed: what is asked later does not change what is in it. */
  asked: { readonly brief: Brief | null; readonly portionMl: number | undefined } | null;
  batterC: number | null;
  /** Where it was put after mixing, in the order of the log. */
  readonly moves: { readonly atMs: number; readonly to: 'counter' | 'fridge' }[];
  /** Stirred in after mixing, in the order of the log. */
  readonly doses: DoseGiven[];
  readonly readings: ReadingTaken[];
  /** How warm it was found, in the order of the log. */
  readonly warmths: { readonly atMs: number; readonly batterC: number }[];
  /** How much of it was found to be left, mL. */
  readonly left: { readonly atMs: number; readonly volumeMl: number }[];
  /** How far it was found to have risen, times its first volume. */
  readonly risen: { readonly atMs: number; readonly times: number }[];
  foldedAtMs: number | null;
  restEndedAtMs: number | null;
  discardedAtMs: number | null;
}

/** The last thing done to a formula's batter that can be taken back. */
export interface LotTap {
  readonly eventId: string;
  readonly kind: EventKind;
  readonly lot: number;
  /** Of a line or a dose. */
  readonly ingredientId: string | null;
}

interface DoseGiven {
  readonly atMs: number;
  readonly ingredientId: string;
  readonly massG: number;
  readonly eventId: string;
}

interface ReadingTaken {
  readonly atMs: number;
  /** Doses that were in it then: told by the order of the log, since a clock can stand still. */
  readonly doses: number;
  readonly reading: ConsistencyReading;
  readonly eventId: string;
}

/** Mixed, and not thrown away. */
export function isMixed(lot: Lot | undefined): lot is Lot & { readonly mixedAtMs: number } {
  return lot !== undefined && lot.mixedAtMs !== null && lot.discardedAtMs === null;
}

/** A lot as it was with its first so many doses. */
export function withDoses(lot: Lot, doses: number): Lot {
  return doses >= lot.doses.length ? lot : { ...lot, doses: lot.doses.slice(0, doses) };
}

export function lotKey(formulaId: string, number = 1): string {
  return `${formulaId}/${number}`;
}

/** The lots of a formula that were begun, in their order. */
export function lotsOf(state: { readonly lots: ReadonlyMap<string, Lot> }, formulaId: string): Lot[] {
  return [...state.lots.values()].filter((lot) => lot.formulaId === formulaId).sort((a, b) => a.number - b.number);
}

/** The lot that is poured from: the last one brought to the plate, else the first that is mixed and not thrown away. */
export function lotInUse(state: { readonly lots: ReadonlyMap<string, Lot> }, formulaId: string): Lot | undefined {
  let used: Lot | undefined;
  // asked at every pour of a long log: no lists are made
  for (const lot of state.lots.values()) {
    if (lot.formulaId !== formulaId || !isMixed(lot)) continue;
    if (used === undefined || comesAfter(lot, used)) used = lot;
  }
  return used;
}

/** Whether a lot is poured from rather than another: brought later, or brought at all, or of a lower number. */
function comesAfter(lot: Lot, other: Lot): boolean {
  if (lot.restEndedAtMs !== null || other.restEndedAtMs !== null)
    return (lot.restEndedAtMs ?? -Infinity) >= (other.restEndedAtMs ?? -Infinity);
  return lot.number < other.number;
}
