<script setup lang="ts">
import { DateTime } from 'luxon';
import * as v from 'valibot';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { serviceAt, wantedPieces } from '../../runs/brief-form.ts';
import { useForm } from '../../forms/use-form.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** Changes the brief of a run: how many, and when. */
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const brief = store.state!.brief!;
const zone = store.view.pins.timeZone;
const service = DateTime.fromMillis(brief.serviceAtMs, { zone });
const form = useForm({
  typed: {
    service: { date: service.toISODate() ?? '', time: service.toFormat('HH:mm') },
    pieces: Object.fromEntries(brief.items.map((item) => [item.formulaId, String(item.pieces)])),
  },
  schema: () => v.object({ service: serviceAt(zone), pieces: v.record(v.string(), wantedPieces()) }),
  async keep({ service: serviceAtMs, pieces }) {
    const items = brief.items.map((item) => ({ ...item, pieces: pieces[item.formulaId] ?? item.pieces }));
    await store.tap([{ kind: 'brief-set', payload: { ...brief, items, serviceAtMs } }]);
    emit('done');
  },
});
</script>

<template>
  <PaperCard :title="t('brief.change')">
    <form class="flex flex-col gap-4" novalidate @submit.prevent="form.submit">
      <div class="grid gap-4 sm:grid-cols-2">
        <BoundField :of="form" name="service.date" type="date" :label="t('newRun.date')" />
        <BoundField :of="form" name="service.time" type="time" :label="t('newRun.time')" />
        <BoundField
          v-for="item in brief.items"
          :key="item.formulaId"
          :of="form"
          :name="`pieces.${item.formulaId}`"
          type="number"
          min="1"
          step="1"
          :label="store.view.formula(item.formulaId).name"
          :unit="store.view.formula(item.formulaId).pieceWord"
        />
      </div>
      <div class="flex justify-end gap-3">
        <BigButton @click="emit('done')">{{ t('brief.leave') }}</BigButton>
        <BigButton type="submit" look="say">{{ t('brief.keep') }}</BigButton>
      </div>
    </form>
  </PaperCard>
</template>
