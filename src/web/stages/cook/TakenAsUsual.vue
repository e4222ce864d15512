<script setup lang="ts">
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import { takenAsUsual } from '#core/guidance';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What a run begun at the griddle skipped: filled in later where somebody knows, each on its own stage. */
const store = useRun();
const STAGE = { surface: 'heat', warmth: 'rest', thickness: 'rest' } as const;
const skipped = computed(() => takenAsUsual(store.view));
</script>

<template>
  <p
    v-if="skipped.length"
    class="flex flex-wrap items-center gap-x-4 leading-tight text-sm text-soft"
    data-testid="as-usual"
  >
    {{ t('asUsual.lead') }}
    <RouterLink
      v-for="what in skipped"
      :key="what"
      class="inline-flex min-h-14 items-center text-bell underline"
      :to="`/runs/${store.run!.id}/${STAGE[what]}`"
      >{{ t(`asUsual.${what}`) }}</RouterLink
    >
  </p>
</template>
