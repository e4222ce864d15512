<script setup lang="ts">
import { computed } from 'vue';
import type { MeasuredBatter } from '#core/formula';
import { ingredientOf, type Larder } from '#core/ingredients';
import { ingredientName, number, timesText } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** How a kitchen without a scale comes to its amounts: how often the recipe, what that rounds, and what it does. */
const props = defineProps<{ measured: NonNullable<MeasuredBatter['measured']>; larder: Larder }>();
const name = (id: string) => ingredientName(id, props.larder).toLowerCase();
/** Roles of which more or less is felt, with a sentence each. */
const FELT = ['powder', 'soda', 'salt', 'egg', 'liquid', 'grain', 'sugar', 'fat'];
const rounded = computed(() =>
  props.measured.off.map(({ ingredientId, share }) => {
    const { role } = ingredientOf(props.larder, ingredientId);
    return {
      ingredientId,
      said: t(`measured.${share > 0 ? 'more' : 'less'}`, {
        name: name(ingredientId),
        percent: number(Math.abs(share) * 100),
      }),
      does: FELT.includes(role) ? t(`measured.does.${role}.${share > 0 ? 'more' : 'less'}`) : '',
    };
  }),
);
</script>

<template>
  <div class="mb-2 rounded-control bg-mist p-3 text-sm" role="note" data-testid="measured">
    <p class="font-semibold text-bell">
      {{
        measured.factor === null ? t('measured.filled') : t('measured.factor', { times: timesText(measured.factor) })
      }}
    </p>
    <p v-for="each in rounded" :key="each.ingredientId">{{ each.said }} {{ each.does }}</p>
    <p v-if="measured.unmeasured.length">
      {{ t('measured.none', { names: measured.unmeasured.map(name).join(', ') }) }}
    </p>
    <p class="text-soft">{{ t('measured.hand') }}</p>
  </div>
</template>
