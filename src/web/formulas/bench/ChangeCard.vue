<script setup lang="ts">
import { computed } from 'vue';
import type { FormulaChange } from '#core/formula';
import type { Larder } from '#core/ingredients';
import { ingredientName, number } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** What differs between two formulas: the effect in a line, then line by line. */
const props = defineProps<{ change: FormulaChange; larder: Larder }>();
const effects = computed(() => {
  const { before, after, allergensAdded, allergensGone, browning } = props.change;
  const moved = (key: 'hydration' | 'fat' | 'sugars' | 'gasMl', step: number) =>
    Math.abs(after[key] - before[key]) >= step
      ? [t(`bench.effect.${key}`, { before: number(before[key]), after: number(after[key]) })]
      : [];
  return [
    ...moved('hydration', 1),
    ...moved('fat', 1),
    ...moved('sugars', 1),
    ...moved('gasMl', 15),
    ...(after.leavening === before.leavening ? [] : [t(`balance.${after.leavening}`)]),
    ...(browning === 'same' ? [] : [t(`bench.effect.${browning}`)]),
    ...allergensAdded.map((each) => t('bench.effect.added', { allergen: t(`allergen.${each}`) })),
    ...allergensGone.map((each) => t('bench.effect.gone', { allergen: t(`allergen.${each}`) })),
  ];
});
const lines = computed(() => props.change.lines.filter((line) => line.before !== line.after));
const percent = (value: number | null | undefined) =>
  value === undefined ? '–' : value === null ? t('amount.unknown') : number(value, value < 20 ? 1 : 0);
</script>

<template>
  <p class="font-semibold" data-testid="effect">{{ effects.length ? effects.join(' · ') : t('bench.effect.none') }}</p>
  <table class="mt-2 w-full text-left">
    <caption class="sr-only">
      {{
        t('bench.lineChanges')
      }}
    </caption>
    <thead class="text-sm text-soft">
      <tr>
        <th scope="col" class="font-normal">{{ t('bench.percent') }}</th>
        <th scope="col" class="text-right font-normal">{{ t('bench.before') }}</th>
        <th scope="col" class="text-right font-normal">{{ t('bench.after') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="line in lines" :key="line.ingredientId" class="border-t border-line/60">
        <th scope="row" class="py-1 font-normal">{{ ingredientName(line.ingredientId, larder) }}</th>
        <td class="text-right">{{ percent(line.before) }}</td>
        <td class="figure text-right">{{ percent(line.after) }}</td>
      </tr>
    </tbody>
  </table>
</template>
