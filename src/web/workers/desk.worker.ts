import { expose } from 'comlink';
import {
  asAssumed,
  assumedDeeds,
  planRun,
  remedyFor,
  type AssumedDeed,
  type Remedy,
  type RunPlan,
} from '#core/guidance';
import { asCooked, forecast, type CookedPiece, type Forecast } from '#core/forecast';
import {
  cookStrip,
  fruitEffects,
  nextFirstSide,
  pourEffects,
  type CookStrip,
  type FirstSide,
  type PourEffects,
  type PourMoment,
} from '#core/what-if';
import { lotConsistency } from '#core/lot';
import { lotFor, runView, type RunView } from '#core/setup';
import { Memo } from '#core/memo';
import { unrecordedLearning } from '#core/carry-over';
import type { ScaledBatter } from '#core/formula';
import type { Fault } from '#core/piece';
import { zoneMiddle, type SpotOnPlate } from '#core/plate';
import { ReplayedKitchen, trulyCooked, type TrueSight } from '#core/rehearsal';
import type { Payload, Pins, RunState } from '#core/run';
import { plateAnswers } from './plates.ts';

/** What the desk works out for a run, away from the page's own thread. */
export interface Outlook {
  readonly forecast: Forecast;
  /** In a real run: what nobody tapped and is taken to have been done; the forecast goes on from there. */
  readonly assumed: readonly AssumedDeed[];
  /** In a rehearsal: what is truly to be seen of each piece on a plate. */
  readonly truth: Readonly<Record<string, TrueSight>>;
  /** In a real run, once all is off: what it leaves for those to come and is not in the log yet. */
  readonly learned: Payload<'run-learned'> | null;
}

const memo = new Memo();

/** The kitchen of the rehearsal in hand, as far as it was followed. */
let rehearsed: { readonly key: string; readonly kitchen: ReplayedKitchen } | undefined;

function kitchenOf(pins: Pins, seed: number): ReplayedKitchen {
  const key = JSON.stringify([seed, pins.roomC, pins.stations]);
  if (rehearsed?.key !== key) rehearsed = { key, kitchen: new ReplayedKitchen(pins, seed) };
  return rehearsed.kitchen;
}

const desk = {
  ...plateAnswers(memo),

  outlook(pins: Pins, state: RunState, nowMs: number, rehearsalSeed: number | null): Outlook {
    const truth = rehearsalSeed === null ? {} : kitchenOf(pins, rehearsalSeed).sights(state, nowMs);
    const run = runView(pins, state, memo);
    const told = forecast(run, nowMs);
    // in a rehearsal the tap is the deed
    const assumed = rehearsalSeed === null ? assumedDeeds(state, told, nowMs) : [];
    const learned = rehearsalSeed === null ? unrecordedLearning(run, nowMs) : null;
    const foreseen = assumed.length > 0 ? withAssumed(run, nowMs, told, assumed) : told;
    return { forecast: foreseen, assumed, truth, learned };
  },

  /** The plan, or why there is none. */
  plan(pins: Pins, state: RunState, nowMs: number): RunPlan | { readonly error: string } {
    try {
      return planRun(runView(pins, state, memo), nowMs);
    } catch (error) {
      return { error: error instanceof RangeError ? error.message : String(error) };
    }
  },

  lots(pins: Pins, state: RunState): Record<string, ScaledBatter> {
    const lots: Record<string, ScaledBatter> = {};
    for (const item of state.brief?.items ?? []) {
      const lot = lotFor(runView(pins, state, memo), item.formulaId);
      if (lot) lots[item.formulaId] = lot;
    }
    return lots;
  },

  /** What a pour of a mixed lot becomes when it is poured at a moment. */
  effects(pins: Pins, state: RunState, key: string, at: PourMoment): PourEffects | null {
    const lot = state.lots.get(key);
    if (!lot || lot.mixedAtMs === null) return null;
    const run = runView(pins, state, memo);
    return pourEffects(run, lot, lotConsistency(run, lot, at.pourMs), at);
  },

  /** How each piece of a formula came off; `rehearsalSeed` gives what really happened. */
  cooked(pins: Pins, state: RunState, formulaId: string, nowMs: number, rehearsalSeed: number | null): CookedPiece[] {
    if (rehearsalSeed === null) return asCooked(runView(pins, state, memo), formulaId, nowMs);
    return trulyCooked(kitchenOf(pins, rehearsalSeed), state, formulaId);
  },

  /** What to do about something that is wrong with a piece. */
  remedy(pins: Pins, state: RunState, pieceId: string, fault: Fault, nowMs: number): Remedy | null {
    const piece = state.pieces.get(pieceId);
    const run = runView(pins, state, memo);
    return piece ? remedyFor(run, forecast(run, nowMs), piece, fault) : null;
  },

  /** How a formula's next piece will look on the way. */
  strip(pins: Pins, state: RunState, formulaId: string, at: PourMoment): CookStrip | null {
    return cookStrip(runView(pins, state, memo), formulaId, at);
  },

  /** The first side of a formula's next piece on a zone. */
  firstSide(
    pins: Pins,
    state: RunState,
    pour: { readonly formulaId: string; readonly stationId: string; readonly zoneId: string },
    at: PourMoment,
  ): FirstSide | null {
    return nextFirstSide(runView(pins, state, memo), pour, at);
  },

  /** What so many berries do to the first side. */
  fruit(pins: Pins, state: RunState, formulaId: string, each: number, diameterMm: number, nowMs: number) {
    return fruitEffects(runView(pins, state, memo), formulaId, each, diameterMm, nowMs);
  },

  probe(
    pins: Pins,
    state: RunState,
    seed: number,
    stationId: string,
    zoneId: string,
    nowMs: number,
    spot: SpotOnPlate | null,
  ): { readonly surfaceC: number; readonly sdC: number } {
    const at = spot ?? zoneMiddle(runView(pins, state, memo).station(stationId), zoneId);
    return kitchenOf(pins, seed).probeShows(state, stationId, at, nowMs);
  },
};

/** What is foreseen from the run as it is taken to stand; of pieces taken to be off, what was told of them. */
function withAssumed(run: RunView, nowMs: number, told: Forecast, assumed: readonly AssumedDeed[]): Forecast {
  const foreseen = forecast(asAssumed(run, assumed), nowMs);
  return { ...foreseen, pieces: { ...told.pieces, ...foreseen.pieces } };
}

export type Desk = typeof desk;
expose(desk);
