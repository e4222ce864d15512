<script setup lang="ts">
import { useIntervalFn, usePreferredReducedMotion } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { basePart, levelPour, toolOf } from '#core/swirl';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import ChoiceChips from '../parts/ChoiceChips.vue';
import PaperCard from '../parts/PaperCard.vue';
import { millilitres, number, temperature } from '../parts/format.ts';
import { useKeys } from '../stages/frame/keys.ts';
import { t } from '../words/index.ts';
import PracticeTabs from './PracticeTabs.vue';
import SwirlPan from './SwirlPan.vue';
import { quarterOf } from './quarter.ts';
import { useSwirlTrainer } from './use-swirl-trainer.ts';

/** The swirl trainer: a pour, a pan that is tilted by hand, and a film that sets while it runs. */
const trainer = useSwirlTrainer();
const { level, playing, frame, result, tilt, skills, unkept, isOver } = trainer;
const { byDevice, noTilt } = tilt;
const motion = usePreferredReducedMotion();
/** How much of the picture's width is the pan's base; the rest is its wall. */
const baseShare = computed(() => basePart(level.value));
const tool = computed(() => toolOf(levelPour(level.value)));

const levels = computed(() =>
  trainer.levels.map((value) => {
    const name = t(`swirlPractice.levels.${value}`);
    const skill = skills.value[value];
    return { value, label: skill ? `${name} · ${t('practice.best', { score: skill.best })}` : name };
  }),
);
const about = computed(() => {
  const { panMm, surfaceC, volumeMl } = levelPour(level.value);
  return t('swirlPractice.pour', {
    ...{ ml: millilitres(volumeMl), cm: number(panMm / 10), heat: temperature(surfaceC) },
  });
});
/** What is not quite all is not all. */
const wholePercent = (share: number) => Math.floor(100 * share + 1e-6);
const coverage = computed(() => (frame.value ? wholePercent(1 - frame.value.bare.share) : 0));
const label = computed(() =>
  t(playing.value === 'best' ? 'swirlPractice.panBest' : 'swirlPractice.pan', { percent: coverage.value }),
);

/** Where it is bare, for ears, not more often than it can be heard. */
const said = ref('');
const SAID_EVERY_MS = 1200;
const saying = useIntervalFn(
  () => {
    if (frame.value) said.value = t('swirlPractice.said', { percent: coverage.value, where: whereBare() });
  },
  SAID_EVERY_MS,
  { immediate: false },
);
watch(playing, (now) => (now ? saying.resume() : saying.pause()));
function whereBare(): string {
  const { bare } = frame.value!;
  return bare.share < 0.01 ? t('swirlPractice.where.none') : t(`swirlPractice.where.${quarterOf(bare)}`);
}

const told = computed(() => {
  if (!result.value) return [];
  const { shape, tookS, wrongAtS } = result.value;
  const hole = shape.holes[0];
  const radiusM = levelPour(level.value).panMm / 2000;
  return [
    t('swirlPractice.told.covered', { percent: wholePercent(shape.coverage), s: number(tookS, 1) }),
    t('swirlPractice.told.even', {
      mm: number(1000 * shape.meanM, 1),
      percent: number(100 * shape.unevenness),
      rim: number(100 * shape.rimShare),
    }),
    ...(hole
      ? [
          t('swirlPractice.told.dab', {
            ml: millilitres(Math.max(1, hole.dabMl)),
            where: t(`swirlPractice.where.${quarterOf({ right: hole.xM / radiusM, front: hole.yM / radiusM })}`),
          }),
        ]
      : []),
    ...(wrongAtS === null ? [] : [t('swirlPractice.told.wrong', { s: number(wrongAtS, 1) })]),
  ];
});

const startOrStop = () => (playing.value ? trainer.stop() : void trainer.begin('own'));
useKeys(' ', startOrStop);
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-6xl flex-col gap-4 p-5 max-sm:p-3">
    <div class="flex flex-wrap items-center justify-between gap-3">
      <h1 class="text-3xl">{{ t('swirlPractice.title') }}</h1>
      <PracticeTabs />
    </div>
    <p class="text-soft" :class="{ 'max-sm:sr-only': playing }">
      {{ t(`swirlPractice.lead.${tool}`) }}
    </p>
    <div class="grid items-start gap-5 lg:grid-cols-[16rem_1fr_20rem]">
      <section class="flex flex-col gap-3">
        <template v-if="playing !== 'own'">
          <h2 class="text-xl">{{ t('swirlPractice.level') }}</h2>
          <ChoiceChips v-model="level" :label="t('swirlPractice.level')" :options="levels" />
        </template>
        <p class="text-soft">{{ t(`swirlPractice.about.${level}`) }} {{ about }}</p>
        <BigButton look="say" data-testid="swirl-start" :key-cap="t('key.space')" @click="startOrStop">{{
          t(playing ? 'practice.stop' : isOver ? 'practice.again' : 'swirlPractice.start')
        }}</BigButton>
        <BigButton v-if="!byDevice && tool === 'pan'" data-testid="by-device" @click="tilt.useDevice">{{
          t('swirlPractice.byDevice')
        }}</BigButton>
        <BigButton v-else-if="byDevice" @click="tilt.byHand">{{ t('swirlPractice.byHand') }}</BigButton>
        <p v-if="noTilt" role="alert" class="text-sm text-ember" data-testid="no-tilt">
          {{ t(`swirlPractice.noTilt.${noTilt}`) }}
        </p>
        <p class="text-sm text-soft">{{ t(`swirlPractice.keys.${tool}`) }}</p>
      </section>
      <section class="mx-auto w-full max-w-lg" :class="{ 'max-lg:order-first': playing }">
        <SwirlPan
          :frame="frame"
          :label="label"
          :tool="tool"
          :base-share="baseShare"
          :askew="level === 'askew' && motion !== 'reduce'"
          @point="tilt.point"
          @rest="tilt.rest"
        />
        <p v-if="frame" class="mt-2 flex justify-between">
          <span class="figure text-2xl" data-testid="covered">{{
            t('swirlPractice.covered', { percent: coverage })
          }}</span>
          <span class="figure text-2xl text-soft">{{ number(frame.atS, 1) }} s</span>
        </p>
        <p class="sr-only" aria-live="polite" data-testid="swirl-said">{{ said }}</p>
      </section>
      <section>
        <PaperCard v-if="result" look="bell" role="status" data-testid="swirl-result">
          <p class="figure text-2xl">{{ t('practice.score', { score: result.score }) }}</p>
          <p v-for="line in told" :key="line" class="mt-1">{{ line }}</p>
          <p v-if="unkept" class="mt-1">{{ t('practice.unkept') }}</p>
        </PaperCard>
        <div v-if="result && !playing" class="mt-3 grid gap-2">
          <BigButton data-testid="replay" @click="trainer.begin('replay')">{{ t('swirlPractice.replay') }}</BigButton>
          <BigButton data-testid="best" @click="trainer.begin('best')">{{ t('swirlPractice.bestCourse') }}</BigButton>
        </div>
        <p v-if="!result" class="text-soft">{{ t('swirlPractice.none') }}</p>
      </section>
    </div>
  </main>
</template>
