<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { COVERS, REACHES } from '#core/swirl';
import { filmOn, stationNow } from '#core/setup';
import FilmPicture from '../../parts/FilmPicture.vue';
import PaperCard from '../../parts/PaperCard.vue';
import { millilitres, number, pourText } from '../../parts/format.ts';
import FilmSteps from '../../parts/FilmSteps.vue';
import { useRun } from '../../stores/run.ts';
import { useFilmAdvice, useFilmKnown } from '../plate/use-film-advice.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import type { AnswerTo } from '../../workers/run-questions.ts';
import { t, tn } from '../../words/index.ts';

/** What a pour of a thin batter covers on a pan, a smaller and a larger one beside it, and how soon it must be tilted. */
const props = defineProps<{ formulaId: string; stationId: string; volumeMl: number }>();
const store = useRun();
const outlook = shallowRef<AnswerTo<'film'>>(null);
const ask = useRunQuestion(
  'film',
  () => [props.formulaId, props.stationId, props.volumeMl, store.nowMs],
  (answer) => (outlook.value = answer),
);
const swirled = () => ({ formulaId: props.formulaId, stationId: props.stationId });
const advice = useFilmAdvice(swirled);
/** A reading, a dose or a word on a film asks anew. */
const known = useFilmKnown(swirled);
watch(
  [() => props.formulaId, () => props.stationId, () => props.volumeMl, () => store.run?.id, known],
  () => {
    outlook.value = null;
    void ask();
  },
  { immediate: true },
);
const name = computed(() => stationNow(store.view, props.stationId).name);
const made = computed(() => filmOn(store.view, props));
const how = computed(() => {
  const words = t(`film.how.${made.value.school}`);
  return made.value.lifted ? t('film.howLifted', { how: words }) : words;
});
const percent = (share: number): string => number(100 * share);
const pictures = computed(() =>
  (outlook.value?.films ?? []).map((film) => {
    const pour = pourText(film.volumeMl, store.view.pins.measuredBy);
    const { coverage, holes } = film.shape;
    const covers = coverage >= COVERS;
    const share = { percent: percent(coverage) };
    const words = covers
      ? t('film.covers')
      : coverage < REACHES
        ? t('film.short', share)
        : tn('film.coversShare', holes.length, share);
    return { film, pour, covers, words };
  }),
);
/** Of a hole; what did not reach the rim is no hole, and no dab mends it. */
const dab = computed(() => {
  const shape = outlook.value?.films[1]?.shape;
  return shape && shape.coverage >= REACHES && shape.coverage < COVERS ? (shape.holes[0]?.dabMl ?? null) : null;
});
</script>

<template>
  <PaperCard :title="t('film.title', { name })" data-testid="film">
    <p v-if="!outlook" role="status" class="text-soft">{{ t('frame.working') }}</p>
    <template v-else>
      <ul class="grid grid-cols-3 gap-3">
        <li v-for="{ film, pour, covers, words } in pictures" :key="film.volumeMl" class="text-center">
          <FilmPicture :film="film" :label="`${pour}: ${words}`" />
          <span class="mt-1 block font-semibold">{{ pour }}</span>
          <span class="text-sm" :class="covers ? 'text-soft' : 'font-semibold text-ember'">{{ words }}</span>
        </li>
      </ul>
      <p class="mt-3" data-testid="film-least">
        {{
          outlook.leastMl === null
            ? t('film.never')
            : t('film.least', { pour: pourText(outlook.leastMl, store.view.pins.measuredBy), how })
        }}
        <template v-if="outlook.latestS !== null && outlook.latestS < Infinity">{{
          t(made.school === 'spreader' ? 'film.latestDrawn' : 'film.latest', { s: number(outlook.latestS, 1) })
        }}</template>
      </p>
      <p v-if="dab !== null" class="mt-1">{{ t('film.dab', { ml: millilitres(dab) }) }}</p>
      <FilmSteps v-if="advice" class="mt-2" :advice="advice" />
      <p class="mt-1 text-sm text-soft" data-testid="film-known">
        {{
          t(outlook.ofLot ? 'film.ofLot' : 'film.promised', {
            paS: number(outlook.viscosityPaS, 3),
            low: percent(outlook.coverage.low),
            high: percent(outlook.coverage.high),
          })
        }}
      </p>
    </template>
  </PaperCard>
</template>
