<script setup lang="ts">
import { computed, reactive, ref } from 'vue';
import { newId } from '../../sync/device.ts';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { clock } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { readFigure } from '../../parts/read-figure.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import { useTasks } from '../frame/use-tasks.ts';

/** The cook's own tasks: table, drinks, a pot to stir. */
const store = useRun();
const { tasks } = useTasks();
const own = computed(() => tasks.value.filter((task) => task.kind === 'own'));
const form = reactive({ text: '', before: '15', every: '' });
const errors = ref<Record<string, string>>({});

function add(): void {
  const before = readFigure(form.before);
  const every = form.every.trim() === '' ? null : readFigure(form.every);
  errors.value = {};
  if (form.text.trim() === '' || form.text.length > 80) errors.value['text'] = t('tasks.error.text');
  if (!(Number.isInteger(before) && before >= 0 && before <= 720)) errors.value['before'] = t('tasks.error.before');
  if (every !== null && !(Number.isInteger(every) && every >= 1 && every <= 120))
    errors.value['every'] = t('tasks.error.every');
  if (Object.keys(errors.value).length > 0) return;
  void store.tap([
    { kind: 'task-set', payload: { taskId: newId(), text: form.text.trim(), beforeMin: before, everyMin: every } },
  ]);
  Object.assign(form, { text: '', every: '' });
}
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
    <form class="grid gap-3 sm:grid-cols-2" novalidate @submit.prevent="add">
      <FormField v-model="form.text" class="sm:col-span-2" :label="t('tasks.text')" :error="errors['text']" />
      <FormField v-model="form.before" type="decimal" unit="min" :label="t('tasks.before')" :error="errors['before']" />
      <FormField
        v-model="form.every"
        type="decimal"
        unit="min"
        :label="t('tasks.every')"
        :hint="t('tasks.everyHint')"
        :error="errors['every']"
      />
      <BigButton type="submit" class="sm:col-span-2">{{ t('tasks.keep') }}</BigButton>
    </form>
  </PaperCard>
</template>
