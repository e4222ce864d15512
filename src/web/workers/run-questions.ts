import type { FilmOutlook, PouredFilm } from '#core/swirl';
import type { FruitCut } from '#core/pour';
import { unrecordedLearning } from '#core/carry-over';
import {
  asCooked,
  cueSpreads,
  forecast,
  rowMadeAhead,
  tableFor,
  type CookedPiece,
  type Forecast,
} from '#core/forecast';
import { familyOf, type MeasuredBatter } from '#core/formula';
import {
  withInferred,
  inferredActions,
  planRun,
  planSearch,
  allOff,
  type AllOff,
  waysOut,
  type WayOut,
  remedyFor,
  type InferredAction,
  type Remedy,
  type RunPlan,
} from '#core/guidance';
import { lotConsistency } from '#core/lot';
import { Memo } from '#core/memo';
import type { Cue, Fault } from '#core/piece';
import { zoneMiddle, type SpotOnPlate } from '#core/plate';
import type { Place } from '#core/pour';
import type { TrueSight } from '#core/rehearsal';
import { eventAtFault, type Payload, type StoredEvent } from '#core/run';
import { firstZoneOf, wholeBatter, type RunView } from '#core/setup';
import { plateMap, type PlateMap } from '#core/surface';
import {
  cookStrip,
  filmsUntold,
  fruitEffects,
  type FilmSetup,
  nextFirstSide,
  portionSteps,
  pourEffects,
  wishedPlaces,
  type CookStrip,
  type FilmAdvice,
  type FirstSide,
  type PortionStep,
  type PourEffects,
  type PourMoment,
} from '#core/what-if';
import { HeldRun } from './held-run.ts';
import { JobCancelled } from './jobs.ts';

/** What the desk works out for a run, away from the page's own thread. */
export interface Outlook {
  readonly forecast: Forecast;
  /** In a real run: what nobody tapped and is taken to have been done; the forecast goes on from there. */
  readonly assumed: readonly InferredAction[];
  /** In a rehearsal: what is truly to be seen of each piece on a plate. */
  readonly truth: Readonly<Record<string, TrueSight>>;
  /** In a real run, once all is off: what it leaves for those to come and is not in the log yet. */
  readonly learned: Payload<'run-learned'> | null;
  /** What each film that was just poured bears, where it is not in the log yet. */
  readonly films: readonly Payload<'film-shown'>[];
}

/** Between two parts of a long answer: whoever is more urgent goes first, and who asked no longer ends it. @throws when it is cancelled */
export type Breathe = () => Promise<void>;

const filmQuestions = () => import('./film-questions.ts');
const rehearsalTruth = () => import('./rehearsal-truth.ts');

