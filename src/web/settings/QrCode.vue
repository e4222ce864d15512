<script setup lang="ts">
import { create } from 'qrcode';
import { computed } from 'vue';

/** A QR code as one path, dark on white whatever the theme: a camera needs the contrast and the quiet rim. */
const props = defineProps<{ text: string; label: string }>();
const RIM = 4;
const code = computed(() => create(props.text, { errorCorrectionLevel: 'M' }).modules);
const side = computed(() => code.value.size + 2 * RIM);
const path = computed(() => {
  const { size, data } = code.value;
  const squares: string[] = [];
  data.forEach((dark, index) => {
    if (dark) squares.push(`M${RIM + (index % size)} ${RIM + Math.floor(index / size)}h1v1h-1z`);
  });
  return squares.join('');
});
</script>

<template>
  <svg :viewBox="`0 0 ${side} ${side}`" role="img" :aria-label="label" shape-rendering="crispEdges">
    <rect :width="side" :height="side" fill="#ffffff" />
    <path :d="path" fill="#20233a" />
  </svg>
</template>
