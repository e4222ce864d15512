<script setup lang="ts">
import { computed, ref } from 'vue';
import { familyOf } from '#core/formula';
import { FIGURE_NAMES, figureAcrossMm, saidPourMl, type FigureName, type Place, type PlacePour } from '#core/pour';
import { drawnInRun } from '#core/setup';
import BigButton from '../../parts/BigButton.vue';
import FigureLines from '../../parts/FigureLines.vue';
import FormField from '../../forms/FormField.vue';
import ChoiceField from '../../forms/ChoiceField.vue';
import { readFigure } from '../../forms/read-figure.ts';
import { number, pourText } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { useSession } from '../../stores/session.ts';
import { figureWord } from '../../words/figure-word.ts';
import { t } from '../../words/index.ts';
import { POUR_ML, useTools } from './use-tools.ts';

/** Pours of another size beside the others: coins in the gaps, a piece of its own size, letters and shapes drawn with a bottle. */
const props = defineProps<{ formulaId: string; picked: Place | undefined }>();
const emit = defineEmits<{
  add: [pour: PlacePour];
  fill: [pour: PlacePour];
  give: [placeId: string, pour: PlacePour | undefined];
}>();
const store = useRun();
const session = useSession();
const { tools } = useTools();
const thin = computed(() => familyOf(store.view.formula(props.formulaId).type) === 'thin');

/** A tablespoon. Common practice, no source. */
const typed = ref('15');
const ml = computed(() => saidPourMl(typed.value, session.settings.measures, tools.value) ?? NaN);
const sizeFault = computed(() => !(ml.value >= POUR_ML.low && ml.value <= POUR_ML.high));
const size = computed((): PlacePour => ({ volumeMl: Math.round(ml.value * 10) / 10 }));

const name = ref<FigureName>('A');
const high = ref('10');
const wide = ref('1.5');
/** How high a figure and how wide its line may be, cm. Common practice, no source. */
const HIGH_CM = { low: 3, high: 40 };
const WIDE_CM = { low: 0.5, high: 4 }; // Common practice, no source.
const within = (value: number, { low, high: most }: { low: number; high: number }) => value >= low && value <= most;
const highFault = computed(() => !within(readFigure(high.value), HIGH_CM));
const wideFault = computed(() => !within(readFigure(wide.value), WIDE_CM));
const drawn = computed(() => {
  if (highFault.value || wideFault.value) return null;
  const figure = { name: name.value, heightMm: readFigure(high.value) * 10, lineMm: readFigure(wide.value) * 10 };
  return drawnInRun(store.view, props.formulaId, figure);
});
const figure = computed(() => drawn.value?.pour.figure);
const box = computed(() => {
  const half = figure.value ? figureAcrossMm(figure.value) / 2 : 0;
  return `${-half} ${-half} ${2 * half} ${2 * half}`;
});
const options = FIGURE_NAMES.map((value) => ({ value, label: figureWord(value) }));
</script>

<template>
  <details class="mt-3">
    <summary class="min-h-14 cursor-pointer content-center font-semibold text-bell">{{ t('layout.other') }}</summary>
    <div v-if="!thin" class="flex flex-wrap items-end gap-2">
      <FormField
        v-model="typed"
        class="min-w-40 flex-1"
        type="amount"
        :label="t('layout.ownPour')"
        :error="sizeFault ? t('portion.error') : undefined"
      />
      <BigButton :disabled="sizeFault" @click="emit('fill', size)">{{ t('layout.fill') }}</BigButton>
      <BigButton :disabled="sizeFault" @click="emit('add', size)">{{ t('layout.addOwn') }}</BigButton>
      <BigButton v-if="picked && !picked.pour?.figure" :disabled="sizeFault" @click="emit('give', picked.id, size)">{{
        t('layout.giveOwn', { id: picked.id.startsWith('new') ? '+' : picked.id })
      }}</BigButton>
    </div>
    <BigButton v-if="picked?.pour" class="mt-2" @click="emit('give', picked.id, undefined)">{{
      t('layout.asOthers', { id: picked.id.startsWith('new') ? '+' : picked.id })
    }}</BigButton>
    <div class="mt-3 grid grid-cols-[1fr_1fr_1fr] items-start gap-2">
      <ChoiceField v-model="name" :label="t('layout.figure')" :options="options" />
      <FormField
        v-model="high"
        type="decimal"
        unit="cm"
        :label="t('layout.high')"
        :error="highFault ? t('form.error.range', HIGH_CM) : undefined"
      />
      <FormField
        v-model="wide"
        type="decimal"
        unit="cm"
        :label="t('layout.wide')"
        :error="wideFault ? t('form.error.range', WIDE_CM) : undefined"
      />
    </div>
    <div v-if="drawn && figure" class="mt-2 flex flex-wrap items-center gap-4">
      <svg :viewBox="box" class="h-24 w-24 rounded-control bg-plate" role="img" :aria-label="t('layout.mirrored')">
        <FigureLines :figure="figure" mirrored class="stroke-raw" />
      </svg>
      <p class="min-w-0 flex-1" data-testid="drawn">
        {{
          t('layout.drawn', {
            pour: pourText(drawn.pour.volumeMl, store.view.pins.measuredBy),
            s: number(drawn.drawS),
            mm: number(drawn.thicknessMm, 1),
          })
        }}
        <span class="block text-sm text-soft">{{ t('layout.mirrored') }}</span>
      </p>
      <BigButton @click="emit('add', drawn.pour)">{{ t('layout.draw') }}</BigButton>
    </div>
  </details>
</template>
