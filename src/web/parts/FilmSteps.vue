<script setup lang="ts">
import { computed } from 'vue';
import { lotInUse } from '#core/run';
import type { FilmAdvice } from '#core/what-if';
import { useRun } from '../stores/run.ts';
import { t } from '../words/index.ts';
import BigButton from './BigButton.vue';
import { ingredientName, number, pourText, temperatureDifference } from './format.ts';

/** What would make the next film cover, each in one tap with its chance then; a plate is turned down at its dial. */
const props = defineProps<{ advice: FilmAdvice }>();
const store = useRun();
const tens = (chance: number) => number(Math.min(9, Math.max(0, Math.floor(10 * chance + 1e-9))));
/** Seconds that somebody counts while a pan is in the hand. */
const wholeFives = (seconds: number) => Math.max(5, 5 * Math.round(seconds / 5));
const now = computed(() => t('swirl.chance', { tens: tens(props.advice.chance) }));
const steps = computed(() =>
  props.advice.steps.map((step) => {
    const then = { tens: tens(step.chance) };
    switch (step.do) {
      case 'pour': {
        const pour = pourText(step.volumeMl, store.view.pins.measuredBy);
        return { step, words: t('swirl.step.pour', { pour, ...then }), tap: t('swirl.tap.pour', { pour }) };
      }
      case 'dose': {
        const name = ingredientName(step.ingredientId, store.view.larder).toLowerCase();
        const g = number(step.massG);
        return { step, words: t('swirl.step.dose', { g, name, ...then }), tap: t('swirl.tap.dose', { g }) };
      }
      case 'cooler': {
        const by = temperatureDifference(step.byK);
        const words =
          step.airS === null
            ? t('swirl.step.cooler', { by, ...then })
            : t('swirl.step.air', { by, s: number(wholeFives(step.airS)), ...then });
        return { step, words, tap: null };
      }
    }
  }),
);
function take(step: FilmAdvice['steps'][number]): void {
  const { formulaId } = props.advice;
  if (step.do === 'pour') void store.tap([{ kind: 'portion-set', payload: { formulaId, volumeMl: step.volumeMl } }]);
  if (step.do !== 'dose') return;
  const lot = lotInUse(store.state!, formulaId)?.number ?? 1;
  const massG = Math.round(step.massG);
  void store.tap([{ kind: 'lot-thinned', payload: { formulaId, lot, ingredientId: step.ingredientId, massG } }]);
}
</script>

<template>
  <div data-testid="film-steps">
    <p class="text-sm text-soft">{{ now }}</p>
    <ul v-if="steps.length" class="mt-1 flex flex-col gap-1">
      <li v-for="{ step, words, tap } in steps" :key="step.do" class="flex items-center gap-2">
        <span class="flex-1 text-sm">{{ words }}</span>
        <BigButton v-if="tap" class="min-h-14 text-base" :data-testid="`film-${step.do}`" @click="take(step)">{{
          tap
        }}</BigButton>
      </li>
    </ul>
  </div>
</template>
