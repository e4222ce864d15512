<script setup lang="ts">
import { DateTime } from 'luxon';
import * as v from 'valibot';
import type { Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import BoundChoice from '../../forms/BoundChoice.vue';
import BoundField from '../../forms/BoundField.vue';
import { at } from '../../forms/fields.ts';
import { useForm } from '../../forms/use-form.ts';
import { clock } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** When a lot was really mixed: it may have been told late, or the day before. */
const props = defineProps<{ lot: Lot }>();
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const zone = store.view.pins.timeZone;
const isToday = DateTime.fromMillis(props.lot.mixedAtMs!, { zone }).hasSame(
  DateTime.fromMillis(store.nowMs, { zone }),
  'day',
);
/** A clock of another device may be ahead by so much, ms. */
const AHEAD_MS = 60_000;
type Day = 'today' | 'yesterday';
const form = useForm({
  typed: { time: clock(props.lot.mixedAtMs!, zone), day: (isToday ? 'today' : 'yesterday') as Day },
  schema: () =>
    v.pipe(
      v.object({ time: v.pipe(v.string(), v.trim()), day: v.picklist(['today', 'yesterday']) }),
      v.rawTransform(({ dataset: { value }, addIssue, NEVER }): number => {
        const today = DateTime.fromMillis(store.nowMs, { zone }).startOf('day');
        const date = (value.day === 'today' ? today : today.minus({ days: 1 })).toISODate();
        const moment = DateTime.fromISO(`${date}T${value.time}`, { zone });
        if (moment.isValid && moment.toMillis() <= store.nowMs + AHEAD_MS) return moment.toMillis();
        const { time } = value;
        addIssue({
          message: t(`rest.mixedAt.${moment.isValid ? 'future' : 'none'}`, { now: clock(store.nowMs, zone), time }),
          path: at(value, 'time'),
        });
        return NEVER;
      }),
    ),
  async keep(atMs) {
    const { formulaId, number: lot, volumeMl, batterC } = props.lot;
    await store.tap([{ kind: 'lot-mixed', payload: { formulaId, lot, atMs, volumeMl: volumeMl!, batterC: batterC! } }]);
    emit('done');
  },
});
</script>

<template>
  <form
    class="my-2 flex flex-wrap items-end gap-3 rounded-control bg-mist p-3"
    novalidate
    @submit.prevent="form.submit"
  >
    <BoundField :of="form" name="time" type="time" class="min-w-32 flex-1" :label="t('rest.mixedAt.time')" />
    <BoundChoice
      chips
      :of="form"
      name="day"
      :label="t('rest.mixedAt.day')"
      :options="(['yesterday', 'today'] as const).map((value) => ({ value, label: t(`rest.mixedAt.${value}`) }))"
    />
    <BigButton type="submit">{{ t('rest.mixedAt.keep') }}</BigButton>
  </form>
</template>
