<script setup lang="ts">
import { computed } from 'vue';
import { formulaOf } from '#core/desk';
import CautionLine from '../../parts/CautionLine.vue';
import { temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import ZoneHeatCard from './ZoneHeatCard.vue';

const store = useRun();
const groups = computed(() =>
  (store.state!.brief?.items ?? []).map(({ formulaId }) => ({
    formulaId,
    body: formulaOf(store.run!.pins, formulaId),
    zones: (store.outlook?.forecast.zones ?? []).filter((zone) => zone.formulaId === formulaId),
  })),
);
</script>

<template>
  <div class="flex flex-col gap-4">
    <section v-for="group in groups" :key="group.formulaId">
      <div class="mb-2 flex flex-wrap items-baseline gap-x-4">
        <h2 class="text-2xl">{{ group.body.name }}</h2>
        <p class="text-soft">
          {{
            t('heat.for', {
              target: temperature(group.body.heat.targetC),
              low: temperature(group.body.heat.lowC),
              high: temperature(group.body.heat.highC),
            })
          }}
          {{ group.body.heat.reason }}
        </p>
      </div>
      <div class="grid items-start gap-4 md:grid-cols-2 lg:grid-cols-3">
        <ZoneHeatCard v-for="zone in group.zones" :key="zone.key" :zone="zone" :body="group.body" />
        <p v-if="!group.zones.length" class="text-soft" role="status">{{ t('frame.working') }}</p>
      </div>
    </section>
    <PaperCard><CautionLine stage="heat" /></PaperCard>
  </div>
</template>
