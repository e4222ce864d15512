import { wrap, type Remote } from 'comlink';
import { onScopeDispose } from 'vue';
import type { StoredEvent } from '#core/run';
import type { Desk } from './desk.worker.ts';
import type { HeldFacts } from './held-run.ts';
import type { KitchenAnswerTo, KitchenInputsOf, KitchenQuestion } from './kitchen-questions.ts';
import { oneAtATime } from './one-at-a-time.ts';
import type { AnswerTo, InputsOf, RunQuestion } from './run-questions.ts';

let remote: Remote<Desk> | undefined;

/** The one worker that predicts and plans. */
function desk(): Remote<Desk> {
  remote ??= wrap<Desk>(new Worker(new URL('./desk.worker.ts', import.meta.url), { type: 'module', name: 'desk' }));
  return remote;
}

let inHand: string | undefined;
let jobs = 0;

/** Gives the worker a run to hold: asked is then of this one. */
export function holdRun(facts: HeldFacts, log: readonly StoredEvent[], waiting: readonly StoredEvent[]): void {
  inHand = facts.id;
  void desk().open(facts, log, waiting);
}

/** Tells the worker what was stored since, and all that waits now. */
export function followHeldRun(stored: readonly StoredEvent[], waiting: readonly StoredEvent[]): void {
  if (inHand) void desk().follow(inHand, stored, waiting);
}

export function letRunGo(): void {
  if (inHand) void desk().close();
  inHand = undefined;
}

/** Asks of the run in hand. Null when there is none by then, or the question was cancelled. */
export async function askOfRun<K extends RunQuestion>(
  question: K,
  inputs: InputsOf<K>,
  job = `${question} ${++jobs}`,
): Promise<AnswerTo<K> | null> {
  if (!inHand) return null;
  return (await desk().ofRun(job, question, inHand, inputs)) as AnswerTo<K> | null;
}

/** Asks without a run. Null when the question was cancelled. */
export async function askOfKitchen<K extends KitchenQuestion>(
  question: K,
  ...inputs: KitchenInputsOf<K>
): Promise<KitchenAnswerTo<K> | null> {
  return (await desk().ofKitchen(`${question} ${++jobs}`, question, inputs)) as KitchenAnswerTo<K> | null;
}

/** Long answers: asked anew while one is under way, it is given up. */
const GIVEN_UP: readonly RunQuestion[] = ['waysOut', 'allOff', 'steps', 'strip', 'cooked', 'map', 'film'];

/**
 * A question of a component about the run in hand, one at a time and then the newest; cancelled when the component goes.
 * @param inputs null: there is nothing to ask
 */
export function useRunQuestion<K extends RunQuestion>(
  question: K,
  inputs: () => InputsOf<K> | null,
  take: (answer: AnswerTo<K>) => void,
): () => Promise<void> {
  const job = `${question} ${++jobs}`;
  const cancel = () => void desk().cancel(job);
  onScopeDispose(cancel);
  return oneAtATime(
    () => {
      const asked = inputs();
      return asked && askOfRun(question, asked, job);
    },
    take,
    GIVEN_UP.includes(question) ? cancel : undefined,
  );
}
