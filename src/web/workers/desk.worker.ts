import { expose } from 'comlink';
import { Memo } from '#core/memo';
import type { StoredEvent } from '#core/run';
import { HeldRun, type HeldFacts } from './held-run.ts';
import { JobCancelled, Jobs } from './jobs.ts';
import {
  KITCHEN_QUESTIONS,
  type KitchenAnswerTo,
  type KitchenInputsOf,
  type KitchenQuestion,
} from './kitchen-questions.ts';
import { RUN_QUESTIONS, type AnswerTo, type InputsOf, type RunQuestion } from './run-questions.ts';

/** What a cook waits for comes first; what a page shows beside it later. */
const PRIORITY: Readonly<Record<RunQuestion, number>> = {
  ...{ outlook: 6, firstSide: 5, filmAdvice: 5 },
  ...{ remedy: 4, probe: 4, places: 4, give: 4 },
  ...{ plan: 3, lots: 3, effects: 3 },
  ...{
    map: 2,
    waysOut: 2,
    allOff: 2,
    fruit: 2,
    strip: 1,
    cooked: 1,
    steps: 1,
    filmMade: 1,
    film: 0,
    fault: 0,
    ahead: -1,
  },
};
const KITCHEN_PRIORITY = 2;

/** Parts of a long answer can be asked for by these alone; they take a pause as their last input. */
const IN_PARTS: readonly RunQuestion[] = ['plan', 'waysOut', 'allOff', 'steps', 'film', 'fault', 'ahead'];

const memo = new Memo();
const jobs = new Jobs();
let held: HeldRun | undefined;

const desk = {
  /** Takes a run in hand, its log and what waits on this device. */
  open(facts: HeldFacts, log: readonly StoredEvent[], waiting: readonly StoredEvent[]): void {
    held = new HeldRun(facts, log, waiting, memo);
  },

  /** What was stored of it since, and all that waits now. */
  follow(runId: string, stored: readonly StoredEvent[], waiting: readonly StoredEvent[]): void {
    if (held?.facts.id === runId) held.follow(stored, waiting);
  },

  close(): void {
    held = undefined;
  },

  /** The answer for the run in hand as it stands when its turn comes; null when it is no longer held, or was cancelled. */
  async ofRun<K extends RunQuestion>(
    job: string,
    question: K,
    runId: string,
    inputs: InputsOf<K>,
  ): Promise<AnswerTo<K> | null> {
    return orNothing(
      jobs.add(job, PRIORITY[question], (breathe) => {
        if (held?.facts.id !== runId) throw new JobCancelled(job);
        const answer = RUN_QUESTIONS[question] as (...all: readonly unknown[]) => AnswerTo<K>;
        const run = held;
        const stillHeld = async () => {
          await breathe();
          if (held !== run) throw new JobCancelled(job);
        };
        return answer(run, ...(inputs as readonly unknown[]), ...(IN_PARTS.includes(question) ? [stillHeld] : []));
      }),
    );
  },

  async ofKitchen<K extends KitchenQuestion>(
    job: string,
    question: K,
    inputs: KitchenInputsOf<K>,
  ): Promise<KitchenAnswerTo<K> | null> {
    return orNothing(
      jobs.add(job, KITCHEN_PRIORITY, () => {
        const answer = KITCHEN_QUESTIONS[question] as (
          ...all: readonly unknown[]
        ) => KitchenAnswerTo<K> | Promise<KitchenAnswerTo<K>>;
        return answer(memo, ...(inputs as readonly unknown[]));
      }),
    );
  },

  cancel: (job: string): void => jobs.cancel(job),
};

async function orNothing<T>(answer: Promise<T>): Promise<T | null> {
  try {
    return await answer;
  } catch (error) {
    if (error instanceof JobCancelled) return null;
    throw error;
  }
}

export type Desk = typeof desk;
expose(desk);
