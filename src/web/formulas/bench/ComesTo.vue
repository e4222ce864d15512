<script setup lang="ts">
import { nearestLadles } from '#core/pour';
import { computed } from 'vue';
import { grams, ingredientName, millilitres, number } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { t, tn } from '../../words/index.ts';
import type { Bench } from './use-bench.ts';

/** Volume, pieces, the last pour with its ways out, lots, and the yield the recipe states. */
const props = defineProps<{ bench: Bench }>();
const { batter, remainder, lots, yields, portionMl, larder, facts } = props.bench;
const ladle = computed(() => nearestLadles(portionMl.value, 1)[0]!);
const eggsMoved = computed(() => batter.value !== null && Math.abs(batter.value.eggShift - 1) > 0.02);
</script>

<template>
  <PaperCard v-if="batter && remainder" :title="t('bench.comesTo')">
    <p class="flex items-baseline justify-between gap-3">
      <span class="figure text-3xl" data-testid="pieces">{{ tn('bench.pieces', remainder.pieces) }}</span>
      <span class="text-soft">{{ millilitres(batter.volumeMl) }}, {{ grams(batter.massG) }} g</span>
    </p>
    <p class="text-sm text-soft">
      {{ t('bench.ladle', { ladle: t(`ladle.${ladle.id}`), ml: number(ladle.volumeMl) }) }}
    </p>
    <p v-if="eggsMoved" class="mt-2 text-sm">
      {{
        t('bench.eggShift', {
          exact: number(batter.exactEggs, 1),
          eggClass: t(`eggClass.${facts.eggClass}`),
          percent: number(Math.abs(batter.eggShift - 1) * 100),
          way: t(batter.eggShift > 1 ? 'bench.more' : 'bench.less'),
        })
      }}
    </p>
    <div v-if="remainder.ways.length" class="mt-3 border-t border-line pt-3">
      <p class="font-semibold">{{ t('bench.left', { ml: number(remainder.leftMl) }) }}</p>
      <ul class="mt-1 flex flex-col gap-1">
        <li v-for="way in remainder.ways" :key="way.way" class="flex items-center justify-between gap-2">
          <span v-if="way.way === 'moreLiquid'">{{
            t('bench.way.moreLiquid', {
              g: grams(way.massG),
              name: ingredientName(way.ingredientId, larder).toLowerCase(),
              pieces: way.pieces,
            })
          }}</span>
          <span v-else-if="way.way === 'smallPiece'">{{
            t('bench.way.smallPiece', { ml: number(way.volumeMl) })
          }}</span>
          <template v-else>
            <span>{{ t(`bench.way.${way.way}`, { ml: number(way.portionMl), pieces: way.pieces }) }}</span>
            <button
              type="button"
              class="min-h-11 rounded-control border border-line px-3 hover:bg-mist"
              @click="bench.take(way)"
            >
              {{ t('bench.takeWay') }}
            </button>
          </template>
        </li>
      </ul>
    </div>
    <p v-if="lots?.because" class="mt-3 border-t border-line pt-3 font-semibold text-bell">
      {{ t(`batter.lots.${lots.because}`, { n: lots.lots.length }) }}
    </p>
    <p v-if="yields?.disagrees" class="mt-3 border-t border-line pt-3 text-ember" role="note">
      {{ t('bench.yieldOff', { stated: number(yields.stated), computed: number(yields.computed, 1) }) }}
    </p>
    <p v-if="batter.gaps.length" class="mt-3 border-t border-line pt-3 text-ember" role="note">
      {{ t('batter.gaps', { names: batter.gaps.map((id) => ingredientName(id, larder)).join(', ') }) }}
    </p>
  </PaperCard>
</template>
