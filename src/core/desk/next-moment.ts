import type { MorningTask } from './morning-tasks.ts';
import type { Hand } from './next-hands.ts';
import type { HeatStep } from './heat-steps.ts';
import type { RunPlan } from './plan-run.ts';

/** The next moment after now at which the plan, a task or the hands ask for something: where a rehearsal may skip to. */
export function nextMoment(
  plan: RunPlan | null,
  hands: readonly Hand[],
  nowMs: number,
  tasks: readonly MorningTask[] = [],
  steps: readonly HeatStep[] = [],
): number | null {
  const moments = [
    ...(plan?.lots.flatMap((lot) => [lot.mixStartMs, lot.mixEndMs]) ?? []),
    ...(plan?.preheats.flatMap((preheat) => [preheat.lightMs, preheat.readyMs]) ?? []),
    ...tasks.flatMap((task) => (task.doneMs === null ? [task.dueMs] : [])),
    ...hands.map((hand) => hand.dueMs),
    ...steps.map((step) => step.dueMs),
  ].filter((moment) => moment > nowMs + 500);
  return moments.length ? Math.min(...moments) : null;
}
