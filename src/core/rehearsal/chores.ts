import { given } from '#core/given';
import { morningTasks, type RunPlan } from '#core/guidance';
import { plannedLot } from '#core/lot';
import type { DeskSide } from './desk-side.ts';
import type { StoveHands } from './stove-hands.ts';

/** Something to do at a moment of its own. */
export interface Chore {
  readonly atMs: number;
  act(): void;
}

/** Tasks that these hands do when they are due; the others show in the log by what they are. */
const TASKS_BY_TAP = new Set(['feed', 'temper', 'melt', 'sour', 'soak', 'oven', 'fruit']);

/** Mixing, lot by lot, in its order. */
export function mixingChores(desk: DeskSide, plan: RunPlan): Chore[] {
  const chores: Chore[] = [];
  const at = (atMs: number, act: () => void) => chores.push({ atMs, act });
  for (const { formulaId, number, mixStartMs, mixEndMs, firstPourMs } of plan.lots) {
    const lot = { formulaId, lot: number };
    const batch = given(plannedLot(desk.run(), formulaId, number), 'the plan names lots that it planned');
    for (const { ingredientId, massG } of batch.lines)
      at(mixStartMs, () =>
        desk.tap(mixStartMs, 'line-weighed', { ...lot, ingredientId, massG: massG && Math.max(0.1, massG) }),
      );
    at(mixEndMs, () =>
      desk.tap(mixEndMs, 'lot-mixed', {
        ...lot,
        atMs: mixEndMs,
        volumeMl: Math.round(batch.volumeMl),
        batterC: 18,
      }),
    );
    if (number === 1) at(firstPourMs - 60_000, () => desk.tap(firstPourMs - 60_000, 'rest-ended', lot));
  }
  return chores.sort((a, b) => a.atMs - b.atMs);
}

/** What comes before the first pour, in its order: mixing, lighting and reading. */
export function choresOf(desk: DeskSide, plan: RunPlan, hands: Pick<StoveHands, 'turn' | 'read'>): Chore[] {
  const chores = mixingChores(desk, plan);
  const at = (atMs: number, act: () => void) => chores.push({ atMs, act });
  for (const task of morningTasks(desk.run(), plan, plan.startMs))
    if (TASKS_BY_TAP.has(task.kind)) at(task.dueMs, () => desk.tap(task.dueMs, 'task-done', { taskId: task.id }));
  for (const { zoneKey: key, lightMs, readyMs } of plan.preheats) {
    const [stationId, zoneId] = key.split('/') as [string, string];
    const heat = plan.preheat[key]!;
    at(lightMs, () => hands.turn(lightMs, stationId, zoneId, heat.boostMark));
    at(readyMs, () => hands.turn(readyMs, stationId, zoneId, heat.holdMark));
    at(readyMs + 20_000, () => hands.read(stationId, zoneId));
  }
  return chores.sort((a, b) => a.atMs - b.atMs);
}
