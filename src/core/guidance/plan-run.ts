import { round } from 'es-toolkit';
import type { Question } from '#core/memo';
import {
  cookingOf,
  plannedPanfuls,
  planMorning,
  type Job,
  type MorningJob,
  type MorningPlan,
  type Panfuls,
  type SideTime,
} from '#core/plan';
import type { RunState } from '#core/run';
import type { RunView } from '#core/setup';
import { briefFaults, type BriefFault } from './brief-faults.ts';
import { askedMorning, type AskedMorning } from './morning-jobs.ts';

/** Panfuls are sought so long: a few tenths of a second. One seed, so that every device has the same plan. Numerical: tried. */
const BUDGET = { seed: 1, tries: 2500 } as const;
/** Plans of a kitchen's runs are kept, so many. Numerical. */
const PANFULS: Question<Panfuls> = { name: 'panfuls', most: 20 };

/** What the plates are asked by a job: times to the tenth of a second, so that the same morning is the same question. */
export function cookedOf({ formulaId, pieces, hands, first, second, zones }: MorningJob): Job {
  const tenth = ({ bestS, earlyS, lateS }: SideTime): SideTime => ({
    ...{ bestS: round(bestS, 1), earlyS: round(earlyS, 1), lateS: round(lateS, 1) },
  });
  return { formulaId, pieces, hands, first: tenth(first), second: tenth(second), zones };
}

export interface RunPlan extends MorningPlan, Pick<AskedMorning, 'preheat' | 'capacity'> {
  /** What the brief asks of its plates that cannot be. */
  readonly faults: readonly BriefFault[];
}

/**
 * The morning of a brief, planned back from service.
 * @throws RangeError when there is no brief or a formula finds no place.
 */
export function planRun(run: RunView, nowMs: number): RunPlan {
  return drained(planSearch(run, nowMs));
}

/** The same, in parts: whoever waits for something else goes first between them. */
export function* planSearch(run: RunView, nowMs: number): Generator<void, RunPlan> {
  const { brief } = run.state;
  if (!brief) throw new RangeError('The run has no brief yet.');
  const { jobs, zones, preheat, capacity } = askedMorning(run, brief, nowMs);
  const cooking = cookingOf(jobs.map(cookedOf));
  const written = JSON.stringify(cooking);
  const found = run.memo.kept(PANFULS, written) ?? (yield* sought(plannedPanfuls(cooking, BUDGET)));
  run.memo.keep(PANFULS, written, found);
  const plan = planMorning(jobs, zones, { serviceAtMs: brief.serviceAtMs, nowMs, begun: hasBegun(run.state) }, found);
  return { ...plan, preheat, capacity, faults: briefFaults(run, jobs) };
}

/** Whether anything of a morning is mixed or poured: its plan is held to from then on. */
export function hasBegun({ lots, pieces }: Pick<RunState, 'lots' | 'pieces'>): boolean {
  return lots.size > 0 || pieces.size > 0;
}

/** Parts of a search without what each found so far. */
function* sought<T>(search: Generator<T, T>): Generator<void, T> {
  for (;;) {
    const { done, value } = search.next();
    if (done) return value;
    yield;
  }
}

function drained<T>(parts: Generator<void, T>): T {
  for (;;) {
    const { done, value } = parts.next();
    if (done) return value;
  }
}
