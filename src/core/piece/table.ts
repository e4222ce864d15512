import { BROWNINGS, type Cue, type PieceTimeline, type Window } from './cues.ts';
import { mixedAppearance, type Appearance, type Appearances } from './appearance.ts';
import { spreadLn, type Predicted } from './spread.ts';
import { simulatePiece, type PieceInput, type SimulatedPiece } from './timeline.ts';

/**
 * Timelines over the surfaces a plate may have, so that a changed estimate of heat costs an interpolation, not a
 * simulation. Rows are `stepC` apart.
 */
export interface TimelineTable {
  readonly input: PieceInput;
  readonly firstC: number;
  readonly stepC: number;
  readonly rows: readonly SimulatedPiece[];
}

export const TABLE_RANGE = { firstC: 130, lastC: 250, stepC: 10 } as const;

export function timelineTable(input: PieceInput): TimelineTable {
  const { firstC, lastC, stepC } = TABLE_RANGE;
  const rows: SimulatedPiece[] = [];
  for (let surfaceC = firstC; surfaceC <= lastC; surfaceC += stepC) {
    rows.push(simulatePiece({ ...input, plate: { ...input.plate, surfaceC } }));
  }
  return { input, firstC, stepC, rows };
}

/**
 * The timeline at a surface, every time multiplied by `timeFactor` (this batter runs slower or faster than the model).
 * Linear in temperature between rows and held at the ends; a cue missing in either neighbour is missing.
 */
export function timelineAt(table: TimelineTable, surfaceC: number, timeFactor = 1): PieceTimeline {
  const { a, b, share } = neighbours(table, surfaceC);
  const mix = (x: number, y: number) => (x + share * (y - x)) * timeFactor;
  const window = (x: Window, y: Window): Window => ({
    earliestS: mix(x.earliestS, y.earliestS),
    bestS: mix(x.bestS, y.bestS),
    latestS: mix(x.latestS, y.latestS),
  });
  /** Moments that both neighbours have. */
  const moments = <K extends string>(x: Moments<K>, y: Moments<K>) => {
    const mixed: Partial<Record<K, number>> = {};
    for (const key in x) {
      const [from, to] = [x[key], y[key]];
      if (from !== undefined && to !== undefined) mixed[key] = mix(from, to);
    }
    return mixed;
  };
  const nearest = share < 0.5 ? a : b;
  const { coldestC } = a.done;
  return {
    cues: moments(a.cues, b.cues),
    ...moments({ peekS: a.peekS }, { peekS: b.peekS }),
    brownedAt: moments(a.brownedAt, b.brownedAt),
    flip: window(a.flip, b.flip),
    lift: window(a.lift, b.lift),
    done: {
      ...moments(
        { springsBackS: a.done.springsBackS, colouredS: a.done.colouredS },
        { springsBackS: b.done.springsBackS, colouredS: b.done.colouredS },
      ),
      coldestC: coldestC + share * (b.done.coldestC - coldestC),
    },
    lostShare: a.lostShare + share * (b.lostShare - a.lostShare),
    weighedLossShare: a.weighedLossShare + share * (b.weighedLossShare - a.weighedLossShare),
    tooHot: nearest.tooHot,
    tooCool: nearest.tooCool,
  };
}

/** Moments of several things; what never comes has none. */
type Moments<K extends string> = { readonly [key in K]?: number | undefined };

/** What a piece looks like through both sides at a surface, every time multiplied by `timeFactor`. */
export function appearancesAt(table: TimelineTable, surfaceC: number, timeFactor = 1): Appearances {
  const { a, b, share } = neighbours(table, surfaceC);
  const [x, y] = [a.appearances, b.appearances];
  const step = (from: number, to: number) => (from + share * (to - from)) * timeFactor;
  const mixed = (from: readonly Appearance[], to: readonly Appearance[]) =>
    from.map((one, i) => mixedAppearance(one, to[i]!, share));
  return {
    firstStepS: step(x.firstStepS, y.firstStepS),
    first: mixed(x.first, y.first),
    secondStepS: step(x.secondStepS, y.secondStepS),
    second: mixed(x.second, y.second),
  };
}

