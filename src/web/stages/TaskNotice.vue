<script setup lang="ts">
import { BellRing } from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { minutes } from '../parts/format.ts';
import { useRun } from '../stores/run.ts';
import { t } from '../words/index.ts';
import { useTone } from './cook/use-tones.ts';
import { useTasks } from './use-tasks.ts';

/** The task that is due now, on every stage, until it is done or no longer matters. */
const store = useRun();
const { tasks, done } = useTasks();
/** A task that nobody did for this long was done or is not wanted. Assumed. */
const MATTERS_MS = 30 * 60_000;

const due = computed(() => {
  if (store.state?.finishedAtMs != null || store.looksOn) return undefined;
  return tasks.value.find(
    (task) =>
      (task.byTap || task.kind === 'plate') &&
      task.doneMs === null &&
      task.dueMs <= store.nowMs &&
      store.nowMs - task.dueMs < MATTERS_MS,
  );
});
useTone(
  'due',
  computed(() => due.value?.id ?? null),
);
</script>

<template>
  <div
    v-if="due"
    class="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-line bg-mist px-5 py-1 max-md:px-3"
    role="status"
    data-testid="task-due"
  >
    <BellRing class="size-5 shrink-0 text-bell" aria-hidden="true" />
    <span class="flex-1 font-semibold">{{ due.words }}</span>
    <span class="text-sm text-soft">{{
      store.nowMs - due.dueMs < 60_000
        ? t('tasks.due')
        : t('tasks.dueAgo', { time: minutes((store.nowMs - due.dueMs) / 1000) })
    }}</span>
    <RouterLink
      v-if="due.kind === 'plate'"
      class="flex min-h-14 items-center rounded-control border border-line bg-card px-5 font-semibold hover:bg-mist"
      :to="`/runs/${store.run!.id}/heat`"
      >{{ t('stage.heat') }}</RouterLink
    >
    <button
      v-else
      type="button"
      class="min-h-14 rounded-control border border-line bg-card px-5 font-semibold hover:bg-mist"
      :aria-label="t('tasks.doneLine', { task: due.words })"
      @click="done(due)"
    >
      {{ t('tasks.done') }}
    </button>
  </div>
</template>
