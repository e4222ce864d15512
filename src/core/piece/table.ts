import type { Memo, Question } from '#core/memo';
import {
  BROWNINGS,
  bestFlip,
  flipWindow,
  type Cue,
  type FlipMoments,
  type PieceTimeline,
  type Window,
} from './cues.ts';
import { appearanceFrom, mixedAppearance, type Appearance, type Appearances } from './appearance.ts';
import { secondSignsOf, type SecondSigns } from './second-signs.ts';
import { spreadLn, type Predicted } from './spread.ts';
import type { PieceInput } from './poured-piece.ts';
import { simulatePiece, type SimulatedPiece } from './timeline.ts';

/**
 * Timelines over the surfaces a plate may have, so that a changed estimate of heat costs an interpolation, not a
 * simulation. Rows are `stepC` apart.
 */
export interface TimelineTable {
  readonly input: PieceInput;
  readonly firstC: number;
  readonly stepC: number;
  readonly rows: readonly SimulatedPiece[];
  /** Of each row. */
  readonly secondSigns: readonly SecondSigns[];
}

/** Surfaces of the rows, °C. Numerical. */
const TABLE_RANGE = { firstC: 130, lastC: 250, stepC: 10 } as const;

/** The surfaces that a table has rows for, °C. */
export const TABLE_SURFACES_C: readonly number[] = Array.from(
  { length: 1 + (TABLE_RANGE.lastC - TABLE_RANGE.firstC) / TABLE_RANGE.stepC },
  (_, row) => TABLE_RANGE.firstC + row * TABLE_RANGE.stepC,
);

/** One row of a table: the piece on one surface. */
export const tableRow = (input: PieceInput, surfaceC: number): SimulatedPiece =>
  simulatePiece({ ...input, plate: { ...input.plate, surfaceC } });

/** @param rowAt where its rows come from, when some are made already */
export function timelineTable(
  input: PieceInput,
  rowAt = (surfaceC: number): SimulatedPiece => tableRow(input, surfaceC),
): TimelineTable {
  const { firstC, stepC } = TABLE_RANGE;
  const rows = TABLE_SURFACES_C.map(rowAt);
  return { input, firstC, stepC, rows, secondSigns: rows.map(secondSignsOf) };
}

/** How a batter differs from the model: its moments come so many times as late, and it browns so many times as fast. */
export interface Pace {
  readonly time: number;
  readonly browning: number;
}
/** As the model has it. Numerical. */
export const USUAL_PACE: Pace = { time: 1, browning: 1 };

/**
 * The timeline at a surface, of a batter that runs at a pace of its own. Linear in temperature between rows and held at
 * the ends; a cue missing in either neighbour is missing.
 */
export function timelineAt(table: TimelineTable, surfaceC: number, pace: Pace = USUAL_PACE): PieceTimeline {
  const { a, b, share } = neighbours(table, surfaceC);
  const mix = (x: number, y: number) => (x + share * (y - x)) * pace.time;
  const window = (x: Window, y: Window): Window => ({
    earliestS: mix(x.earliestS, y.earliestS),
    bestS: mix(x.bestS, y.bestS),
    latestS: mix(x.latestS, y.latestS),
  });
  /** Moments that both neighbours have. */
  const moments = <K extends string>(x: Moments<K>, y: Moments<K>, slower = pace.time) => {
    const mixed: Partial<Record<K, number>> = {};
    for (const key in x) {
      const [from, to] = [x[key], y[key]];
      if (from !== undefined && to !== undefined) mixed[key] = (from + share * (to - from)) * slower;
    }
    return mixed;
  };
  const nearest = share < 0.5 ? a : b;
  const { coldestC } = a.done;
  const browned = moments(a.brownedAt, b.brownedAt, 1 / pace.browning);
  const seen = moments(a.cues, b.cues);
  for (const colour of ['lightGold', 'golden'] as const)
    if (seen[colour] !== undefined) seen[colour] /= pace.time * pace.browning;
  const { holdsS, signS } = moments({ holdsS: a.holdsS, signS: a.signS }, { holdsS: b.holdsS, signS: b.signS });
  const flip = { holdsS, signS, brownS: browned.brown, darkS: browned.dark };
  const usual = pace.time === 1 && pace.browning === 1;
  return {
    cues: seen,
    beneathC: a.beneathC.map((beneathC, span) => beneathC + share * (b.beneathC[span]! - beneathC)),
    ...moments({ peekS: a.peekS }, { peekS: b.peekS }),
    ...(holdsS === undefined ? {} : { holdsS }),
    ...(signS === undefined ? {} : { signS }),
    brownedAt: browned,
    flip: flipWindow(flip, mix(a.flip.bestS, b.flip.bestS)),
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
    tooHot: usual ? nearest.tooHot : browned.brown !== undefined && browned.brown < (holdsS ?? Infinity),
    tooCool: nearest.tooCool,
  };
}

