<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { CAUTIONS, type CautionStage } from '#core/safety';
import { t } from '../words/index.ts';

defineProps<{ stage: CautionStage }>();
</script>

<template>
  <ul class="flex flex-col gap-1 text-sm text-soft">
    <li v-for="caution in CAUTIONS[stage]" :key="caution" class="flex gap-2">
      <TriangleAlert class="mt-0.5 size-4 shrink-0 text-ember" aria-hidden="true" />
      <span>{{ t(`caution.${caution}`) }}</span>
    </li>
    <li>{{ t('caution.localCode') }}</li>
  </ul>
</template>
