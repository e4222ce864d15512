<script setup lang="ts">
import { computed } from 'vue';
import { turnersFor, type Disc } from '#core/pour';
import { number } from '../../parts/format.ts';
import { t } from '../../words/index.ts';

/** What turns a large cake whole: said where one turner may break it. */
const props = defineProps<{ disc: Disc; densityGPerMl: number }>();
/** A smaller chance with one turner is not worth a word. Common practice, no source. */
const SAID_FROM = 0.05;
/** Chances are rounded to this, %: they rest on what is assumed of crust and crumb. */
const STEP_PERCENT = 5;
const told = computed(() => {
  const { turning, chance, oneTurner } = turnersFor(props.disc, props.densityGPerMl * 1000);
  return oneTurner < SAID_FROM ? null : { with: turning.with, one: percent(oneTurner), chance: percent(chance) };
});
function percent(share: number): string {
  const rounded = Math.round((100 * share) / STEP_PERCENT) * STEP_PERCENT;
  if (rounded >= 100 - STEP_PERCENT) return t('portionMore.turn.surely');
  return rounded < STEP_PERCENT
    ? t('portionMore.turn.hardly')
    : t('portionMore.turn.about', { percent: number(rounded) });
}
</script>

<template>
  <p v-if="told" class="mt-2" data-testid="turning">
    {{ t('portionMore.turn.one', { cm: number(disc.diameterMm / 10), chance: told.one }) }}
    {{ told.with === 'turner' ? '' : t(`portionMore.turn.${told.with}`, { chance: told.chance }) }}
  </p>
</template>
