<script setup lang="ts">
import type { Allergen } from '#core/ingredients';
import { t } from '../words/index.ts';

/** Allergens, each in a word. */
defineProps<{ allergens: readonly Allergen[] }>();
</script>

<template>
  <p class="flex flex-wrap gap-2">
    <span
      v-for="allergen in allergens"
      :key="allergen"
      class="rounded-full border border-ember/30 bg-ember-mist px-3 py-1 font-semibold text-ember"
      >{{ t(`allergen.${allergen}`) }}</span
    >
    <span v-if="allergens.length === 0" class="text-soft">{{ t('bench.noneKnown') }}</span>
  </p>
</template>
