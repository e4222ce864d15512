<script setup lang="ts">
import { computed } from 'vue';
import { strokesOf, type PlacePour } from '#core/pour';

/** A figure drawn with a bottle, mm about its own middle. On the plate it lies mirrored until it is turned. */
const props = defineProps<{ figure: NonNullable<PlacePour['figure']>; mirrored: boolean }>();
const path = computed(() => {
  const strokes = strokesOf(props.figure.name);
  const points = strokes.flat();
  const middle = (at: 0 | 1) => {
    const all = points.map((point) => point[at]);
    return (Math.min(...all) + Math.max(...all)) / 2;
  };
  const [midX, midY] = [middle(0), middle(1)];
  const side = props.mirrored ? -1 : 1;
  const at = ([x, y]: readonly [number, number]) =>
    `${(side * (x - midX) * props.figure.heightMm).toFixed(1)} ${(-(y - midY) * props.figure.heightMm).toFixed(1)}`;
  return strokes.map((stroke) => `M${stroke.map(at).join('L')}`).join('');
});
</script>

<template>
  <path :d="path" fill="none" :stroke-width="figure.lineMm" stroke-linecap="round" stroke-linejoin="round" />
</template>
