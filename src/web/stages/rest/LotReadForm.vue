<script setup lang="ts">
import * as v from 'valibot';
import { fromCelsius, toCelsius } from '#core/units';
import type { Lot } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import BoundField from '../../forms/BoundField.vue';
import { at, figure, orNothing } from '../../forms/fields.ts';
import { volume } from '../../forms/read-amount.ts';
import { useForm } from '../../forms/use-form.ts';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';

/** A lot as it really is: how warm by a thermometer, how much is left by a scale or the bowl's marks. */
const props = defineProps<{ lot: Lot; rises: boolean }>();
const emit = defineEmits<{ done: [] }>();
const store = useRun();
const unit = useSession().settings.temperatureUnit;
/** A batter between ice and blood heat, °C; a bowl of so much, mL. Common practice, no source. */
const WARM_C = { low: 0, high: 45 };
const LEFT_ML = { low: 0, high: 100_000 };
const ML_PER_LITRE = 1000;
const RISEN = { low: 1, high: 6 };
const shown = (tempC: number) => Math.round(fromCelsius(tempC, unit));
const form = useForm({
  typed: { warm: '', left: '', risen: '' },
  schema: () =>
    v.pipe(
      v.object({
        warm: orNothing(figure(shown(WARM_C.low), shown(WARM_C.high))),
        left: orNothing(volume(LEFT_ML.low, LEFT_ML.high, ML_PER_LITRE)),
        risen: orNothing(figure(RISEN.low, RISEN.high)),
      }),
      v.rawCheck(({ dataset, addIssue }) => {
        if (dataset.typed && Object.values(dataset.value).every((each) => each === undefined))
          addIssue({ message: t('rest.read.none'), path: at(dataset.value, 'warm') });
      }),
    ),
  async keep({ warm, left, risen }) {
    const { formulaId, number: lot } = props.lot;
    await store.tap([
      {
        kind: 'lot-read',
        payload: {
          ...{ formulaId, lot },
          ...(warm === undefined ? {} : { batterC: Math.min(60, Math.max(0, toCelsius(warm, unit))) }),
          ...(risen === undefined ? {} : { risenTimes: risen }),
          ...(left === undefined ? {} : { leftMl: Math.round(left) }),
        },
      },
    ]);
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
    <BoundField :of="form" name="warm" type="decimal" class="w-36" :unit="`°${unit}`" :label="t('rest.read.warm')" />
    <BoundField :of="form" name="left" type="amount" class="min-w-40 flex-1" unit="L" :label="t('rest.read.left')" />
    <BoundField
      v-if="rises"
      :of="form"
      name="risen"
      type="decimal"
      class="w-44"
      :label="t('rest.read.risen')"
      :hint="t('rest.read.risenHint')"
    />
    <BigButton type="submit">{{ t('rest.read.keep') }}</BigButton>
  </form>
</template>
