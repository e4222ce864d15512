<script setup lang="ts">
import { computed } from 'vue';
import * as v from 'valibot';
import { newId } from '../../sync/device.ts';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { filled, orNothing, whole } from '../../forms/fields.ts';
import { useForm } from '../../forms/use-form.ts';
import { clock } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useTasks } from '../frame/use-tasks.ts';

/** The cook's own tasks: table, drinks, a pot to stir. */
const store = useRun();
const { tasks } = useTasks();
const own = computed(() => tasks.value.filter((task) => task.kind === 'own'));
const NOTHING = { text: '', before: '15', every: '' };
const form = useForm({
  typed: NOTHING,
  schema: () =>
    v.object({
      text: v.pipe(
        filled(() => t('tasks.error.text')),
        v.maxLength(80),
      ),
      before: whole(0, 720, () => t('tasks.error.before')),
      every: orNothing(whole(1, 120, () => t('tasks.error.every'))),
    }),
  async keep({ text, before: beforeMin, every: everyMin = null }) {
    await store.tap([{ kind: 'task-set', payload: { taskId: newId(), text, beforeMin, everyMin } }]);
    form.reset({ ...NOTHING, before: form.values.before });
  },
});
function drop(taskId: string): void {
  const task = store.state!.tasks.find((each) => each.taskId === taskId);
  if (task) void store.tap([{ kind: 'task-set', payload: { ...task, dropped: true } }]);
}
</script>

<template>
  <PaperCard :title="t('tasks.add')">
    <ul v-if="own.length" class="mb-3">
      <li v-for="task in own" :key="task.id" class="flex items-center gap-3 border-t border-line first:border-0">
        <span class="figure w-16 text-lg text-bell">{{ clock(task.dueMs, store.view.pins.timeZone) }}</span>
        <span class="flex-1">{{ task.text }}</span>
        <button
          type="button"
          class="min-h-11 px-2 text-bell underline"
          :aria-label="t('tasks.dropLine', { task: task.text })"
          @click="drop(task.id)"
        >
          {{ t('tasks.drop') }}
        </button>
      </li>
    </ul>
    <form class="grid gap-3 sm:grid-cols-2" novalidate @submit.prevent="form.submit">
      <BoundField :of="form" name="text" class="sm:col-span-2" :label="t('tasks.text')" />
      <BoundField :of="form" name="before" type="decimal" unit="min" :label="t('tasks.before')" />
      <BoundField
        :of="form"
        name="every"
        type="decimal"
        unit="min"
        :label="t('tasks.every')"
        :hint="t('tasks.everyHint')"
      />
      <BigButton type="submit" class="sm:col-span-2">{{ t('tasks.keep') }}</BigButton>
    </form>
  </PaperCard>
</template>
