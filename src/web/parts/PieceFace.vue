<script setup lang="ts">
import { computed, useId } from 'vue';
import type { Picture } from '#core/piece';
import { browningColour } from './browning-ramp.ts';
import { circlesPath } from './circles.ts';

/** One face of a piece from above, mm about its own middle, inside an SVG drawn to scale. */
const props = defineProps<{ picture: Picture }>();
const ground = useId();

/** The edge, or a line so far within it, as points of a polygon. */
function outline(withinMm: number): string {
  const { edgeMm } = props.picture;
  return edgeMm
    .map((mm, i) => {
      const angle = (2 * Math.PI * i) / edgeMm.length;
      const at = mm - withinMm;
      return `${(at * Math.cos(angle)).toFixed(2)},${(at * Math.sin(angle)).toFixed(2)}`;
    })
    .join(' ');
}
const edge = computed(() => outline(0));
const rim = computed(() => `M${outline(0)}ZM${outline(props.picture.dryRimMm)}Z`);
const radiusMm = computed(() => Math.max(...props.picture.edgeMm));
const raw = computed(() => props.picture.patches.length === 0);
const bubbles = computed(() => circlesPath(props.picture.bubbles));
const holes = computed(() => circlesPath(props.picture.holes));
/** Islands of a turned face, those of one colour together. */
const patches = computed(() => {
  const paths = new Map<string, string>();
  for (const patch of props.picture.patches) {
    const colour = browningColour(Math.round(patch.lStar));
    paths.set(colour, (paths.get(colour) ?? '') + circlesPath([patch]));
  }
  return paths;
});
</script>

<template>
  <g aria-hidden="true">
    <defs>
      <radialGradient :id="ground" gradientUnits="userSpaceOnUse" cx="0" cy="0" :r="radiusMm">
        <stop offset="0.62" :style="{ stopColor: browningColour(picture.lStar) }" />
        <stop offset="0.97" :style="{ stopColor: browningColour(picture.rimLStar) }" />
      </radialGradient>
    </defs>
    <polygon
      :points="edge"
      :fill="`url(#${ground})`"
      stroke-width="1.2"
      stroke-linejoin="round"
      class="stroke-[#00000030]"
    />
    <path
      v-if="picture.dryRimMm > 0.5"
      :d="rim"
      fill-rule="evenodd"
      class="fill-pale"
      :fill-opacity="raw ? 0.9 : 0.6"
    />
    <path v-for="[colour, path] in patches" :key="colour" :d="path" fill-opacity="0.5" :style="{ fill: colour }" />
    <ellipse
      v-if="raw && picture.shine > 0.05"
      :cx="-0.3 * radiusMm"
      :cy="-0.34 * radiusMm"
      :rx="0.36 * radiusMm"
      :ry="0.16 * radiusMm"
      transform="rotate(-38)"
      fill="#ffffff"
      :fill-opacity="0.55 * picture.shine"
    />
    <path
      v-if="bubbles"
      :d="bubbles"
      stroke-width="0.8"
      class="fill-[#fffdf8] stroke-bubble-edge"
      fill-opacity="0.55"
    />
    <path v-if="holes" :d="holes" stroke-width="0.7" class="fill-crater stroke-pale" />
  </g>
</template>
