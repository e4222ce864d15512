<script setup lang="ts">
import { Check, Cylinder, Package } from '@lucide/vue';
import { computed } from 'vue';
import type { Larder } from '#core/ingredients';
import type { MeasureSystem } from '#core/units';
import { ingredientName, shownAmount, weight } from '../../parts/format.ts';
import { t } from '../../words/index.ts';
import type { BatterRow } from './use-batter.ts';

/** One figure to weigh. What stays back looks different and is no button: it is not for now. */
const { row, larder, measuredBy } = defineProps<{
  row: BatterRow;
  larder: Larder;
  /** Whose cups stand in for a scale; nothing: there is one. */
  measuredBy?: MeasureSystem | null | undefined;
  next: boolean;
  done: boolean;
}>();
defineEmits<{ weigh: [] }>();
const shown = computed(() => shownAmount(row, larder, measuredBy));
</script>

<template>
  <component
    :is="row.section === 'later' ? 'div' : 'button'"
    :type="row.section === 'later' ? undefined : 'button'"
    class="grid min-h-14 w-full grid-cols-[2rem_1fr_auto_7.5rem] items-center gap-3 px-1 text-left max-sm:grid-cols-[2rem_1fr_auto]"
    :class="{ 'bg-mist': next, 'text-soft': row.section === 'later' }"
    :disabled="row.section === 'later' ? undefined : done && row.section === 'mix'"
    :aria-pressed="row.section === 'later' ? undefined : row.weighed"
    :data-testid="`row-${row.section}-${row.ingredientId}`"
    @click="row.section === 'later' || row.weighed || $emit('weigh')"
  >
    <span
      v-if="row.section !== 'later'"
      class="flex size-7 items-center justify-center rounded-full"
      :class="row.weighed ? 'bg-leaf text-card' : 'border-2 border-line'"
      ><Check v-if="row.weighed" class="size-5" aria-hidden="true"
    /></span>
    <span v-else class="text-center text-xl" aria-hidden="true">…</span>
    <span class="text-lg">
      <span class="flex items-center gap-2 font-semibold">
        <Cylinder v-if="row.tin === 'powder'" class="size-5 text-bell" aria-hidden="true" />
        <Package v-if="row.tin === 'soda'" class="size-5 text-ember" aria-hidden="true" />
        {{ ingredientName(row.ingredientId, larder) }}
      </span>
      <span v-if="shown.beside" class="block text-sm text-soft sm:hidden">{{ shown.beside }}</span>
      <span v-if="row.ofG !== null && row.section !== 'later'" class="block text-sm text-soft">{{
        t('batter.ofIt', { all: weight(row.ofG) })
      }}</span>
      <span v-if="row.wentInG !== null" class="block text-sm font-semibold text-bell">{{
        t('batter.weighedAs', { amount: weight(row.wentInG) })
      }}</span>
    </span>
    <span class="text-right whitespace-nowrap" :class="row.section === 'later' ? 'text-lg' : 'figure text-2xl'">{{
      shown.lead
    }}</span>
    <span class="text-right text-soft max-sm:hidden">{{ shown.beside }}</span>
  </component>
</template>