/** What can be asked of the run that is held. */
export const RUN_QUESTIONS = {
  async outlook(held: HeldRun, nowMs: number): Promise<Outlook> {
    const run = held.view();
    const told = await foreseen(held, run, nowMs);
    const films = filmsUntold(run).length === 0 ? [] : (await filmQuestions()).filmFacts(run);
    return { ...told, films };
  },

  /** The plan, or why there is none. */
  async plan(
    held: HeldRun,
    nowMs: number,
    breathe: Breathe = async () => undefined,
  ): Promise<RunPlan | { readonly error: string }> {
    try {
      return await inParts(planSearch(held.view(), nowMs), breathe);
    } catch (error) {
      return whyNot(error);
    }
  },

  /** What would make a morning fit that does not, each planned as it would be. */
  async waysOut(held: HeldRun, nowMs: number, breathe: Breathe = async () => undefined): Promise<WayOut[]> {
    return inParts(waysOut(held.view(), nowMs), breathe);
  },

  /** When the last piece can be off, by what is poured and what is not. */
  async allOff(held: HeldRun, nowMs: number, breathe: Breathe = async () => undefined): Promise<AllOff | null> {
    const run = held.view();
    return inParts(allOff(run, forecast(run, nowMs), nowMs), breathe);
  },

  lots(held: HeldRun): Record<string, MeasuredBatter> {
    const run = held.view();
    const lots: Record<string, MeasuredBatter> = {};
    for (const { formulaId } of run.state.brief?.items ?? []) {
      const lot = wholeBatter(run, formulaId);
      if (lot) lots[formulaId] = lot;
    }
    return lots;
  },

  /** What a pour of a mixed lot becomes when it is poured at a moment. */
  async effects(held: HeldRun, key: string, at: PourMoment): Promise<PourEffects | null> {
    const run = held.view();
    const lot = run.state.lots.get(key);
    if (!lot || lot.mixedAtMs === null) return null;
    const where = firstZoneOf(run, lot.formulaId);
    const thin = familyOf(run.formula(lot.formulaId).type) === 'thin';
    const coverBy = where && thin ? (await filmQuestions()).coverOn(run, where, at.pourMs) : null;
    return pourEffects(run, lot, lotConsistency(run, lot, at.pourMs), at, coverBy);
  },

  /** How each piece of a formula came off; in a rehearsal what really happened. */
  async cooked(held: HeldRun, formulaId: string, nowMs: number): Promise<CookedPiece[]> {
    const run = held.view();
    if (held.facts.rehearsal) return (await rehearsalTruth()).trulyCooked(await held.kitchen(), run.state, formulaId);
    return asCooked(run, formulaId, nowMs);
  },

  /** How far the moments of a piece's cues may be off; nothing of one that is off its plate. */
  give(held: HeldRun, pieceId: string, nowMs: number): Partial<Record<Cue, number>> {
    const run = held.view();
    return run.state.pieces.has(pieceId) ? cueSpreads(run, pieceId, nowMs) : {};
  },

  /** What to do about something that is wrong with a piece. */
  remedy(held: HeldRun, pieceId: string, fault: Fault, nowMs: number): Remedy | null {
    const run = held.view();
    const piece = run.state.pieces.get(pieceId);
    return piece ? remedyFor(run, forecast(run, nowMs), piece, fault) : null;
  },

  /** How a formula's next piece will look on the way. */
  strip: (held: HeldRun, formulaId: string, at: PourMoment): CookStrip | null => cookStrip(held.view(), formulaId, at),

  /** The first side of a formula's next piece on a zone. */
  firstSide: (held: HeldRun, pour: Parameters<typeof nextFirstSide>[1], at: PourMoment): FirstSide | null =>
    nextFirstSide(held.view(), pour, at),

  /** What so many berries do to the first side. */
  fruit: (held: HeldRun, formulaId: string, each: number, cut: FruitCut, diameterMm: number, nowMs: number) =>
    fruitEffects(held.view(), formulaId, each, cut, diameterMm, nowMs),

  /** How surely the next pour of a thin batter covers, and what would make it surer. */
  async filmAdvice(held: HeldRun, formulaId: string, stationId: string, nowMs: number): Promise<FilmAdvice | null> {
    const run = held.view();
    return (await filmQuestions()).filmAdvice(run, formulaId, stationId, nowMs);
  },

  /** The film that was made of a piece; in a rehearsal what really lies there. */
  async filmMade(held: HeldRun, pieceId: string): Promise<PouredFilm | null> {
    const run = held.view();
    if (held.facts.rehearsal) return (await held.kitchen()).film(run.state, pieceId);
    return (await filmQuestions()).filmMade(run, pieceId);
  },

  /** What a pour of a thin batter covers on its pan, smaller and larger ones beside it; null where nothing is swirled. */
  async film(
    held: HeldRun,
    formulaId: string,
    stationId: string,
    volumeMl: number,
    nowMs: number,
    breathe: Breathe = async () => undefined,
  ): Promise<(FilmOutlook & Omit<FilmSetup, 'swirl'>) | null> {
    const run = held.view();
    const films = (await filmQuestions()).filmsOf(run, { formulaId, stationId }, volumeMl, nowMs);
    if (!films) return null;
    const { told, outlook } = films;
    for (;;) {
      await breathe();
      const { done, value } = outlook.next();
      if (done) return { ...value, ...told };
    }
  },

  /** A plate from above as it is believed to stand. */
  map(held: HeldRun, stationId: string, nowMs: number): PlateMap {
    const run = held.view();
    const zoneId = run.station(stationId).zones[0]!.id;
    return plateMap(run, stationId, nowMs, (formulaId) => tableFor(run, { formulaId, stationId, zoneId }, nowMs));
  },

  /** Sizes side by side, one after the other. */
  async steps(
    held: HeldRun,
    formulaId: string,
    sizes: readonly { readonly volumeMl: number; readonly spreadMl?: number | null }[],
    at: PourMoment,
    breathe: Breathe = async () => undefined,
  ): Promise<PortionStep[]> {
    const steps: PortionStep[] = [];
    for (const size of sizes) {
      await breathe();
      steps.push(...portionSteps(held.view(), formulaId, [size], at));
    }
    return steps;
  },

  places: (held: HeldRun, formulaId: string, stationId: string, wish: Parameters<typeof wishedPlaces>[3]): Place[] =>
    wishedPlaces(held.view(), formulaId, stationId, wish),

  /** What a rehearsal's probe shows on a spot, or in the middle of a zone. */
  async probe(held: HeldRun, stationId: string, zoneId: string, nowMs: number, spot: SpotOnPlate | null) {
    const run = held.view();
    const at = spot ?? zoneMiddle(run.station(stationId), zoneId);
    return (await held.kitchen()).probeShows(run.state, stationId, at, nowMs);
  },

  /** Makes what pours to come will ask for, a row of a table at a time, while nobody waits. */
  async ahead(held: HeldRun, nowMs: number, breathe: Breathe = async () => undefined): Promise<null> {
    while (!isOver(held.view(), held.facts.rehearsal) && rowMadeAhead(held.view(), nowMs)) await breathe();
    return null;
  },

  /** From which event on the run cannot be worked out; null: from what it began with. */
  async fault(held: HeldRun, nowMs: number, breathe: Breathe = async () => undefined): Promise<StoredEvent | null> {
    return eventAtFault(held.events(), async (upTo) => {
      await breathe();
      try {
        const until = new HeldRun(held.facts, upTo, [], new Memo());
        await foreseen(until, until.view(), nowMs);
        return true;
      } catch {
        return false;
      }
    });
  },
};

