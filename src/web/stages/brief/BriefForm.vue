<script setup lang="ts">
import { DateTime } from 'luxon';
import { reactive, ref } from 'vue';
import { momentOf } from '../../runs/make-run.ts';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Changes the brief of a run: how many, and when. */
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const brief = store.state!.brief!;
const zone = store.view.pins.timeZone;
const service = DateTime.fromMillis(brief.serviceAtMs, { zone });
const form = reactive({
  date: service.toISODate() ?? '',
  time: service.toFormat('HH:mm'),
  pieces: Object.fromEntries(brief.items.map((item) => [item.formulaId, String(item.pieces)])) as Record<
    string,
    string
  >,
});
const errors = ref<Record<string, string>>({});

async function keep(): Promise<void> {
  const found: Record<string, string> = {};
  const serviceAtMs = momentOf(form.date, form.time, zone);
  if (serviceAtMs === null) found['time'] = t('newRun.error.time');
  for (const [id, text] of Object.entries(form.pieces)) {
    const pieces = Number(text);
    if (text.trim() === '' || !Number.isInteger(pieces) || pieces < 1 || pieces > 2000)
      found[id] = t('newRun.error.pieces');
  }
  errors.value = found;
  if (serviceAtMs === null || Object.keys(found).length > 0) return;
  const items = brief.items.map((item) => ({ ...item, pieces: Number(form.pieces[item.formulaId]) }));
  await store.tap([{ kind: 'brief-set', payload: { ...brief, items, serviceAtMs } }]);
  emit('done');
}
</script>

<template>
  <PaperCard :title="t('brief.change')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="keep">
      <div class="grid gap-4 sm:grid-cols-2">
        <FormField v-model="form.date" type="date" :label="t('newRun.date')" />
        <FormField v-model="form.time" type="time" :label="t('newRun.time')" :error="errors['time']" />
        <FormField
          v-for="item in brief.items"
          :key="item.formulaId"
          v-model="form.pieces[item.formulaId]!"
          type="number"
          min="1"
          step="1"
          :label="store.view.formula(item.formulaId).name"
          :unit="store.view.formula(item.formulaId).pieceWord"
          :error="errors[item.formulaId]"
        />
      </div>
      <div class="flex justify-end gap-3">
        <BigButton @click="emit('done')">{{ t('brief.leave') }}</BigButton>
        <BigButton type="submit" look="say">{{ t('brief.keep') }}</BigButton>
      </div>
    </form>
  </PaperCard>
</template>
