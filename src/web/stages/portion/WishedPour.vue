<script setup lang="ts">
import { computed, ref } from 'vue';
import { stationNow } from '#core/setup';
import { volumeFor, wishKind } from '#core/what-if';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../forms/FormField.vue';
import { millilitres } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { readFigure } from '../../forms/read-figure.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** The pour read backwards: how much makes a cake so wide, or a film so thick on each pan. */
const props = defineProps<{ formulaId: string; stationIds: readonly string[] }>();
const emit = defineEmits<{ choose: [volumeMl: number] }>();
const store = useRun();
const kind = computed(() => wishKind(store.view, props.formulaId));
const typed = ref('');
/** What can be asked for: cm of a cake, mm of a film. */
const RANGE = { diameter: { low: 3, high: 60 }, thickness: { low: 0.5, high: 6 } } as const;
const value = computed(() => readFigure(typed.value));
const fits = computed(() => value.value >= RANGE[kind.value].low && value.value <= RANGE[kind.value].high);
const rows = computed(() =>
  !fits.value
    ? []
    : props.stationIds.map((id) => {
        const wish = kind.value === 'diameter' ? { diameterMm: value.value * 10 } : { thicknessMm: value.value };
        return {
          ...{ id, name: stationNow(store.view, id).name },
          volumeMl: volumeFor(store.view, props.formulaId, id, wish, store.nowMs),
        };
      }),
);
</script>

<template>
  <PaperCard :title="t('portionMore.wish')">
    <FormField
      v-model="typed"
      type="decimal"
      :unit="kind === 'diameter' ? 'cm' : 'mm'"
      :label="t(`portionMore.wished.${kind}`)"
      :error="typed.trim() !== '' && !fits ? t('form.error.range', RANGE[kind]) : undefined"
    />
    <ul>
      <li v-for="row in rows" :key="row.id" class="mt-2 flex flex-wrap items-center gap-3">
        <span class="flex-1">{{ row.name }}</span>
        <template v-if="row.volumeMl !== null">
          <span class="figure text-xl">{{ millilitres(row.volumeMl) }}</span>
          <BigButton @click="emit('choose', row.volumeMl)">{{ t('portion.use') }}</BigButton>
        </template>
        <span v-else class="text-soft">{{ t('portionMore.wishNever') }}</span>
      </li>
    </ul>
  </PaperCard>
</template>
