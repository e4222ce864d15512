import { computed, type ComputedRef } from 'vue';
import { morningTasks, type MorningTask } from '#core/guidance';
import { isMixed, lotKey } from '#core/run';
import { ingredientName } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

export interface TaskLine extends MorningTask {
  readonly words: string;
  /** Without the batter's name. */
  readonly brief: string;
  /** A tap ends it here; the others are done where they belong: the plate on Heat, the lot on Rest. */
  readonly byTap: boolean;
}

/** Kinds that a tap on the list ends: each is an event of its own. */
const BY_TAP = new Set(['feed', 'temper', 'melt', 'sour', 'soak', 'whip', 'fold', 'fruit', 'oven', 'own', 'takeOut']);

const WANTS_A_BOWL = new Set(['fold', 'takeOut']);

/** What the morning asks for beside the griddle, in words. */
export function useTasks(): { tasks: ComputedRef<TaskLine[]>; done: (task: MorningTask) => void } {
  const store = useRun();
  const minute = computed(() => Math.floor(store.nowMs / 30_000));
  const tasks = computed(() => {
    void minute.value;
    const { run, state, plan } = store;
    if (!run || !state || !plan) return [];
    return morningTasks(store.view, plan, store.nowMs).map((task) => ({
      ...task,
      words: wordsOf(task),
      brief: wordsOf(task, false),
      byTap: BY_TAP.has(task.kind) && (!WANTS_A_BOWL.has(task.kind) || isThere(task)),
    }));
  });

  /** There is a bowl to fold into, or to take out. */
  function isThere(task: MorningTask): boolean {
    return isMixed(store.state!.lots.get(lotKey(task.formulaId!, task.lot!)));
  }

  function wordsOf(task: MorningTask, withBatter = true): string {
    // "Butter, melted" is plain butter where it is yet to be melted
    const names = task.ingredientIds
      .map((id) => ingredientName(id, store.view.larder).split(',')[0]!.toLowerCase())
      .join(', ');
    const zones = task.zoneKeys
      .map((key) => {
        const [stationId, zoneId] = key.split('/') as [string, string];
        const station = store.view.station(stationId);
        return station.zones.length > 1 ? `${station.name} ${zoneId}` : station.name;
      })
      .join(', ');
    if (task.kind === 'own') return task.text!;
    const lots = store.state!.batters.get(task.formulaId ?? '')?.shares?.length ?? 1;
    const ofLot = lots > 1 && (task.kind === 'fold' || task.kind === 'whip') ? 'Lot' : '';
    const batter = task.formulaId ? store.view.formula(task.formulaId).name : '';
    const words = t(`tasks.${task.kind}${ofLot}`, { names, zones, n: task.lot });
    return withBatter && batter ? t('tasks.of', { batter, words }) : words;
  }

  function done(task: MorningTask): void {
    const of = { formulaId: task.formulaId!, lot: task.lot! };
    if (task.kind === 'takeOut') void store.tap([{ kind: 'lot-moved', payload: { ...of, to: 'counter' } }]);
    else if (task.kind === 'fold') void store.tap([{ kind: 'lot-folded', payload: of }]);
    else void store.tap([{ kind: 'task-done', payload: { taskId: task.id } }]);
  }

  return { tasks, done };
}
