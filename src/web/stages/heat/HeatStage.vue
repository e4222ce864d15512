<script setup lang="ts">
import { TriangleAlert } from '@lucide/vue';
import { computed, reactive } from 'vue';
import { stationNow } from '#core/setup';
import { zoneAt, type SpotOnPlate } from '#core/plate';
import { plateCautions } from '#core/safety';
import CautionLine from '../../parts/CautionLine.vue';
import { temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t } from '../../words/index.ts';
import PlateNow from './PlateNow.vue';
import SmokeNote from './SmokeNote.vue';
import ZoneHeatCard from './ZoneHeatCard.vue';

const store = useRun();
const groups = computed(() =>
  (store.state!.brief?.items ?? []).map(({ formulaId, stationIds }) => ({
    ...{ formulaId, stationIds },
    body: store.view.formula(formulaId),
    zones: (store.outlook?.forecast.zones ?? []).filter((zone) => zone.formulaId === formulaId),
  })),
);
/** What is to be said of a fat is said once, at the first batter that takes it. */
const firstWithFat = (group: (typeof groups.value)[number]) =>
  groups.value.find((each) => each.body.fat.kind === group.body.fat.kind) === group;
/** Cautions of the plates and burners in use; fire of oil is told for all. */
const cautions = computed(() => {
  const stations = groups.value.flatMap(({ stationIds }) => stationIds.map((id) => stationNow(store.view, id)));
  const all = stations.flatMap((body) => plateCautions({ ...body, sources: body.zones.map(({ source }) => source) }));
  return [...new Set(all)].filter((caution) => caution !== 'oil');
});
/** A cold plate has nothing to show yet. */
const warm = (stationId: string) =>
  (store.outlook?.forecast.zones ?? []).some((zone) => zone.stationId === stationId && zone.basis !== 'cold');
/** Where the next reading of each plate is taken, by station. */
const spots = reactive(new Map<string, SpotOnPlate>());
function spotOn(stationId: string, zoneId: string): SpotOnPlate | null {
  const spot = spots.get(stationId);
  const station = stationNow(store.view, stationId);
  return spot && zoneAt(station, spot.xMm).id === zoneId ? spot : null;
}
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
      <SmokeNote v-if="firstWithFat(group)" :formula-id="group.formulaId" />
      <div v-if="group.stationIds.some(warm)" class="mb-4 grid gap-4 sm:grid-cols-2 lg:grid-cols-3">
        <PaperCard
          v-for="stationId in group.stationIds.filter(warm)"
          :key="stationId"
          :class="{ 'sm:col-span-2 lg:col-span-3': store.view.station(stationId).shape.kind === 'rectangle' }"
        >
          <p class="mb-1 font-semibold">{{ store.view.station(stationId).name }}</p>
          <PlateNow
            :station-id="stationId"
            :target-c="group.body.heat.targetC"
            :spot="spots.get(stationId) ?? null"
            @pick="spots.set(stationId, $event)"
          />
        </PaperCard>
      </div>
      <div class="grid items-start gap-4 md:grid-cols-2 lg:grid-cols-3">
        <ZoneHeatCard
          v-for="zone in group.zones"
          :key="zone.key"
          :zone="zone"
          :body="group.body"
          :spot="spotOn(zone.stationId, zone.zoneId)"
        />
        <p v-if="!group.zones.length" class="text-soft" role="status">{{ t('frame.working') }}</p>
      </div>
    </section>
    <PaperCard>
      <ul class="mb-1 flex flex-col gap-1 text-sm text-soft">
        <li v-for="caution in cautions" :key="caution" class="flex gap-2">
          <TriangleAlert class="mt-0.5 size-4 shrink-0 text-ember" aria-hidden="true" />{{
            t(`plateCaution.${caution}`)
          }}
        </li>
      </ul>
      <CautionLine stage="heat" />
    </PaperCard>
  </div>
</template>
