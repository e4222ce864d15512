<script setup lang="ts">
import { useSessionStorage } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { pourRhythm, type Hand } from '#core/guidance';
import { number } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** The next thin pour, begun by the rhythm of the last ones where hands are full: wished for, held back by a tap, and undone like any pour. */
const props = defineProps<{ hand: Hand; held: boolean }>();
const emit = defineEmits<{ pour: [] }>();
const store = useRun();

const byRhythm = useSessionStorage('pours-by-rhythm', false);
const rhythm = computed(() => pourRhythm(store.state!, props.hand.stationId));
/** One begins by itself at most, and one that was held back waits for its tap. */
const spentAfter = ref('');
const leftS = computed(() =>
  rhythm.value && rhythm.value.afterPieceId !== spentAfter.value ? (rhythm.value.dueMs - store.nowMs) / 1000 : null,
);
/** A moment that passed unseen, on a page that was away, begins nothing, s. */
const PASSED_S = 2;
watch(leftS, (left) => {
  if (!byRhythm.value || props.held || left === null || left > 0) return;
  spentAfter.value = rhythm.value!.afterPieceId;
  if (left > -PASSED_S) emit('pour');
});
</script>

<template>
  <div v-if="rhythm" class="flex flex-col gap-1" data-testid="rhythm">
    <button
      v-if="byRhythm && !held && leftS !== null && leftS > 0"
      type="button"
      class="min-h-16 rounded-control border border-line bg-paper px-3 hover:bg-mist"
      @click="spentAfter = rhythm.afterPieceId"
    >
      {{ t('swirl.rhythm.hold', { s: number(Math.ceil(leftS)) }) }}
    </button>
    <button
      type="button"
      class="min-h-14 rounded-control border border-line bg-paper px-3 text-sm hover:bg-mist aria-pressed:bg-mist aria-pressed:font-semibold"
      :aria-pressed="byRhythm"
      @click="byRhythm = !byRhythm"
    >
      {{ t('swirl.rhythm.by', { s: number(rhythm.afterS) }) }}
    </button>
  </div>
</template>
