<script setup lang="ts">
import { computed } from 'vue';
import type { TrainedPiece } from '#core/rehearsal';
import { number } from '../parts/format.ts';
import { t } from '../words/index.ts';

/** What came of one piece: when it was turned against its window, and why that was early, right or late. */
const props = defineProps<{ piece: TrainedPiece }>();

const WIDTH = 200;
const s = (seconds: number) => number(Math.round(seconds));
const endS = computed(() => 1.15 * Math.max(props.piece.flippedS, props.piece.window.latestS));
const x = (seconds: number) => (WIDTH * seconds) / endS.value;
const why = computed(() => {
  const { flippedS, verdict, window, darkS, seen } = props.piece;
  const by = verdict === 'early' ? window.earliestS - flippedS : flippedS - window.latestS;
  const said = t(`practice.why.${verdict}`, {
    ...{ at: s(flippedS), by: s(Math.max(1, by)), best: s(window.bestS) },
    ...{ from: s(window.earliestS), to: s(window.latestS) },
  });
  const dark = verdict === 'late' && darkS !== null ? t('practice.dark', { dark: s(darkS) }) : '';
  const cues = seen.length
    ? t('practice.seen', { cues: seen.map((cue) => t(`cue.${cue}`)).join(', ') })
    : t('practice.seenNothing');
  return [said, dark, cues].filter(Boolean).join(' ');
});
</script>

<template>
  <li class="border-t border-line py-2 first:border-t-0" data-testid="trained">
    <p class="flex items-baseline gap-2">
      <span class="figure text-lg">{{ piece.placeId }}</span>
      <span :class="piece.verdict === 'right' ? 'font-semibold text-leaf' : 'font-semibold text-ember'">{{
        t(`practice.verdict.${piece.verdict}`)
      }}</span>
      <span class="ml-auto text-sm text-soft">{{ t('practice.score', { score: piece.score }) }}</span>
    </p>
    <svg :viewBox="`0 0 ${WIDTH} 14`" class="my-1 block w-full" aria-hidden="true">
      <rect x="0" y="6" :width="WIDTH" height="2" class="fill-line" />
      <rect
        :x="x(piece.window.earliestS)"
        y="2"
        :width="Math.max(3, x(piece.window.latestS) - x(piece.window.earliestS))"
        height="10"
        rx="2"
        class="fill-leaf-mist stroke-leaf"
      />
      <rect :x="x(piece.flippedS) - 1.5" y="0" width="3" height="14" class="fill-ink" />
    </svg>
    <p class="text-sm text-soft">{{ why }}</p>
  </li>
</template>
