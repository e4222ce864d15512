<script setup lang="ts">
import { onMounted, useTemplateRef, watch } from 'vue';
import { HOLE_M, type PouredFilm } from '#core/swirl';
import { beyondRim } from './beyond-rim.ts';

/** A film from above on its pan: bare where nothing lies, the paler the deeper, so that it reads in grey too. */
const props = defineProps<{ film: PouredFilm; label: string }>();
const canvas = useTemplateRef('canvas');
/** As deep as this it is as pale as it gets, m. */
const PALE_M = 0.0025;
/** The thinnest film shows so much: a hole beside it is told at a glance. */
const THIN_SHOWS = 0.35;
const FULL = 255;

function draw(): void {
  const context = canvas.value?.getContext('2d');
  if (!context) return;
  const { columns, rows } = props.film;
  context.fillStyle = getComputedStyle(context.canvas).color;
  context.fillRect(0, 0, columns, rows);
  const image = context.getImageData(0, 0, columns, rows);
  beyondRim(props.film).forEach((depth, i) => {
    const shows = depth < HOLE_M ? 0 : THIN_SHOWS + (1 - THIN_SHOWS) * Math.min(1, depth / PALE_M);
    image.data[4 * i + 3] = Math.round(FULL * shows);
  });
  context.putImageData(image, 0, 0);
}
onMounted(draw);
watch(() => props.film, draw, { flush: 'post' });
</script>

<template>
  <canvas
    ref="canvas"
    role="img"
    :aria-label="label"
    :width="film.columns"
    :height="film.rows"
    class="aspect-square w-full rounded-full border-4 border-rim bg-plate text-raw"
  />
</template>
