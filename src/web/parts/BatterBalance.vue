<script setup lang="ts">
import { computed } from 'vue';
import {
  HYDRATION_BAND,
  againstBand,
  hydration,
  leaveningBalance,
  liquidPer100g,
  partsAgainstBands,
  type FormulaBody,
  type MeasuredBatter,
  wholePieces,
} from '#core/formula';
import type { Amount, Larder } from '#core/ingredients';
import { grams, millilitres, number } from './format.ts';
import PaperCard from './PaperCard.vue';
import { t, tn } from '../words/index.ts';

const props = defineProps<{
  body: FormulaBody;
  batter: MeasuredBatter;
  /** What is really in it, when that is known. */
  now?: readonly Amount[] | undefined;
  larder: Larder;
  pressurePa: number;
  withVolume?: boolean;
}>();
/** What goes onto the pieces is no part of the batter. */
const inBowl = computed(() => props.now ?? props.batter.lines.filter((line) => line.when !== 'onPiece'));
const water = computed(() => hydration(inBowl.value, props.larder));
/** As cooks count it. */
const liquid = computed(() => liquidPer100g(inBowl.value, props.larder));
const band = computed(() => HYDRATION_BAND[props.body.type]);
/** What stands outside the band of its type: advice, no more. */
const unusual = computed(() =>
  partsAgainstBands(inBowl.value, props.body.type, props.larder).filter((each) => each.stands !== 'within'),
);
const acid = computed(() => leaveningBalance(inBowl.value, props.larder, props.pressurePa));
const inBand = computed(() => againstBand(water.value.withEggG, band.value));

/** The scale shows the band in its middle half. */
const position = computed(() => {
  const { low, high } = band.value;
  return Math.min(98, Math.max(2, 25 + (50 * (water.value.withEggG - low)) / (high - low)));
});
const wholeEggs = computed(() => props.batter.lines.find(({ eggs }) => eggs !== undefined)?.eggs);
/** Told when the two figures that would be shown are two. */
const eggsMoved = computed(
  () => wholeEggs.value !== undefined && number(props.batter.exactEggs, 1) !== number(wholeEggs.value, 1),
);
</script>

<template>
  <PaperCard :title="t('balance.title')">
    <dl class="flex flex-col gap-4">
      <div>
        <dt class="flex items-baseline justify-between font-semibold">
          {{ t('balance.hydration') }}<span class="figure text-2xl">{{ number(water.withEggG) }}</span>
        </dt>
        <dd>
          <div class="relative mt-1 grid h-4 grid-cols-[1fr_2fr_1fr] gap-0.5 text-center" aria-hidden="true">
            <span class="rounded bg-ember-mist" /><span class="rounded bg-leaf-mist" /><span class="rounded bg-mist" />
            <span class="absolute -top-1 h-6 w-1 -translate-x-1/2 rounded bg-bell" :style="{ left: `${position}%` }" />
          </div>
          <p class="mt-1 text-sm text-soft">
            {{ t(`balance.${inBand}`, { low: band.low, high: band.high, without: number(water.withoutEggG) }) }}
          </p>
          <p v-if="liquid !== null" class="mt-1 flex items-baseline justify-between">
            {{ t('balance.liquid') }}<span class="figure text-xl">{{ number(liquid) }}</span>
          </p>
        </dd>
      </div>
      <div v-if="unusual.length" class="border-t border-line pt-3">
        <dt class="font-semibold">{{ t('balance.unusual') }}</dt>
        <dd v-for="each in unusual" :key="each.part" class="text-sm text-soft">
          {{
            t(`balance.part.${each.stands}`, {
              part: t(`role.${each.part}`),
              percent: number(each.percent, each.percent < 10 ? 1 : 0),
              low: each.band.low,
              high: each.band.high,
            })
          }}
        </dd>
      </div>
      <div v-if="acid.verdict !== 'none'" class="border-t border-line pt-3">
        <dt class="font-semibold">{{ t('balance.acid') }}</dt>
        <dd class="text-sm text-soft">
          <span class="font-semibold" :class="acid.verdict === 'alkaline' ? 'text-ember' : 'text-leaf'">{{
            t(`balance.${acid.verdict}`)
          }}</span>
          <template v-if="acid.sodaG > 0"
            >{{ ' '
            }}{{
              t('balance.acidDetail', {
                soda: grams(acid.sodaG),
                low: grams(acid.neutralisableG.low),
                high: grams(acid.neutralisableG.high),
              })
            }}</template
          >
          <span class="block">{{
            t('balance.gas', {
              value: number(acid.gasMlPer100g.value),
              low: number(acid.gasMlPer100g.low),
              high: number(acid.gasMlPer100g.high),
            })
          }}</span>
        </dd>
      </div>
      <div v-if="withVolume" class="border-t border-line pt-3">
        <dt class="flex items-baseline justify-between font-semibold">
          {{ t('balance.comesTo') }}<span class="figure text-2xl">{{ millilitres(batter.volumeMl) }}</span>
        </dt>
        <dd class="text-sm text-soft">
          {{ tn('balance.pours', wholePieces(batter.pours)) }} {{ t('balance.over') }}
          <template v-if="eggsMoved">{{
            t(batter.measured ? 'balance.eggsMeasured' : 'balance.eggs', {
              exact: number(batter.exactEggs, 1),
              whole: wholeEggs,
            })
          }}</template>
        </dd>
      </div>
    </dl>
  </PaperCard>
</template>