/** An answer that is sought in parts, with a breath between them. */
async function inParts<T>(search: Generator<unknown, T>, breathe: Breathe): Promise<T> {
  for (;;) {
    await breathe();
    const { done, value } = search.next();
    if (done) return value;
  }
}

/** What is foreseen of a run but for its films. */
async function foreseen(held: HeldRun, run: RunView, nowMs: number): Promise<Omit<Outlook, 'films'>> {
  if (isOver(run, held.facts.rehearsal))
    return { forecast: { atMs: nowMs, pieces: {}, zones: [] }, assumed: [], truth: {}, learned: null };
  const told = forecast(run, nowMs);
  // in a rehearsal the tap is the action
  if (held.facts.rehearsal) {
    const truth = (await held.kitchen()).sights(run.state, nowMs);
    return { forecast: told, assumed: [], truth, learned: null };
  }
  const assumed = inferredActions(run.state, told, nowMs);
  const learned = unrecordedLearning(run, nowMs);
  return {
    forecast: assumed.length > 0 ? withAssumed(run, nowMs, told, assumed) : told,
    assumed,
    truth: {},
    learned,
  };
}

/** Why there is no plan. @throws what is no fault of the brief */
function whyNot(error: unknown): { readonly error: string } {
  if (error instanceof JobCancelled) throw error;
  return { error: error instanceof RangeError ? error.message : String(error) };
}

/** The plan, or why there is none. */
export function planOf(run: RunView, nowMs: number): RunPlan | { readonly error: string } {
  try {
    return planRun(run, nowMs);
  } catch (error) {
    return whyNot(error);
  }
}

/** Finished, nothing lies on a plate and what it leaves is kept: nothing is predicted of it. */
function isOver({ state }: RunView, rehearsal: boolean): boolean {
  return state.finishedAtMs !== null && state.onPlate.size === 0 && (rehearsal || state.learned !== null);
}

/** What is predicted from the run as it is taken to stand; of pieces taken to be off, what was told of them. */
function withAssumed(run: RunView, nowMs: number, told: Forecast, assumed: readonly InferredAction[]): Forecast {
  const predicted = forecast(withInferred(run, assumed), nowMs);
  return { ...predicted, pieces: { ...told.pieces, ...predicted.pieces } };
}

type Questions = typeof RUN_QUESTIONS;
export type RunQuestion = keyof Questions;
type Asked<P> = P extends [HeldRun, ...infer Rest] ? Rest : never;
/** What a question is asked with. */
export type InputsOf<K extends RunQuestion> = Asked<Parameters<Questions[K]>>;
export type AnswerTo<K extends RunQuestion> = Awaited<ReturnType<Questions[K]>>;
