import { cookingOf, plannedPanfuls, type Job } from '#core/plan';
import type { Forecast } from '#core/forecast';
import type { Question } from '#core/memo';
import { piecesOnPlates, zoneKey } from '#core/run';
import { piecesLeft, type RunView } from '#core/setup';
import { askedMorning } from './morning-jobs.ts';
import { cookedOf } from './plan-run.ts';

/** When the last piece can be off, by what is poured and what is not. */
export interface AllOff {
  /** As early as hands and plates let it from now on, run time. */
  readonly earliestMs: number;
  /** So long after they eat, min; 0: in time. */
  readonly lateMin: number;
}

/** A search for what is left is short: it is asked at every pour. Numerical: tried. */
const BUDGET = { seed: 1, tries: 300 } as const;
/** Spans of what is left are kept, so many. Numerical. */
const SPANS: Question<number> = { name: 'span of what is left', most: 60 };
/** From the plate to the table. Common practice, no source. */
const TO_TABLE_MS = 60_000;

/**
 * When all can be off: what lies on plates stays where it is, what is left is cooked as quickly as hands and plates let it,
 * each zone from when it is free. Nothing where nothing was poured yet, or nothing is left to come off.
 */
export function* allOff(run: RunView, forecast: Forecast, nowMs: number): Generator<void, AllOff | null> {
  const { state } = run;
  const { brief } = state;
  const lying = piecesOnPlates(state);
  if (!brief || state.pieces.size === 0 || state.finishedAtMs !== null) return null;
  const { jobs } = askedMorning(run, brief, nowMs);
  const left = jobs.map(cookedOf).flatMap((job): Job[] => {
    const pieces = Math.ceil(piecesLeft(state, job.formulaId));
    return pieces > 0 ? [{ ...job, pieces }] : [];
  });
  const offMs = (pieceId: string): number => Math.max(nowMs, forecast.pieces[pieceId]?.lift.bestMs ?? nowMs);
  const lastOnPlateMs = Math.max(nowMs, ...lying.map(({ id }) => offMs(id)));
  if (left.length === 0) return lying.length === 0 ? null : toldBy(lastOnPlateMs, brief.serviceAtMs);
  const cooking = cookingOf(left);
  const written = JSON.stringify(cooking);
  let spanS = run.memo.kept(SPANS, written);
  if (spanS === undefined) {
    const search = plannedPanfuls(cooking, BUDGET);
    for (let next = search.next(); ; next = search.next()) {
      spanS = next.value.cost.spanS;
      if (next.done) break;
      yield;
    }
    run.memo.keep(SPANS, written, spanS);
  }
  // the first zone that is free takes the next panful
  const zones = new Set(left.flatMap((job) => job.zones.filter(({ capacity }) => capacity > 0).map(({ key }) => key)));
  const freeMs = [...zones].map((key) =>
    Math.max(
      nowMs,
      ...lying.filter(({ stationId, zoneId }) => zoneKey(stationId, zoneId) === key).map(({ id }) => offMs(id)),
    ),
  );
  const from = Math.min(...freeMs);
  return toldBy(Math.max(lastOnPlateMs, from + 1000 * spanS), brief.serviceAtMs);
}

function toldBy(earliestMs: number, serviceAtMs: number): AllOff {
  return { earliestMs, lateMin: Math.max(0, Math.ceil((earliestMs + TO_TABLE_MS - serviceAtMs) / 60_000)) };
}
