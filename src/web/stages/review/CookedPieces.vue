<script setup lang="ts">
import { computed, shallowRef, watch } from 'vue';
import { COOKED_FAULTS, type CookedPiece } from '#core/forecast';
import { discOfPiece } from '#core/setup';
import { familyOf } from '#core/formula';
import { browningWord, pictureOf } from '#core/piece';
import { seedFrom, seeded } from '#core/statistics';
import PaperCard from '../../parts/PaperCard.vue';
import FilmMask from '../plate/FilmMask.vue';
import { FACE_WIDER } from '../plate/film-images.ts';
import { useFilms } from '../plate/use-films.ts';
import PieceFace from '../../parts/PieceFace.vue';
import { useRun } from '../../stores/run.ts';
import { useRunQuestion } from '../../workers/desk.ts';
import { t, tn } from '../../words/index.ts';

/** Both faces of every piece of a batter as it came off. */
const props = defineProps<{ formulaId: string }>();
const store = useRun();
const cooked = shallowRef<readonly CookedPiece[]>([]);
const ask = useRunQuestion(
  'cooked',
  () => [props.formulaId, store.nowMs],
  (answer) => (cooked.value = answer),
);
watch([() => props.formulaId, () => store.run?.id, () => store.state?.pieces.size], ask, { immediate: true });
/** How many came off as they should, and what was wrong with the others, the worst first. */
const right = computed(() => cooked.value.filter(({ wrong }) => wrong === null).length);
const faults = computed(() =>
  COOKED_FAULTS.map((fault) => ({ fault, n: cooked.value.filter(({ wrong }) => wrong === fault).length })).filter(
    ({ n }) => n > 0,
  ),
);
const thin = computed(() => familyOf(store.view.formula(props.formulaId).type) === 'thin');
const films = useFilms(() => cooked.value.flatMap(({ pieceId }) => store.state!.pieces.get(pieceId) ?? []));
const pictures = computed(() =>
  cooked.value.flatMap(({ pieceId, off, wrong }) => {
    const piece = store.state!.pieces.get(pieceId);
    if (!piece) return [];
    const { diameterMm } = discOfPiece(store.view, piece);
    const film = films.value[pieceId];
    const of = { diameterMm: diameterMm * (film ? FACE_WIDER : 1), thin: thin.value, flipped: true } as const;
    const face = (side: 'over' | 'under') => pictureOf(off, { ...of, face: side }, seeded(seedFrom(pieceId, 1)));
    return [
      {
        pieceId,
        placeId: piece.placeId,
        diameterMm,
        film,
        over: face('over'),
        under: face('under'),
        wrong,
        first: t(`browning.${browningWord(off.overLStar)}`),
        second: t(`browning.${browningWord(off.underLStar)}`),
      },
    ];
  }),
);
</script>

<template>
  <PaperCard v-if="pictures.length" :title="t('review.cooked')" data-testid="cooked">
    <p class="mb-3 text-sm text-soft">
      {{ t(store.run!.rehearsal ? 'review.cookedLeadTrue' : 'review.cookedLead') }}
    </p>
    <div class="mb-3" data-testid="came-off">
      <p class="text-lg font-semibold" :class="faults.length ? 'text-ember' : 'text-leaf'">
        {{ t('review.right', { n: right, of: cooked.length }) }}
      </p>
      <ul v-if="faults.length" class="mt-1 flex flex-col gap-1">
        <li v-for="{ fault, n } in faults" :key="fault">
          <span class="font-semibold">{{ tn(`review.wrong.${fault}`, n) }}</span> {{ t(`review.because.${fault}`) }}
        </li>
      </ul>
    </div>
    <ul class="flex flex-wrap gap-x-4 gap-y-3">
      <li v-for="each in pictures" :key="each.pieceId" class="w-28 text-center">
        <svg
          class="w-full"
          role="img"
          :viewBox="`${-0.52 * each.diameterMm} ${-0.52 * each.diameterMm} ${2.08 * each.diameterMm} ${1.04 * each.diameterMm}`"
          :aria-label="t('review.cookedAs', { place: each.placeId, first: each.first, second: each.second })"
        >
          <g
            v-for="(face, index) in [each.over, each.under]"
            :key="index"
            :transform="`translate(${1.04 * index * each.diameterMm} 0)`"
          >
            <FilmMask v-if="each.film" :film="each.film" :diameter-mm="each.diameterMm" :flipped="index === 0">
              <PieceFace :picture="face" />
            </FilmMask>
            <PieceFace v-else :picture="face" />
          </g>
        </svg>
        <p class="text-sm leading-tight">
          <span class="font-semibold">{{ each.placeId }}</span> {{ each.first
          }}<template v-if="each.wrong === 'raw'"
            >, <span class="text-ember">{{ t('review.rawInside') }}</span></template
          >
        </p>
      </li>
    </ul>
  </PaperCard>
</template>
