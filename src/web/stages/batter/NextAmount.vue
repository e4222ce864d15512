<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import { ingredientOf, type Larder } from '#core/ingredients';
import type { MeasureSystem } from '#core/units';
import BigButton from '../../parts/BigButton.vue';
import { eggCount, grams, ingredientName, shownAmount, weight } from '../../parts/format.ts';
import AmountEntry from '../../parts/AmountEntry.vue';
import NumberPad from '../../parts/NumberPad.vue';
import { readMass } from '../../forms/read-amount.ts';
import { readWeight, weightFigure } from '../../parts/weight-figure.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import type { BatterRow } from './use-batter.ts';

/** The line that is next: its figure, one tap, or another amount by large keys. */
const props = defineProps<{
  row: BatterRow;
  larder: Larder;
  /** Whose cups stand in for a scale; nothing: there is one. */
  measuredBy?: MeasureSystem | null | undefined;
  asked: boolean;
}>();
const emit = defineEmits<{ weigh: [massG: number | null]; leave: []; mixed: [] }>();
const session = useSession();
const other = ref(false);
const error = ref('');
watch(
  () => props.row.ingredientId,
  () => (other.value = false),
);
const shown = computed(() => shownAmount(props.row, props.larder, props.measuredBy));
const about = computed(() => {
  const { row } = props;
  if (row.massG === null) return t('batter.unknownMass');
  if (row.eggs) return t('batter.eggsAre', { g: grams(row.massG) });
  if (row.ofG !== null) return t('batter.ofIt', { all: weight(row.ofG) });
  const { beside } = shown.value;
  return beside ? t('batter.about', { cups: beside }) : '';
});
const name = computed(() => ingredientName(props.row.ingredientId, props.larder).toLowerCase());
const unit = computed(() => session.settings.weights);

/** A figure of the large keys counts by the scale; without one it is typed as it was measured. */
function keep(value: number | string): void {
  const massG =
    typeof value === 'number'
      ? readWeight(value)
      : readMass(value, ingredientOf(props.larder, props.row.ingredientId), props.measuredBy);
  error.value = massG > 0 && massG <= 1_000_000 ? '' : t('howRuns.fault.number');
  if (error.value) return;
  other.value = false;
  emit('weigh', massG);
}
const start = computed(() => (props.row.massG === null ? '' : weightFigure(props.row.massG)));
</script>

<template>
  <AmountEntry
    v-if="other && measuredBy"
    :label="t('batter.otherMeasured', { name })"
    :error="error || undefined"
    @keep="keep"
    @leave="other = false"
  />
  <NumberPad
    v-else-if="other"
    class="rounded-control bg-paper p-3 text-ink"
    :label="t('batter.otherFor', { name, unit })"
    :start="start"
    :error="error || undefined"
    @keep="keep"
    @leave="other = false"
  />
  <template v-else>
    <p class="figure text-4xl leading-tight" data-testid="next-line">
      {{ row.eggs ? eggCount(row.ingredientId, row.eggs) : shown.lead }}<br />{{ name }}
    </p>
    <template v-if="asked">
      <p class="mt-2 text-lg font-semibold">{{ t(`batter.whichTin.${row.tin}`) }}</p>
      <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="$emit('weigh', row.massG)">{{
        t(row.tin === 'powder' ? 'batter.whichTin.askPowder' : 'batter.whichTin.askSoda')
      }}</BigButton>
      <button type="button" class="mt-2 min-h-14 w-full rounded-control underline" @click="$emit('leave')">
        {{ t('batter.leave') }}
      </button>
    </template>
    <template v-else>
      <p class="mt-2">{{ about }}</p>
      <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="$emit('weigh', row.massG)">{{
        t('batter.weighed')
      }}</BigButton>
      <div class="mt-1 grid grid-cols-2 gap-2">
        <button type="button" class="min-h-14 rounded-control underline" @click="other = true">
          {{ t('batter.other') }}
        </button>
        <button type="button" class="min-h-14 rounded-control underline" @click="$emit('mixed')">
          {{ t('batter.mixedAlready') }}
        </button>
      </div>
    </template>
  </template>
</template>
