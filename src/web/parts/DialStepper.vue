<script setup lang="ts">
import type { Dial } from '#core/plate';
import { t } from '../words/index.ts';
import { markText } from './format.ts';

/** A dial, turned a step at a time; off below its first mark. */
const mark = defineModel<number>({ required: true });
const props = defineProps<{ dial: Dial; zone: string }>();
function nudge(steps: number): void {
  const { max, step } = props.dial;
  const to = Math.min(max, Math.max(0, Math.round((mark.value + steps * step) * 1e6) / 1e6));
  if (to !== mark.value) mark.value = to;
}
const key = 'figure size-14 shrink-0 rounded-control border border-line text-2xl';
</script>

<template>
  <div class="flex items-center gap-2">
    <span class="mr-auto font-semibold">{{ t('heat.dial') }}</span>
    <button type="button" :class="key" :aria-label="t('heat.less', { zone })" @click="nudge(-1)">−</button>
    <output
      class="figure min-w-14 text-center text-3xl"
      :class="{ 'text-2xl!': dial.words || dial.scale === 'share' }"
      >{{ markText(dial, mark) }}</output
    >
    <button type="button" :class="key" :aria-label="t('heat.more', { zone })" @click="nudge(1)">+</button>
  </div>
</template>
