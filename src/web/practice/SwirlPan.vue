<script setup lang="ts">
import { computed, onMounted, useTemplateRef, watch } from 'vue';
import { bladeLies, type SwirlTool } from '#core/swirl';
import type { Frame } from './swirl.worker.ts';
import { drawFilm } from './film-light.ts';

/** The practice pan from above, its film lit from the side so that its depth is seen; a pointer on it tilts it. */
const props = defineProps<{
  frame: Frame | null;
  label: string;
  askew: boolean;
  tool: SwirlTool;
  baseShare: number;
}>();
const emit = defineEmits<{ point: [x: number, y: number]; rest: [] }>();
const canvas = useTemplateRef('canvas');

/** A blade held in the middle is lifted. */
const lies = computed(() => props.frame !== null && bladeLies(props.frame.held));

function draw(): void {
  const context = canvas.value?.getContext('2d');
  if (context) drawFilm(context, props.frame);
}
onMounted(draw);
watch(() => props.frame, draw, { flush: 'post' });

function pointed(event: PointerEvent): void {
  const { left, top, width, height } = canvas.value!.getBoundingClientRect();
  emit('point', (2 * (event.clientX - left)) / width - 1, (2 * (event.clientY - top)) / height - 1);
}
function pressed(event: PointerEvent): void {
  canvas.value!.setPointerCapture(event.pointerId);
  pointed(event);
}
</script>

<template>
  <div class="relative touch-none rounded-full border-[10px] border-rim bg-plate" :class="{ 'rotate-1': askew }">
    <canvas
      ref="canvas"
      role="img"
      :aria-label="label"
      :width="frame?.columns ?? 1"
      :height="frame?.columns ?? 1"
      class="block aspect-square w-full cursor-grab rounded-full active:cursor-grabbing"
      data-testid="pan"
      @pointerdown="pressed"
      @pointermove="(event) => event.buttons > 0 && pointed(event)"
      @pointerup="emit('rest')"
      @pointercancel="emit('rest')"
    />
    <!-- where its base ends and its wall begins -->
    <svg
      v-if="baseShare < 1"
      viewBox="-1 -1 2 2"
      class="pointer-events-none absolute inset-0 size-full"
      aria-hidden="true"
    >
      <circle :r="baseShare" fill="none" class="stroke-rim" stroke-width="0.012" />
    </svg>
    <!-- where the pan is tilted to, or the blade is -->
    <svg
      v-if="frame && (tool !== 'blade' || lies)"
      viewBox="-110 -110 220 220"
      class="pointer-events-none absolute inset-0 size-full"
      aria-hidden="true"
    >
      <circle
        :cx="4 * frame.held.rightDeg"
        :cy="4 * frame.held.frontDeg"
        :r="tool === 'blade' ? 9 : 6"
        class="fill-go stroke-ink"
        stroke-width="2"
      />
    </svg>
  </div>
</template>