/** Both together: what a simulation at this surface would have given. */
export function pieceAt(table: TimelineTable, surfaceC: number, timeFactor = 1): SimulatedPiece {
  return {
    ...timelineAt(table, surfaceC, timeFactor),
    appearances: appearancesAt(table, surfaceC, timeFactor),
  };
}

/** When the underside reaches each colour at a surface, seconds. */
export function brownedAt(table: TimelineTable, surfaceC: number): PieceTimeline['brownedAt'] {
  const { a, b, share } = neighbours(table, surfaceC);
  const times: PieceTimeline['brownedAt'] = {};
  for (const word of BROWNINGS) {
    const [x, y] = [a.brownedAt[word], b.brownedAt[word]];
    if (x !== undefined && y !== undefined) times[word] = x + share * (y - x);
  }
  return times;
}

/** Surfaces at which spreads are worked out, °C, and steps of ln thickness that share one: they change little between. */
const SPREAD_AT_C = [150, 185, 220] as const;
const SHARED_LN_MM = 0.25;
const SPREADS = new Map<string, Partial<Record<Predicted, number>>>();
const MOST_SPREADS = 60;

/**
 * Spread of ln t of what is predicted at a surface, by the parameters alone. Worked out when first asked at the nearest of
 * three surfaces, and shared by pieces of much the same thickness and school: it is a share of their own times.
 */
export function spreadsAt({ input }: TimelineTable, surfaceC: number): Partial<Record<Predicted, number>> {
  const at = SPREAD_AT_C.reduce((a, b) => (Math.abs(b - surfaceC) < Math.abs(a - surfaceC) ? b : a));
  const { type, gasFraction } = input.batter;
  const thickness = Math.round(Math.log(input.thicknessMm) / SHARED_LN_MM);
  const key = `${type} ${gasFraction} ${thickness} ${input.flipBy?.rule ?? ''} ${input.lid ?? false} ${at}`;
  let spreads = SPREADS.get(key);
  if (!spreads) {
    if (SPREADS.size >= MOST_SPREADS) SPREADS.clear();
    const { parameters: _own, ...usual } = input;
    spreads = spreadLn({ ...usual, plate: { ...input.plate, surfaceC: at } });
    SPREADS.set(key, spreads);
  }
  return spreads;
}

/** The hottest surface at which the inside holds before the underside is brown, °C; null when none of the table's does. */
export function hottestWithWindowC(table: TimelineTable): number | null {
  const hot = table.rows.findIndex((row) => row.tooHot);
  if (hot < 0) return table.firstC + table.stepC * (table.rows.length - 1);
  return hot === 0 ? null : table.firstC + table.stepC * (hot - 0.5);
}

/** When a cue is due at a surface, seconds; nothing when that heat never shows it. */
export function cueTimeAt(table: TimelineTable, cue: Cue, surfaceC: number): number | undefined {
  const { a, b, share } = neighbours(table, surfaceC);
  const x = a.cues[cue];
  const y = b.cues[cue];
  return x === undefined || y === undefined ? undefined : x + share * (y - x);
}

/** The best flip at a surface, seconds. */
export function flipBestAt(table: TimelineTable, surfaceC: number): number {
  const { a, b, share } = neighbours(table, surfaceC);
  return a.flip.bestS + share * (b.flip.bestS - a.flip.bestS);
}

function neighbours(table: TimelineTable, surfaceC: number) {
  const position = Math.min(table.rows.length - 1, Math.max(0, (surfaceC - table.firstC) / table.stepC));
  const low = Math.min(table.rows.length - 2, Math.floor(position));
  return { a: table.rows[low]!, b: table.rows[low + 1]!, share: position - low };
}
