<script setup lang="ts">
import { computed } from 'vue';
import type { Appearance } from '#core/desk';
import { seedFrom, seeded } from '#core/rehearsal';

/** One piece from above, in millimetres: its face while it bubbles, its browned side once it is turned. */
const props = defineProps<{
  id: string;
  xMm: number;
  yMm: number;
  diameterMm: number;
  flipped: boolean;
  thin: boolean;
  look: Appearance | null;
}>();

const FILL = {
  raw: 'fill-raw',
  pale: 'fill-pale',
  lightGold: 'fill-light-gold',
  golden: 'fill-golden',
  brown: 'fill-brown',
  dark: 'fill-dark',
  burnt: 'fill-[#2b1a0e]',
} as const;
const fill = computed(() => (props.flipped ? FILL[props.look?.underside ?? 'pale'] : 'fill-raw'));

/** Spots scattered by the piece's own id: bubbles on the face, freckles once it is turned. Rim ones come first. */
const spots = computed(() => {
  const random = seeded(seedFrom(props.id, 1));
  const count = props.thin ? 34 : 40;
  const radius = props.diameterMm / 2;
  return Array.from({ length: count }, (_, index) => {
    const rim = 1 - index / count;
    const distance = radius * 0.92 * Math.sqrt(Math.min(1, Math.max(0.02, 0.75 * rim + 0.5 * random() - 0.1)));
    const angle = 2 * Math.PI * random();
    return {
      x: props.xMm + distance * Math.cos(angle),
      y: props.yMm + distance * Math.sin(angle),
      r: (props.thin ? 3.4 : 2) * (0.7 + 0.9 * random()),
    };
  });
});
const shown = computed(() =>
  props.flipped ? spots.value : spots.value.slice(0, Math.round(spots.value.length * (props.look?.bubbles ?? 0))),
);
const spotLook = computed(() => {
  if (props.flipped) return 'fill-[#5f3717] opacity-25';
  return props.look?.holesOpen ? 'fill-[#8a6a35]' : 'fill-none stroke-[#b08c4f]';
});
</script>

<template>
  <g aria-hidden="true">
    <circle :cx="xMm" :cy="yMm" :r="diameterMm / 2" :class="fill" />
    <circle
      v-if="look?.edgeDry || flipped"
      :cx="xMm"
      :cy="yMm"
      :r="diameterMm / 2 - 4"
      fill="none"
      stroke-width="8"
      class="stroke-light-gold"
    />
    <circle
      v-for="(spot, index) in shown"
      :key="index"
      :cx="spot.x"
      :cy="spot.y"
      :r="spot.r"
      stroke-width="1.4"
      :class="spotLook"
    />
  </g>
</template>
