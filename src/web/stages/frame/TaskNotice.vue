<script setup lang="ts">
import { BellRing, Flame } from '@lucide/vue';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { minutes } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useTone } from '../cook/use-tones.ts';
import { useHeatSteps, type HeatLine } from '../plate/use-heat-steps.ts';
import { useTasks, type TaskLine } from './use-tasks.ts';

/** The next three things that are due, on every stage, each with the tap that ends it; heat that is in danger first. */
const store = useRun();
const route = useRoute();
const { tasks, done } = useTasks();
const { steps, turn } = useHeatSteps();
/** A task that nobody did for this long was done or is not wanted. Assumed. */
const MATTERS_MS = 30 * 60_000;
const AT_MOST = 3;

type Line = { id: string; words: string; dueMs: number } & (
  { heat: HeatLine; task?: undefined } | { task: TaskLine; heat?: undefined }
);

const lines = computed((): Line[] => {
  if (store.state?.finishedAtMs != null || store.isReadOnly) return [];
  const ofTasks = tasks.value
    .filter(
      ({ byTap, doneMs, dueMs }) =>
        byTap && doneMs === null && dueMs <= store.nowMs && store.nowMs - dueMs < MATTERS_MS,
    )
    .map((task): Line => ({ id: task.id, words: task.words, dueMs: task.dueMs, task }));
  // on the Cook stage heat stands in its own order of urgency, on Heat at its plate
  const elsewhere = !/\/(cook|heat)$/.test(route.path);
  const ofHeat = elsewhere
    ? steps.value
        .filter(({ due }) => due)
        .map((heat): Line => ({ id: `${heat.key} ${heat.why}`, words: heat.words, dueMs: heat.dueMs, heat }))
    : [];
  return [...ofHeat, ...ofTasks].slice(0, AT_MOST);
});
useTone(
  'due',
  computed(() => lines.value[0]?.id ?? null),
);
</script>

<template>
  <div
    v-if="lines.length"
    class="border-b border-line bg-mist px-5 py-1 max-md:px-3"
    role="status"
    data-testid="task-due"
  >
    <ul>
      <li v-for="line in lines" :key="line.id" class="flex flex-wrap items-center gap-x-4 gap-y-1 py-0.5">
        <Flame v-if="line.heat" class="size-5 shrink-0 text-ember" aria-hidden="true" />
        <BellRing v-else class="size-5 shrink-0 text-bell" aria-hidden="true" />
        <span class="flex-1 font-semibold">{{ line.words }}</span>
        <span class="text-sm text-soft">{{
          store.nowMs - line.dueMs < 60_000
            ? t('tasks.due')
            : t('tasks.dueAgo', { time: minutes((store.nowMs - line.dueMs) / 1000) })
        }}</span>
        <button
          v-if="line.heat"
          type="button"
          class="min-h-14 rounded-control border border-line bg-card px-5 font-semibold hover:bg-mist"
          @click="turn(line.heat)"
        >
          {{ line.heat.button }}
        </button>
        <button
          v-else
          type="button"
          class="min-h-14 rounded-control border border-line bg-card px-5 font-semibold hover:bg-mist"
          :aria-label="t('tasks.doneLine', { task: line.words })"
          @click="done(line.task)"
        >
          {{ t('tasks.done') }}
        </button>
      </li>
    </ul>
  </div>
</template>
