<script setup lang="ts">
import { computed, ref } from 'vue';
import { fruitShares } from '#core/pour';
import FormField from '../../parts/FormField.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { readFigure } from '../../parts/read-figure.ts';
import { t, tn } from '../../words/index.ts';

/** Fruit counted onto the pieces: equal shares, and what is left over. */
const props = defineProps<{ pieces: number; diameterMm: number }>();
const count = ref('');
const value = computed(() => readFigure(count.value));
const wrong = computed(
  () => count.value.trim() !== '' && !(Number.isInteger(value.value) && value.value >= 0 && value.value <= 20_000),
);
const shares = computed(() =>
  count.value.trim() === '' || wrong.value ? null : fruitShares(value.value, props.pieces, props.diameterMm),
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
    <template v-if="shares">
      <p class="mt-2 text-lg" role="status">
        {{
          shares.each === 0
            ? t('portionMore.fruitNone')
            : tn('portionMore.fruitEach', shares.over, { each: shares.each, pieces })
        }}
      </p>
      <p v-if="shares.each > shares.most" class="text-ember">
        {{ t('portionMore.fruitTooMany', { most: shares.most }) }}
      </p>
      <p class="text-sm text-soft">{{ t('portionMore.frozen') }}</p>
    </template>
  </PaperCard>
</template>
