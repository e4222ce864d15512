<script setup lang="ts">
import { computed, ref, watch } from 'vue';
import type { Larder } from '#core/ingredients';
import BigButton from '../../parts/BigButton.vue';
import { cups, eggCount, grams, ingredientName, weight } from '../../parts/format.ts';
import NumberPad from '../../parts/NumberPad.vue';
import { readWeight, weightFigure } from '../../parts/weight-figure.ts';
import { useSession } from '../../stores/session.ts';
import { t } from '../../words/index.ts';
import type { BatterRow } from './use-batter.ts';

/** The line that is next: its figure, one tap, or another amount by large keys. */
const props = defineProps<{ row: BatterRow; larder: Larder; asked: boolean }>();
const emit = defineEmits<{ weigh: [massG: number | null]; leave: []; mixed: [] }>();
const session = useSession();
const other = ref(false);
const error = ref('');
watch(
  () => props.row.ingredientId,
  () => (other.value = false),
);
const about = computed(() => {
  const { row } = props;
  if (row.massG === null) return t('batter.unknownMass');
  if (row.eggs) return t('batter.eggsAre', { g: grams(row.massG) });
  if (row.ofG !== null) return t('batter.ofIt', { all: weight(row.ofG) });
  const spoons = cups(row.ingredientId, row.massG, props.larder);
  return spoons ? t('batter.about', { cups: spoons }) : '';
});
const name = computed(() => ingredientName(props.row.ingredientId, props.larder).toLowerCase());
const unit = computed(() => session.settings.weights);

function keep(value: number): void {
  const massG = readWeight(value);
  error.value = massG > 0 && massG <= 1_000_000 ? '' : t('howRuns.fault.number');
  if (error.value) return;
  other.value = false;
  emit('weigh', massG);
}
const start = computed(() => (props.row.massG === null ? '' : weightFigure(props.row.massG)));
</script>

<template>
  <NumberPad
    v-if="other"
    class="rounded-control bg-paper p-3 text-ink"
    :label="t('batter.otherFor', { name, unit })"
    :start="start"
    :error="error || undefined"
    @keep="keep"
    @leave="other = false"
  />
  <template v-else>
    <p class="figure text-4xl leading-tight" data-testid="next-line">
      {{ row.eggs ? eggCount(row.ingredientId, row.eggs) : weight(row.massG) }}<br />{{ name }}
    </p>
    <template v-if="asked">
      <p class="mt-2 text-lg font-semibold">{{ t(`batter.whichTin.${row.tin}`) }}</p>
      <BigButton look="onBell" class="mt-4 w-full" :key-cap="t('key.space')" @click="$emit('weigh', row.massG)">{{
        t(row.tin === 'powder' ? 'batter.whichTin.askPowder' : 'batter.whichTin.askSoda')
      }}</BigButton>
      <button type="button" class="mt-2 min-h-14 w-full rounded-control underline" @click="$emit('leave')">
        {{ t('brief.leave') }}
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