/** Moments of several things; what never comes has none. */
type Moments<K extends string> = { readonly [key in K]?: number | undefined };

/** What a piece looks like through both sides at a surface; its colours keep the pace of its moments. */
export function appearancesAt(table: TimelineTable, surfaceC: number, pace: Pace = USUAL_PACE): Appearances {
  const { a, b, share } = neighbours(table, surfaceC);
  const [x, y] = [a.appearances, b.appearances];
  const step = (from: number, to: number) => (from + share * (to - from)) * pace.time;
  // what a face looks like otherwise goes by the batter's signs; the colour on the plate by its own browning
  const browns = pace.time * pace.browning;
  const mixed = (from: readonly Appearance[], to: readonly Appearance[]) => {
    const usual = from.map((one, i) => mixedAppearance(one, to[i]!, share));
    if (browns === 1) return usual;
    return usual.map((look, i) => {
      const { underLStar, rimLStar } = appearanceFrom(usual, 1, i * browns);
      return { ...look, underLStar, rimLStar };
    });
  };
  return {
    firstStepS: step(x.firstStepS, y.firstStepS),
    first: mixed(x.first, y.first),
    secondStepS: step(x.secondStepS, y.secondStepS),
    second: mixed(x.second, y.second),
  };
}

/** Both together: what a simulation at this surface would have given. */
export function pieceAt(table: TimelineTable, surfaceC: number, pace: Pace = USUAL_PACE): SimulatedPiece {
  return {
    ...timelineAt(table, surfaceC, pace),
    appearances: appearancesAt(table, surfaceC, pace),
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

/** Surfaces at which spreads are worked out, °C, and steps that share one, of ln thickness and of the batter's warmth: they change little between. Numerical. */
const SPREAD_AT_C = [150, 185, 220] as const;
const SHARED = { lnMm: 0.25, batterC: 10 }; // Numerical.
const SPREADS: Question<Partial<Record<Predicted, number>>> = { name: 'spreads', most: 60 };

/**
 * Spread of ln t of what is predicted at a surface, by the parameters alone: of a piece of much the same thickness and
 * warmth, at the nearest of three surfaces. A share of the piece's own times; worked out when first asked.
 */
export function spreadsAt({ input }: TimelineTable, surfaceC: number, memo: Memo): Partial<Record<Predicted, number>> {
  const nearC = SPREAD_AT_C.reduce((a, b) => (Math.abs(b - surfaceC) < Math.abs(a - surfaceC) ? b : a));
  const { parameters: _own, ...usual } = input;
  const shared: PieceInput = {
    ...usual,
    thicknessMm: Math.exp(SHARED.lnMm * Math.round(Math.log(input.thicknessMm) / SHARED.lnMm)),
    batterC: SHARED.batterC * Math.round(input.batterC / SHARED.batterC),
    plate: { ...input.plate, surfaceC: nearC },
  };
  return memo.recall(SPREADS, JSON.stringify(shared), () => spreadLn(shared));
}

/** What a good window leaves to hands: the inside holds so many times as late as is predicted, and so long is left. */
export interface RoomForHands {
  readonly holdsTimes: number;
  readonly leastS: number;
}
/** Nothing is added for hands. Numerical. */
const NO_ROOM: RoomForHands = { holdsTimes: 1, leastS: 0 };

/**
 * The hottest surface at which the inside holds before the underside passes a colour, °C: brown for a good window, dark for
 * any. Null when none of the table's does; straight between rows.
 */
export function hottestWithWindowC(
  { rows, firstC, stepC }: TimelineTable,
  pace: Pace = USUAL_PACE,
  colour: 'brown' | 'dark' = 'brown',
  { holdsTimes, leastS }: RoomForHands = NO_ROOM,
): number | null {
  /** Time left between the two at a row, s. */
  const leftS = ({ brownedAt, holdsS }: SimulatedPiece) =>
    (brownedAt[colour] ?? Infinity) / pace.browning - (holdsS ?? Infinity) * pace.time * holdsTimes - leastS;
  const hot = rows.findIndex((row) => leftS(row) < 0);
  if (hot < 0) return firstC + stepC * (rows.length - 1);
  if (hot === 0) return null;
  const [before, after] = [leftS(rows[hot - 1]!), leftS(rows[hot]!)];
  const share = Number.isFinite(before) && Number.isFinite(after) ? before / (before - after) : 0.5;
  return firstC + stepC * (hot - 1 + share);
}

/** The coolest surface at which a first side takes no longer than `withinS` and is coloured by then, °C: a row of the table; null when none is. */
export function coolestWithinC(
  { rows, firstC, stepC }: TimelineTable,
  withinS: number,
  pace: Pace = USUAL_PACE,
): number | null {
  const row = rows.findIndex(
    (each) =>
      each.flip.bestS * pace.time <= withinS && (each.brownedAt.lightGold ?? Infinity) / pace.browning <= withinS,
  );
  return row < 0 ? null : firstC + stepC * row;
}

/**
 * The surface before a pour that leads to such a mean of the metal beneath it over one of `BENEATH_SPANS_S`: where a plate
 * is fed otherwise than the table's, it stands for the plate as the piece feels it. Beyond the table's ends it goes on as
 * between its last rows.
 */
export function surfaceForBeneath({ rows, firstC, stepC }: TimelineTable, beneathC: number, span: number): number {
  const above = rows.findIndex((row) => row.beneathC[span]! >= beneathC);
  const high = Math.min(rows.length - 1, Math.max(1, above < 0 ? rows.length - 1 : above));
  const [a, b] = [rows[high - 1]!.beneathC[span]!, rows[high]!.beneathC[span]!];
  return firstC + stepC * (high - 1 + (beneathC - a) / (b - a));
}

/** When a cue is due at a surface, seconds; nothing when that heat never shows it. */
export function cueTimeAt(table: TimelineTable, cue: Cue, surfaceC: number): number | undefined {
  const { a, b, share } = neighbours(table, surfaceC);
  const x = a.cues[cue];
  const y = b.cues[cue];
  return x === undefined || y === undefined ? undefined : x + share * (y - x);
}

/** Moments at a surface from which the best flip follows, s, and what stands for it when none comes. */
export interface FlipSigns extends FlipMoments {
  /** From when the underside is coloured at all. */
  readonly lightGoldS?: number | undefined;
  readonly elseS: number;
}

export function flipSignsAt(table: TimelineTable, surfaceC: number): FlipSigns {
  const { a, b, share } = neighbours(table, surfaceC);
  const mixed = (x: number | undefined, y: number | undefined) =>
    x === undefined || y === undefined ? undefined : x + share * (y - x);
  return {
    holdsS: mixed(a.holdsS, b.holdsS),
    signS: mixed(a.signS, b.signS),
    lightGoldS: mixed(a.brownedAt.lightGold, b.brownedAt.lightGold),
    brownS: mixed(a.brownedAt.brown, b.brownedAt.brown),
    darkS: mixed(a.brownedAt.dark, b.brownedAt.dark),
    elseS: a.flip.bestS + share * (b.flip.bestS - a.flip.bestS),
  };
}

/** The same moments of a batter that runs at a pace of its own. */
export function pacedSigns(signs: FlipSigns, { time, browning }: Pace): FlipSigns {
  const { holdsS, signS, lightGoldS, brownS, darkS, elseS } = signs;
  const later = (s: number | undefined) => (s === undefined ? undefined : s * time);
  const browned = (s: number | undefined) => (s === undefined ? undefined : s / browning);
  return {
    ...{ holdsS: later(holdsS), signS: later(signS) },
    ...{ lightGoldS: browned(lightGoldS), brownS: browned(brownS), darkS: browned(darkS) },
    elseS: elseS * time,
  };
}

/** The best flip that follows from them at a pace, s. */
export function flipBestOf(signs: FlipSigns, pace: Pace): number {
  const moments = pacedSigns(signs, pace);
  return bestFlip(moments) ?? moments.elseS;
}

/** The best flip at a surface, seconds. */
export function flipBestAt(table: TimelineTable, surfaceC: number, pace: Pace = USUAL_PACE): number {
  return flipBestOf(flipSignsAt(table, surfaceC), pace);
}

/** The rows about a surface, and how far it lies from the lower to the upper. */
export function neighbours(table: TimelineTable, surfaceC: number) {
  const position = Math.min(table.rows.length - 1, Math.max(0, (surfaceC - table.firstC) / table.stepC));
  const low = Math.min(table.rows.length - 2, Math.floor(position));
  return { a: table.rows[low]!, b: table.rows[low + 1]!, low, share: position - low };
}
