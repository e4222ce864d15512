<script setup lang="ts">
import { computed } from 'vue';
import { pictureOf, type Appearance } from '#core/piece';
import { seedFrom, seeded } from '#core/rehearsal';
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
}>();

const picture = computed(() => {
  const { diameterMm, thin, flipped } = props;
  return pictureOf(props.look, { diameterMm, thin, flipped, face: 'over' }, seeded(seedFrom(props.id, 1)));
});
</script>

<template>
  <PieceFace :picture="picture" :transform="`translate(${xMm} ${yMm})`" />
</template>
