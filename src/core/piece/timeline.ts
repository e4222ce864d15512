import type { BatterProperties } from './batter.ts';
import {
  advance,
  gasMadeMm,
  newColumn,
  setFraction,
  turned,
  unsetShare,
  type Column,
  type ColumnSettings,
  type PlateContact,
} from './column.ts';
import type { Cue, PieceTimeline, Window } from './cues.ts';
import { BROWNING_LSTAR, PIECE_PARAMETERS, type PieceParameters } from './parameters.ts';

export interface PieceInput {
  readonly batter: BatterProperties;
  readonly thicknessMm: number;
  readonly batterC: number;
  readonly plate: PlateContact;
  readonly ambientC: number;
  readonly pressurePa: number;
  readonly parameters?: PieceParameters;
}

export const STANDARD_PRESSURE_PA = 101325;

const STEP_S = 0.5;
const CELLS = { leavened: 16, thin: 10 } as const;
const LONGEST_SIDE_S = { leavened: 420, thin: 300 } as const;

/** A window never runs longer past its best than this share of it: beyond, a cook sees dry edges. Assumed. */
const WIDEST_AFTER_BEST = 0.25;
const EARLIEST_UNSET = 0.53; // unset share at which a leavened piece just holds a flip; assumed
const TOP_SET = 0.55;
const THIN_EARLIEST_LSTAR = 78;
const THIN_SECOND_LSTAR = 68;
const DONE_SET = 0.7;
const DONE_C = 72; // coldest point; just above the 71 °C that egg dishes need

/**
 * Simulates one piece: a core column and a thinner rim column on the first side, then the core turned over at its best
 * moment. Returns when each cue is due and the windows to flip and to lift.
 */
export function simulatePiece(input: PieceInput): PieceTimeline {
  const parameters = input.parameters ?? PIECE_PARAMETERS;
  const settings: ColumnSettings = {
    batter: input.batter,
    parameters,
    plate: input.plate,
    ambientC: input.ambientC,
    pressurePa: input.pressurePa,
    stepS: STEP_S,
  };
  const first = firstSide(input, settings);
  const flip = flipWindow(input, first.at);
  const second = secondSide(input, settings, first.columnAtBest);
  return {
    cues: first.cues,
    brownedAt: first.brownedAt,
    flip,
    lift: second.lift,
    tooHot: first.at.brown !== undefined && first.at.brown < (first.at.holds ?? Infinity),
    tooCool: first.at.best === undefined || second.tooCool,
  };
}

/** Moments of the first side, seconds; missing when they never came. */
interface FirstSideMoments {
  holds?: number;
  best?: number;
  brown?: number;
  dark?: number;
}

