<script setup lang="ts">
import { computed, toRaw } from 'vue';
import { pictureOf, type Appearance } from '#core/piece';
import { seedFrom, seeded } from '#core/statistics';
import { FACE_WIDER, type FilmImages } from '../plate/film-images.ts';
import FilmMask from '../plate/FilmMask.vue';
import PieceFace from '../../parts/PieceFace.vue';

/** One piece from above, in millimetres: its face while it bubbles, its browned side once it is turned. */
const props = defineProps<{
  id: string;
  xMm: number;
  yMm: number;
  diameterMm: number;
  flipped: boolean;
  thin: boolean;
  look: Appearance;
  /** As its film was made, of one that was swirled. */
  film?: FilmImages | undefined;
}>();

/** Steps below which no eye tells two looks apart: a piece is drawn anew only when one is passed. */
const STEP: Appearance = {
  ...{ underLStar: 0.5, overLStar: 0.5, rimLStar: 0.5 },
  ...{ bubblesPerCm2: 0.1, rimBubblesPerCm2: 0.1, holesPerCm2: 0.05 },
  ...{ faceSet: 0.02, rimSet: 0.02, rise: 0.02, touching: 0.02 },
};
const seen = computed(() => {
  const { diameterMm, thin, flipped, look, film } = props;
  const steps = (Object.keys(STEP) as (keyof Appearance)[]).map((key) => Math.round(look[key] / STEP[key]));
  return [diameterMm, thin, flipped, film !== undefined, ...steps].join();
});
const picture = computed(() => {
  void seen.value; // a computed that gives the same text does not draw again
  const { id, thin, flipped, look } = toRaw(props);
  const diameterMm = props.diameterMm * (props.film ? FACE_WIDER : 1);
  return pictureOf(look, { diameterMm, thin, flipped, face: 'over' }, seeded(seedFrom(id, 1)));
});
</script>

<template>
  <g :transform="`translate(${xMm} ${yMm})`">
    <FilmMask v-if="film" :film="film" :diameter-mm="diameterMm" :flipped="flipped">
      <PieceFace :picture="picture" />
    </FilmMask>
    <PieceFace v-else :picture="picture" />
  </g>
</template>
