<script setup lang="ts">
import { computed } from 'vue';
import { formulaOf, stationOf } from '#core/desk';
import CautionLine from '../../parts/CautionLine.vue';
import { temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import ZoneHeatCard from './ZoneHeatCard.vue';

const store = useRun();
const stations = computed(() =>
  (store.state!.brief?.items ?? []).flatMap((item) => {
    const body = formulaOf(store.run!.pins, item.formulaId);
    return item.stationIds.map((stationId) => ({
      stationId,
      station: stationOf(store.run!.pins, stationId),
      body,
      zones: (store.outlook?.forecast.zones ?? []).filter((zone) => zone.stationId === stationId && zone.formulaId === item.formulaId),
    }));
  }),
);
</script>

<template>
  <div class="flex flex-col gap-4">
    <section v-for="entry in stations" :key="entry.stationId + entry.body.name">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 class="text-2xl">{{ entry.station.name }}</h2>
        <p class="text-soft">{{ t('heat.for', { name: entry.body.name, target: temperature(entry.body.heat.targetC), low: temperature(entry.body.heat.lowC), high: temperature(entry.body.heat.highC) }) }} {{ entry.body.heat.reason }}</p>
      </div>
      <div class="grid gap-4 md:grid-cols-2 lg:grid-cols-3">
        <ZoneHeatCard v-for="zone in entry.zones" :key="zone.key" :zone="zone" :body="entry.body" />
        <p v-if="!entry.zones.length" class="text-soft" role="status">{{ t('frame.working') }}</p>
      </div>
    </section>
    <PaperCard><CautionLine stage="heat" /></PaperCard>
  </div>
</template>
