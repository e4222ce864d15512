<script setup lang="ts">
import { computed } from 'vue';
import { batterLeft } from '#core/lot';
import { millilitres, number } from '../../parts/format.ts';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';

/** What is left of a batter in its bowls, by what was poured and what the bowl and the ladle were found to hold. */
const props = defineProps<{ formulaId: string }>();
const store = useRun();
const left = computed(() => batterLeft(store.view, props.formulaId));
const short = computed(() => left.value !== null && left.value.pours < left.value.wanted);
</script>

<template>
  <p v-if="left" :class="short ? 'font-semibold text-ember' : ''" data-testid="batter-left">
    {{ t(short ? 'batterLeft.short' : 'batterLeft.enough', { ...left, ml: millilitres(left.leftMl) }) }}
    <span v-if="left.drift !== null && Math.abs(left.drift - 1) > 0.03" class="font-normal text-soft">{{
      t(left.drift > 1 ? 'batterLeft.more' : 'batterLeft.less', { percent: number(Math.abs(left.drift - 1) * 100) })
    }}</span>
  </p>
</template>
