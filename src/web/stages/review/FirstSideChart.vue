<script setup lang="ts">
import { useMutationObserver } from '@vueuse/core';
import { LineChart, ScatterChart } from 'echarts/charts';
import { AriaComponent, GridComponent, LegendComponent } from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import { computed, ref } from 'vue';
import VChart from 'vue-echarts';
import type { PieceRecord } from '#core/review';
import { t } from '../../words/index.ts';

use([LineChart, ScatterChart, GridComponent, LegendComponent, AriaComponent, CanvasRenderer]);

/** First-side time of each piece in order of pouring: what was shown, what was done. */
const props = defineProps<{ records: readonly PieceRecord[] }>();

const theme = ref(0);
useMutationObserver(document.documentElement, () => (theme.value += 1), {
  attributes: true,
  attributeFilter: ['data-theme'],
});
const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(`--${name}`).trim();

const option = computed(() => {
  void theme.value;
  const text = { color: colour('soft'), fontFamily: 'Atkinson Hyperlegible Next Variable', fontSize: 13 };
  const points = (value: (record: PieceRecord) => number | null) =>
    props.records.map((record) => [record.number, value(record)]);
  return {
    animation: false,
    aria: { enabled: true },
    textStyle: text,
    grid: { left: 48, right: 12, top: 40, bottom: 40 },
    legend: { top: 0, right: 0, textStyle: text },
    xAxis: {
      type: 'value',
      minInterval: 1,
      name: t('review.axisPiece'),
      nameLocation: 'middle',
      nameGap: 26,
      min: 'dataMin',
      max: 'dataMax',
      axisLabel: text,
      splitLine: { show: false },
    },
    yAxis: {
      type: 'value',
      scale: true,
      name: t('review.axisSeconds'),
      axisLabel: text,
      splitLine: { lineStyle: { color: colour('line') } },
    },
    series: [
      {
        name: t('review.predicted'),
        type: 'line',
        data: points((record) => record.predictedFirstS),
        lineStyle: { color: colour('bell'), width: 2 },
        itemStyle: { color: colour('bell') },
        symbol: 'none',
      },
      {
        name: t('review.first'),
        type: 'scatter',
        data: points((record) => record.firstSideS),
        symbolSize: 9,
        itemStyle: { color: colour('ember') },
      },
    ],
  };
});
</script>

<template>
  <div class="h-full" data-testid="chart"><VChart :option="option" autoresize /></div>
</template>
