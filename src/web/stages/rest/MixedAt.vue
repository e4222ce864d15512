<script setup lang="ts">
import { DateTime } from 'luxon';
import { ref } from 'vue';
import type { Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import FormField from '../../parts/FormField.vue';
import { clock } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** When a lot was really mixed: it may have been told late, or the day before. */
const props = defineProps<{ lot: Lot }>();
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const zone = store.view.pins.timeZone;
const time = ref(clock(props.lot.mixedAtMs!, zone));
const isToday = DateTime.fromMillis(props.lot.mixedAtMs!, { zone }).hasSame(
  DateTime.fromMillis(store.nowMs, { zone }),
  'day',
);
const day = ref<'today' | 'yesterday'>(isToday ? 'today' : 'yesterday');
const error = ref('');

async function keep(): Promise<void> {
  const today = DateTime.fromMillis(store.nowMs, { zone }).startOf('day');
  const date = (day.value === 'today' ? today : today.minus({ days: 1 })).toISODate();
  const moment = DateTime.fromISO(`${date}T${time.value.trim()}`, { zone });
  if (!moment.isValid) error.value = t('rest.mixedAt.none');
  else if (moment.toMillis() > store.nowMs + 60_000)
    error.value = t('rest.mixedAt.future', { now: clock(store.nowMs, zone), time: time.value });
  else {
    const { formulaId, number: lot, volumeMl, batterC } = props.lot;
    const atMs = moment.toMillis();
    await store.tap([{ kind: 'lot-mixed', payload: { formulaId, lot, atMs, volumeMl: volumeMl!, batterC: batterC! } }]);
    emit('done');
  }
}
</script>

<template>
  <form class="my-2 flex flex-wrap items-end gap-3 rounded-control bg-mist p-3" novalidate @submit.prevent="keep">
    <FormField
      v-model="time"
      type="time"
      class="min-w-32 flex-1"
      :label="t('rest.mixedAt.time')"
      :error="error || undefined"
    />
    <ChoiceChips
      v-model="day"
      :label="t('rest.mixedAt.day')"
      :options="(['yesterday', 'today'] as const).map((value) => ({ value, label: t(`rest.mixedAt.${value}`) }))"
    />
    <BigButton type="submit">{{ t('rest.mixedAt.keep') }}</BigButton>
  </form>
</template>