function firstSide(input: PieceInput, settings: ColumnSettings) {
  const { batter } = input;
  const { parameters: p } = settings;
  const core = newColumn(settings, input.thicknessMm / 1000, input.batterC, CELLS[batter.type]);
  const rim = newColumn(settings, (p.rimThickness * input.thicknessMm) / 1000, input.batterC, CELLS[batter.type]);
  const cues: Partial<Record<Cue, number>> = {};
  const at: FirstSideMoments = {};
  let columnAtBest: Column | undefined;
  const leavened = batter.type === 'leavened';
  for (let step = 1; step * STEP_S <= LONGEST_SIDE_S[batter.type]; step++) {
    const t = step * STEP_S;
    advance(core, settings, 1);
    if (cues.dryEdge === undefined) advance(rim, settings, 1);
    const faceSet = setFraction(core, core.tempC.length - 1) >= TOP_SET;
    if (setFraction(rim, rim.tempC.length - 1) >= TOP_SET) cues.dryEdge ??= t;
    if (core.baseLStar <= BROWNING_LSTAR.lightGold) cues.lightGold ??= t;
    if (core.baseLStar <= BROWNING_LSTAR.golden) cues.golden ??= t;
    if (core.baseLStar <= BROWNING_LSTAR.brown) at.brown ??= t;
    if (core.baseLStar <= BROWNING_LSTAR.dark) at.dark ??= t;
    if (leavened) {
      if (gasMadeMm(rim, settings) >= p.rimBubbleGasMm * (input.thicknessMm / REFERENCE_MM)) cues.rimBubbles ??= t;
      if (gasMadeMm(core, settings) >= p.coveredFaceGasMm * (input.thicknessMm / REFERENCE_MM)) cues.coveredFace ??= t;
      const unset = unsetShare(core);
      if (unset <= EARLIEST_UNSET) at.holds ??= t;
      if (unset <= p.holesStayUnset) cues.holesStay ??= t;
      // where colour comes before the holes stay, brown is the last good moment
      if (cues.holesStay !== undefined || at.brown !== undefined) at.best ??= t;
    } else {
      if (faceSet) cues.faceSet ??= t;
      if (faceSet && core.baseLStar <= THIN_EARLIEST_LSTAR) at.holds ??= t;
      if (faceSet && cues.lightGold !== undefined) at.best ??= t;
    }
    if (at.best === t) columnAtBest = turned(core, settings);
    const allSeen = !leavened || cues.holesStay !== undefined;
    if (at.best !== undefined && allSeen && t > at.best * (1 + WIDEST_AFTER_BEST)) break;
  }
  const brownedAt = definedOnly({ lightGold: cues.lightGold, golden: cues.golden, brown: at.brown, dark: at.dark });
  return { cues, at, brownedAt, columnAtBest: columnAtBest ?? turned(core, settings) };
}

function definedOnly(
  moments: Record<keyof PieceTimeline['brownedAt'], number | undefined>,
): PieceTimeline['brownedAt'] {
  return Object.fromEntries(Object.entries(moments).filter(([, at]) => at !== undefined));
}

/** Thickness for which the gas of the bubble cues was fitted, mm: gas made grows with thickness. */
const REFERENCE_MM = 8.5;

function flipWindow(input: PieceInput, at: FirstSideMoments): Window {
  const bestS = at.best ?? LONGEST_SIDE_S[input.batter.type];
  const widest = bestS * (1 + WIDEST_AFTER_BEST);
  return {
    earliestS: Math.min(at.holds ?? bestS, bestS),
    bestS,
    latestS: Math.max(bestS, Math.min(widest, at.dark ?? widest)),
  };
}

function secondSide(input: PieceInput, settings: ColumnSettings, column: Column): { lift: Window; tooCool: boolean } {
  const { type } = input.batter;
  const colouredAt = type === 'leavened' ? BROWNING_LSTAR.lightGold : THIN_SECOND_LSTAR;
  let earliest: number | undefined;
  let best: number | undefined;
  let brown: number | undefined;
  for (let step = 1; step * STEP_S <= LONGEST_SIDE_S[type]; step++) {
    const t = step * STEP_S;
    advance(column, settings, settings.parameters.secondSideContact);
    const done = insideDone(column);
    if (done) earliest ??= t;
    if (done && column.baseLStar <= colouredAt) best ??= t;
    if (column.baseLStar <= BROWNING_LSTAR.brown) brown ??= t;
    if (best !== undefined && (brown !== undefined || t > 2 * best)) break;
  }
  const bestS = best ?? LONGEST_SIDE_S[type];
  const widest = bestS * (1 + WIDEST_AFTER_BEST) + 3;
  return {
    lift: {
      earliestS: Math.max(Math.min(earliest ?? bestS, bestS), 0.6 * bestS),
      bestS,
      latestS: Math.max(bestS, Math.min(widest, brown ?? widest)),
    },
    tooCool: best === undefined,
  };
}

/** Set all through and hot enough at its coldest point. */
function insideDone(column: Column): boolean {
  for (let i = 0; i < column.tempC.length; i++) {
    if (setFraction(column, i) < DONE_SET || column.tempC[i]! < DONE_C) return false;
  }
  return true;
}
