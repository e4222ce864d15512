<script setup lang="ts">
import { clock } from '../../parts/format.ts';
import type { Bar } from './lane-bar.ts';

/** The bars of one lane; each is drawn anew only when it moves or is over: a thousand pieces have many. */
defineProps<{
  bars: readonly Bar[];
  /** Where a moment lies on the strip, %. A new one when the strip's span changes. */
  at: (ms: number) => number;
  nowMs: number;
  zone: string;
}>();

/** Zones of one lane lie under each other in it. */
function rowStyle([index, count]: readonly [number, number]) {
  return { top: `${8 + (84 / count) * index}%`, height: `${84 / count - (count > 1 ? 5 : 0)}%` };
}
</script>

<template>
  <div
    v-for="bar in bars"
    :key="bar.key"
    v-memo="[bar, at, bar.toMs < nowMs]"
    class="absolute rounded-sm"
    :title="`${bar.title}, ${clock(bar.fromMs, zone)}`"
    :class="{
      'bg-rim': bar.look === 'mix',
      'border border-rim bg-paper': bar.look === 'rest',
      'bg-ember/70': bar.look === 'heat',
      'bg-bell': bar.look === 'first',
      'bg-bell/55': bar.look === 'second',
      'opacity-35': bar.toMs < nowMs,
    }"
    :style="{
      left: `${at(bar.fromMs)}%`,
      width: `max(2px, ${at(bar.toMs) - at(bar.fromMs)}%)`,
      ...rowStyle(bar.row),
    }"
  />
</template>
