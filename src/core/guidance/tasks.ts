import { MS_PER_MIN } from '#core/units';
import type { RunView } from '#core/setup';
import { preparationsFor, type PreparationKind } from '#core/formula';
import { ingredientOf } from '#core/ingredients';
import { lotKey } from '#core/run';
import { bodyInRun } from '#core/setup';
import { OUT_BEFORE_MIN, lotRest } from '#core/lot';
import type { RunPlan } from './plan-run.ts';

type TaskKind = PreparationKind | 'takeOut' | 'whip' | 'fold' | 'fruit' | 'plate' | 'oven' | 'own';

/** Something to do beside pouring and flipping, and when. */
export interface MorningTask {
  readonly id: string;
  readonly kind: TaskKind;
  readonly dueMs: number;
  readonly doneMs: number | null;
  readonly formulaId: string | null;
  /** The lot it belongs to. */
  readonly lot: number | null;
  readonly ingredientIds: readonly string[];
  readonly zoneKeys: readonly string[];
  /** Of a task of the cook's own. */
  readonly text: string | null;
}

/** Fruit and oven are seen to this long before the first pour. Common practice, no source. */
const BEFORE_MIN = { fruit: 10, oven: 20 } as const;

/** A starter fed so much later stands at its peak too late, ms. Common practice, no source. */
const FED_LATE_MS = 2 * 3_600_000;
/** Up to here a cloth keeps pieces warm, minutes. Common practice, no source. */
const UNDER_A_CLOTH_MIN = 10;

/**
 * Everything a morning asks for beside the griddle, in order: ingredients out and melted before the mixing, a lot out of
 * the fridge, whites whipped, the plate lit, the oven for holding, fruit, and the cook's own tasks. Each is done by a tap,
 * or by what the log shows: a burner lit, a lot folded.
 */
export function morningTasks(run: RunView, plan: RunPlan, nowMs: number): MorningTask[] {
  const done = (id: string) => run.state.tasksDone.get(id)?.at(-1) ?? null;
  const none = { formulaId: null, lot: null, ingredientIds: [], zoneKeys: [], text: null } as const;
  const tasks: MorningTask[] = [];
  for (const planned of plan.lots) {
    const { formulaId, number, firstPourMs, mixStartMs, folded } = planned;
    const body = bodyInRun(run, formulaId);
    const lot = run.state.lots.get(lotKey(formulaId, number));
    const mixedMs = lot?.mixedAtMs ?? null;
    const outMs = firstPourMs - OUT_BEFORE_MIN * MS_PER_MIN;
    const add = (kind: TaskKind, dueMs: number, doneMs: number | null, ingredientIds: readonly string[] = []) =>
      tasks.push({
        ...none,
        id: `${kind}/${formulaId}/${number}`,
        kind,
        dueMs,
        doneMs,
        formulaId,
        lot: number,
        ingredientIds,
      });
    if (number === 1)
      for (const { kind, beforeMin, ingredientIds } of preparationsFor(body, run.larder)) {
        const dueMs = mixStartMs - beforeMin * MS_PER_MIN;
        const doneMs = done(`${kind}/${formulaId}/1`) ?? mixedMs;
        // a starter that was to be fed long ago was, or it is too late to say so
        if (kind === 'feed' && doneMs === null && nowMs - dueMs > FED_LATE_MS) continue;
        add(kind, dueMs, doneMs, ingredientIds);
      }
    if (lot && mixedMs !== null && lot.restEndedAtMs === null) {
      const { where } = lotRest(run, lot, nowMs, firstPourMs);
      if (where === 'fridge') add('takeOut', outMs, null);
    } else if (mixedMs === null && body.rest.where === 'fridge' && outMs > Math.max(nowMs, mixStartMs))
      add('takeOut', outMs, null); // planned the evening before, done once there is a bowl to take out
    const late = body.lines.filter((line) => line.when === 'justBefore').map((line) => line.ingredientId);
    if (folded) {
      const foldedMs = lot?.foldedAtMs ?? null;
      const whip = `whip/${formulaId}/${number}`;
      add('whip', folded.whipMs, done(whip) ?? foldedMs, late);
      add('fold', folded.foldMs, foldedMs, late);
    }
    const fruit = body.lines
      .filter((line) => ingredientOf(run.larder, line.ingredientId).role === 'fruit' && line.when === 'onPiece')
      .map((line) => line.ingredientId);
    if (fruit.length > 0 && number === 1)
      add('fruit', firstPourMs - BEFORE_MIN.fruit * MS_PER_MIN, done(`fruit/${formulaId}/1`), fruit);
  }
  for (const { zoneKey: key, lightMs } of plan.preheats) {
    // a plate that was taken over hot, or read, is lit
    const zone = run.state.zones.get(key);
    const lit = zone?.turns.find((each) => each.mark > 0) ?? zone?.assumed ?? zone?.readings[0];
    tasks.push({
      ...none,
      id: `plate/${key}`,
      kind: 'plate',
      dueMs: lightMs,
      doneMs: lit?.atMs ?? null,
      zoneKeys: [key],
    });
  }
  const heldMin = (plan.serviceAtMs - Math.min(...plan.panfuls.map((panful) => panful.liftMs))) / MS_PER_MIN;
  if (heldMin > UNDER_A_CLOTH_MIN)
    tasks.push({
      ...none,
      id: 'oven',
      kind: 'oven',
      dueMs: plan.firstPourMs - BEFORE_MIN.oven * MS_PER_MIN,
      doneMs: done('oven'),
    });
  for (const { taskId, text, beforeMin, everyMin } of run.state.tasks) {
    const times = run.state.tasksDone.get(taskId) ?? [];
    const first = plan.firstPourMs - beforeMin * MS_PER_MIN;
    const lastMs = times.at(-1);
    const again = everyMin !== null && lastMs !== undefined;
    const dueMs = again ? lastMs + everyMin * MS_PER_MIN : first;
    const over = again && dueMs > plan.lastLiftMs;
    const doneMs = everyMin === null || over ? (times.at(-1) ?? null) : null;
    tasks.push({ ...none, id: taskId, kind: 'own', dueMs, doneMs, text });
  }
  return together(tasks).sort((a, b) => a.dueMs - b.dueMs);
}

/** Zones that are lit at the same moment are one task. */
function together(tasks: readonly MorningTask[]): MorningTask[] {
  const plates = tasks.filter((task) => task.kind === 'plate');
  const merged = new Map<number, MorningTask>();
  for (const task of plates) {
    const minute = Math.round(task.dueMs / MS_PER_MIN);
    const before = merged.get(minute);
    merged.set(
      minute,
      before
        ? {
            ...before,
            zoneKeys: [...before.zoneKeys, ...task.zoneKeys],
            doneMs: before.doneMs === null || task.doneMs === null ? null : Math.max(before.doneMs, task.doneMs),
          }
        : task,
    );
  }
  return [...tasks.filter((task) => task.kind !== 'plate'), ...merged.values()];
}
