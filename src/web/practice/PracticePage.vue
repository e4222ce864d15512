<script setup lang="ts">
import { Pause, Play } from '@lucide/vue';
import { computed } from 'vue';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import ChoiceChips from '../parts/ChoiceChips.vue';
import PaperCard from '../parts/PaperCard.vue';
import { useKeys } from '../stages/frame/keys.ts';
import { t } from '../words/index.ts';
import PracticeTabs from './PracticeTabs.vue';
import PracticePlate from './PracticePlate.vue';
import TrainedRow from './TrainedRow.vue';
import { useTrainer } from './use-trainer.ts';

/** The flip trainer: the learner says when each piece is turned. */
const trainer = useTrainer();
const { level, speed, skills, pieces, results, over, running, said } = trainer;
const plate = trainer.trainer;

const levels = computed(() =>
  trainer.levels.map((value) => {
    const score = skills.value[value]?.best;
    const name = t(`practice.levels.${value}`);
    return { value, label: score === undefined ? name : `${name} · ${t('practice.best', { score })}` };
  }),
);
const speeds = [1, 2, 4, 8].map((value) => ({ value, label: t('practice.times', { n: value }) }));
const newest = computed(() => [...results.value].reverse());
/** What showed last, for a reader that cannot see the plate. */
const spoken = computed(() => {
  const [place, cue] = said.value.split(':');
  return cue ? `${place}: ${t(`cue.${cue}`)}` : '';
});

useKeys('p', () => {
  if (plate.value && !over.value) trainer.pause();
});
for (const digit of [1, 2, 3, 4])
  useKeys(String(digit), () => {
    const place = plate.value?.places[digit - 1];
    if (place) trainer.flip(place.id);
  });
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-6xl flex-col gap-4 p-5 max-sm:p-3">
    <div :class="{ 'max-sm:sr-only': plate && !over }">
      <div class="flex flex-wrap items-center justify-between gap-3">
        <h1 class="text-3xl">{{ t('practice.title') }}</h1>
        <PracticeTabs />
      </div>
      <p class="text-soft">{{ t('practice.lead') }}</p>
    </div>
    <div class="grid items-start gap-5 lg:grid-cols-[16rem_1fr_20rem]">
      <section class="flex flex-col gap-3">
        <template v-if="!plate || over">
          <h2 class="text-xl">{{ t('practice.level') }}</h2>
          <ChoiceChips v-model="level" :label="t('practice.level')" :options="levels" />
          <p class="text-soft">{{ t(`practice.about.${level}`) }}</p>
        </template>
        <template v-else>
          <p class="figure text-2xl">{{ t(`practice.levels.${level}`) }}</p>
          <p class="text-soft">{{ t(`practice.about.${level}`) }}</p>
          <p data-testid="turned">{{ t('practice.poured', { done: results.length, n: trainer.of }) }}</p>
        </template>
        <ChoiceChips v-model="speed" :label="t('practice.speed')" look="bar" :options="speeds" />
        <BigButton v-if="!plate || over" look="say" data-testid="start" @click="trainer.start">{{
          t(over ? 'practice.again' : 'practice.start')
        }}</BigButton>
        <div v-else class="grid grid-cols-2 gap-2">
          <BigButton @click="trainer.pause"
            ><component :is="running ? Pause : Play" class="size-5" aria-hidden="true" />{{
              t(running ? 'practice.pause' : 'practice.goOn')
            }}</BigButton
          >
          <BigButton @click="trainer.stop">{{ t('practice.stop') }}</BigButton>
        </div>
        <p class="text-sm text-soft">{{ t('practice.keys') }}</p>
      </section>
      <section class="mx-auto w-full max-w-lg" :class="{ 'max-lg:order-first': plate && !over }">
        <PracticePlate v-if="plate" :trainer="plate" :pieces="pieces" @flip="trainer.flip" />
        <div v-else class="grid aspect-square place-items-center rounded-card border border-dashed border-line">
          <p class="max-w-60 text-center text-soft">{{ t(`practice.about.${level}`) }}</p>
        </div>
        <p class="sr-only" aria-live="polite" data-testid="said">{{ spoken }}</p>
      </section>
      <section>
        <PaperCard v-if="over" look="bell" class="mb-3" role="status" data-testid="round">
          <p class="figure text-2xl">{{ t('practice.mean', { score: trainer.meanScore.value }) }}</p>
          <p>{{ t(`practice.round.${trainer.word.value}`) }}</p>
          <p v-if="trainer.unkept.value">{{ t('practice.unkept') }}</p>
        </PaperCard>
        <PaperCard :title="t('practice.results')">
          <p v-if="results.length === 0" class="text-soft">{{ t('practice.none') }}</p>
          <ol
            v-else
            class="lg:max-h-[calc(100dvh-21rem)] lg:overflow-y-auto"
            tabindex="0"
            :aria-label="t('practice.results')"
          >
            <TrainedRow v-for="piece in newest" :key="piece.number" :piece="piece" />
          </ol>
        </PaperCard>
      </section>
    </div>
  </main>
</template>
