<script setup lang="ts">
import { computed, shallowRef, toRef, watch } from 'vue';
import { type CookStrip } from '#core/what-if';
import { familyOf } from '#core/formula';
import { browningWord, pictureOf, underWord } from '#core/piece';
import { seedFrom, seeded } from '#core/statistics';
import { stretch, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import PieceFace from '../../parts/PieceFace.vue';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t } from '../../words/index.ts';
import { usePourMoment } from '../plate/use-first-side.ts';

/** How a piece will look on the way, above and below, at the surface wanted. */
const props = defineProps<{ formulaId: string; diameterMm: number; volumeMl: number }>();
const store = useRun();
const moment = usePourMoment(toRef(props, 'formulaId'));
const strip = shallowRef<CookStrip | null>(null);
const ask = useRunQuestion(
  'strip',
  () => [props.formulaId, moment.value],
  (answer) => (strip.value = answer),
);
watch(
  [
    ...[() => props.formulaId, () => props.volumeMl, () => props.diameterMm],
    ...[() => store.run?.id, () => moment.value.pourMs, () => store.state?.eventCount],
  ],
  ask,
  { immediate: true },
);
const thin = computed(() => familyOf(store.view.formula(props.formulaId).type) === 'thin');
const moments = computed(() =>
  (strip.value?.moments ?? []).map(({ atS, flipped, look, cue }, i) => {
    const of = { diameterMm: props.diameterMm, thin: thin.value, flipped };
    const face = (side: 'over' | 'under') =>
      pictureOf(look, { ...of, face: side }, seeded(seedFrom(props.formulaId, 1)));
    const below = t(`browning.${flipped ? browningWord(look.underLStar) : underWord(look, thin.value)}`);
    const following = strip.value!.moments[i + 1];
    const what = !following
      ? t('verb.lift')
      : flipped
        ? t('portionMore.stripTurned')
        : following.flipped
          ? t('verb.flip')
          : atS === 0
            ? t('portionMore.stripPoured')
            : cue
              ? t(`cue.${cue}`)
              : t('portionMore.stripWet');
    return { atS, what, below, over: face('over'), under: face('under') };
  }),
);
const box = computed(
  () => `${-0.53 * props.diameterMm} ${-0.53 * props.diameterMm} ${1.06 * props.diameterMm} ${1.06 * props.diameterMm}`,
);
</script>

<template>
  <PaperCard v-if="strip" :title="t('portionMore.strip')" data-testid="strip">
    <p class="mb-3 text-sm text-soft">
      {{
        t('portionMore.stripLead', {
          surface: temperature(strip.surfaceC),
          flip: stretch(strip.flipS),
          lift: stretch(strip.liftS),
        })
      }}
      <span v-if="strip.servedPale" class="font-semibold text-ember" data-testid="served-pale">{{
        t('portionMore.stripPale')
      }}</span>
    </p>
    <ol class="grid grid-cols-4 gap-x-3 gap-y-4 lg:grid-cols-8">
      <li v-for="shown in moments" :key="shown.atS" class="flex flex-col items-center text-center">
        <span class="figure text-lg">{{ stretch(shown.atS) }}</span>
        <span class="min-h-10 text-sm leading-tight">{{ shown.what }}</span>
        <svg class="w-full" :viewBox="box" role="img" :aria-label="t('portionMore.stripOver', { what: shown.what })">
          <PieceFace :picture="shown.over" />
        </svg>
        <svg
          class="mt-1 w-full"
          :viewBox="box"
          role="img"
          :aria-label="t('portionMore.stripUnder', { below: shown.below })"
        >
          <PieceFace :picture="shown.under" />
        </svg>
        <span class="text-sm text-soft">{{ shown.below }}</span>
      </li>
    </ol>
  </PaperCard>
</template>
