import type { CalibrationReading } from '#core/inference';
import type { PastedRecipe, ReadOptions } from '#core/formats';
import type { RunPlan } from '#core/guidance';
import { stationFigures, whichBurner, type Lighting, type StationFigures } from '#core/heating';
import type { Memo } from '#core/memo';
import type { Burner, SpotOnPlate, StationBody } from '#core/plate';
import type { StoveTurns } from '#core/rehearsal';
import { fold, type Pins, type StoredEvent } from '#core/run';
import { runView } from '#core/setup';
import { planOf } from './run-questions.ts';

/** The hidden truth of every simulated stove: one for all, so that a burner keeps its faults. */
const STOVE_SEED = 20_260_612;

/** What can be asked without a run. */
export const KITCHEN_QUESTIONS = {
  /** The plan of a run that is not made yet. */
  planned: (
    memo: Memo,
    pins: Pins,
    events: readonly StoredEvent[],
    nowMs: number,
  ): RunPlan | { readonly error: string } =>
    planOf(runView(pins, fold({ pins, rehearsal: false }, [], events), memo), nowMs),

  station: (
    memo: Memo,
    station: StationBody,
    readings: readonly CalibrationReading[],
    roomC: number,
    holdC: number,
  ): StationFigures => stationFigures(station, readings, roomC, holdC, memo),

  burners: (
    _memo: Memo,
    pans: readonly { readonly id: string; readonly body: StationBody }[],
    burners: readonly { readonly id: string; readonly body: Burner }[],
    wish: { readonly targetC: number; readonly roomC: number },
  ): Lighting[] => whichBurner(pans, burners, wish),

  /** A recipe from pasted text, of whatever length. */
  async recipe(_memo: Memo, text: string, options: ReadOptions): Promise<PastedRecipe> {
    const { readRecipe } = await import('#core/formats'); // sent to who pastes, not to every stove
    return readRecipe(text, options);
  },

  /** What the simulated probe shows on the simulated stove. */
  async stove(_memo: Memo, station: StationBody, heated: StoveTurns, atS: number, spot: SpotOnPlate): Promise<number> {
    const { drawnStove, heatedStove, probeShows } = await import('./rehearsal-truth.ts');
    const plate = heatedStove(station, drawnStove(station, STOVE_SEED), heated, atS, STOVE_SEED);
    return probeShows(plate.at(spot.xMm, spot.yMm), spot, atS, STOVE_SEED);
  },
};

type Questions = typeof KITCHEN_QUESTIONS;
export type KitchenQuestion = keyof Questions;
type Asked<P> = P extends [Memo, ...infer Rest] ? Rest : never;
export type KitchenInputsOf<K extends KitchenQuestion> = Asked<Parameters<Questions[K]>>;
export type KitchenAnswerTo<K extends KitchenQuestion> = Awaited<ReturnType<Questions[K]>>;
