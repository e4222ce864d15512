<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue';
import type { FruitEffects } from '#core/what-if';
import { FRUIT_CUTS, fruitShares, type FruitCut } from '#core/pour';
import FormField from '../../forms/FormField.vue';
import ChoiceChips from '../../parts/ChoiceChips.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { stretch } from '../../parts/format.ts';
import { readFigure } from '../../forms/read-figure.ts';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t, tn } from '../../words/index.ts';

/** Fruit counted onto the pieces: equal shares, and what is left over. */
const props = defineProps<{ formulaId: string; pieces: number; diameterMm: number }>();
const store = useRun();
const count = ref('');
const cut = ref<FruitCut>('berry');
const value = computed(() => readFigure(count.value));
const wrong = computed(
  () => count.value.trim() !== '' && !(Number.isInteger(value.value) && value.value >= 0 && value.value <= 20_000),
);
const shares = computed(() =>
  count.value.trim() === '' || wrong.value ? null : fruitShares(value.value, props.pieces, props.diameterMm, cut.value),
);

/** What so much fruit does to the first side, by the piece model; none for a share that is not whole. */
const effects = shallowRef<FruitEffects | null>(null);
const each = computed(() => Math.min(shares.value?.each ?? 0, shares.value?.most ?? 0));
const ask = useRunQuestion(
  'fruit',
  () => (each.value < 1 ? null : [props.formulaId, each.value, cut.value, props.diameterMm, store.nowMs]),
  (answer) => (effects.value = answer),
);
watch(
  [() => props.formulaId, each, cut, () => props.diameterMm],
  () => {
    effects.value = null;
    void ask();
  },
  { immediate: true },
);
</script>

<template>
  <PaperCard :title="t('portionMore.fruit')">
    <FormField
      v-model="count"
      type="decimal"
      :label="t('portionMore.fruitCount')"
      :error="wrong ? t('portionMore.fruitError') : undefined"
    />
    <ChoiceChips
      v-model="cut"
      class="mt-2"
      look="low"
      :label="t('portionMore.fruitCut')"
      :options="FRUIT_CUTS.map((value) => ({ value, label: t(`portionMore.cut.${value}`) }))"
    />
    <template v-if="shares">
      <p class="mt-2 text-lg" role="status">
        {{
          shares.each === 0
            ? t('portionMore.fruitNone')
            : tn('portionMore.fruitEach', shares.over, { each: shares.each, pieces, more: shares.each + 1 })
        }}
      </p>
      <p v-if="shares.each > shares.most" class="text-ember">
        {{ t('portionMore.fruitTooMany', { most: shares.most }) }}
      </p>
      <p v-if="effects" data-testid="fruit-slows">
        {{
          t('portionMore.fruitSlows', {
            plain: stretch(effects.plainS),
            fresh: stretch(effects.freshS),
            frozen: stretch(effects.frozenS),
          })
        }}
      </p>
      <p class="text-sm text-soft">{{ t('portionMore.frozen') }}</p>
    </template>
  </PaperCard>
</template>
