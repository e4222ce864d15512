<script setup lang="ts">
import { useId } from 'vue';
import type { FilmImages } from './film-images.ts';

/** What lies in a round pan as its film was made, in millimetres about its middle: bare where it did not reach, paler where it lies thick; mirrored once it is turned. */
defineProps<{ film: FilmImages; diameterMm: number; flipped: boolean }>();
const mask = useId();
</script>

<template>
  <g :transform="flipped ? 'scale(-1 1)' : undefined" data-testid="film-made">
    <mask :id="mask" mask-type="luminance">
      <image :href="film.cover" :x="-diameterMm / 2" :y="-diameterMm / 2" :width="diameterMm" :height="diameterMm" />
      <circle
        v-for="({ xM, yM, radiusM }, index) in film.lace"
        :key="index"
        :cx="1000 * xM"
        :cy="1000 * yM"
        :r="1000 * radiusM"
        fill="#000"
      />
    </mask>
    <clipPath :id="`${mask}-rim`"><circle :r="diameterMm / 2" /></clipPath>
    <g :mask="`url(#${mask})`" :clip-path="`url(#${mask}-rim)`">
      <slot />
      <image :href="film.shade" :x="-diameterMm / 2" :y="-diameterMm / 2" :width="diameterMm" :height="diameterMm" />
    </g>
  </g>
</template>
