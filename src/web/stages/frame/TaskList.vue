<script setup lang="ts">
import { Check } from '@lucide/vue';
import { clock } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import type { TaskLine } from './use-tasks.ts';

/** Tasks in their order, each with its time and one tap; where all are of one batter its name is left out. */
defineProps<{ tasks: readonly TaskLine[]; ofOne?: boolean }>();
defineEmits<{ done: [task: TaskLine] }>();
const store = useRun();
</script>

<template>
  <ul class="flex flex-col">
    <li
      v-for="task in tasks"
      :key="task.id"
      class="grid min-h-14 grid-cols-[4rem_1fr_auto] items-center gap-2 border-t border-line py-1 first:border-0"
      :data-task="task.kind"
      :data-done="task.doneMs !== null"
    >
      <span
        class="figure text-lg"
        :class="task.doneMs !== null ? 'text-soft' : task.dueMs <= store.nowMs ? 'text-ember' : 'text-bell'"
        >{{ clock(task.dueMs, store.view.pins.timeZone) }}</span
      >
      <span class="inline-block first-letter:uppercase" :class="{ 'text-soft': task.doneMs !== null }">{{
        ofOne ? task.brief : task.words
      }}</span>
      <span v-if="task.doneMs !== null" class="flex items-center gap-1 px-2 text-sm text-leaf"
        ><Check class="size-5" aria-hidden="true" />{{
          t('tasks.doneAt', { time: clock(task.doneMs, store.view.pins.timeZone) })
        }}</span
      >
      <button
        v-else-if="task.byTap"
        type="button"
        class="min-h-14 rounded-control border border-line bg-card px-4 font-semibold hover:bg-mist"
        :aria-label="t('tasks.doneLine', { task: task.words })"
        @click="$emit('done', task)"
      >
        {{ t('tasks.done') }}
      </button>
    </li>
  </ul>
</template>
