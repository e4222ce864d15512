import type { RunPlan } from './plan-run.ts';
import type { Prompt } from './prompts.ts';

/** The next moment after now at which the plan or a prompt asks for something: where a rehearsal may skip to. */
export function nextMoment(
  plan: RunPlan | null,
  prompts: readonly Pick<Prompt, 'dueMs'>[],
  nowMs: number,
): number | null {
  const moments = [
    ...(plan?.lots.flatMap((lot) => [lot.mixStartMs, lot.mixEndMs]) ?? []),
    ...(plan?.preheats.flatMap((preheat) => [preheat.lightMs, preheat.readyMs]) ?? []),
    ...prompts.map((prompt) => prompt.dueMs),
  ].filter((moment) => moment > nowMs + 500);
  return moments.length ? Math.min(...moments) : null;
}
