<script setup lang="ts">
import { computed } from 'vue';
import * as v from 'valibot';
import { fromCelsius, toCelsius } from '#core/units';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { figure } from '../../forms/fields.ts';
import { useForm } from '../../forms/use-form.ts';
import { temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';

/** How warm this morning's room and fridge are: rests, clocks and the batter's warmth go by them. */
const store = useRun();
const unit = useSession().settings.temperatureUnit;
/** Rooms and fridges of kitchens, °C; the log's own bounds. */
const ROOM_C = { low: -10, high: 50 };
const FRIDGE_C = { low: -2, high: 20 };
const shown = (tempC: number) => Math.round(fromCelsius(tempC, unit) * 2) / 2;
const read = computed(() => store.state!.climate);
const form = useForm({
  typed: { roomC: String(shown(store.view.climate.roomC)), fridgeC: String(shown(store.view.climate.fridgeC)) },
  schema: () =>
    v.object({
      roomC: figure(shown(ROOM_C.low), shown(ROOM_C.high)),
      fridgeC: figure(shown(FRIDGE_C.low), shown(FRIDGE_C.high)),
    }),
  async keep({ roomC, fridgeC }) {
    const inC = (value: number, { low, high }: { low: number; high: number }) =>
      Math.min(high, Math.max(low, toCelsius(value, unit)));
    await store.tap([
      { kind: 'climate-read', payload: { roomC: inC(roomC, ROOM_C), fridgeC: inC(fridgeC, FRIDGE_C) } },
    ]);
  },
});
</script>

<template>
  <PaperCard :title="t('rest.climate.title')">
    <p class="text-sm text-soft">
      {{
        read.roomC === null && read.fridgeC === null
          ? t('rest.climate.usual')
          : t('rest.climate.read', {
              room: temperature(store.view.climate.roomC),
              fridge: temperature(store.view.climate.fridgeC),
            })
      }}
    </p>
    <form class="mt-2 flex flex-wrap items-end gap-3" novalidate @submit.prevent="form.submit">
      <BoundField
        :of="form"
        name="roomC"
        type="decimal"
        class="w-32"
        :unit="`°${unit}`"
        :label="t('rest.climate.room')"
      />
      <BoundField
        :of="form"
        name="fridgeC"
        type="decimal"
        class="w-32"
        :unit="`°${unit}`"
        :label="t('rest.climate.fridge')"
      />
      <BigButton type="submit">{{ t('rest.read.keep') }}</BigButton>
    </form>
  </PaperCard>
</template>
