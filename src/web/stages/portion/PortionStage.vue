<script setup lang="ts">
import { computed, ref } from 'vue';
import { discOn, formulaOf, placesFor, stationOf } from '#core/desk';
import { GAP_MM, nearestLadles } from '#core/pour';
import { larderOf } from '#core/run';
import BigButton from '../../parts/BigButton.vue';
import FormField from '../../parts/FormField.vue';
import { millilitres, number, temperature } from '../../parts/format.ts';
import PaperCard from '../../parts/PaperCard.vue';
import { useRun } from '../../stores/run.ts';
import { t, tn } from '../../words/index.ts';
import LotTabs from '../LotTabs.vue';
import PlateDrawing from '../PlateDrawing.vue';

const store = useRun();
const items = store.state!.brief?.items ?? [];
const formulaId = ref(items[0]!.formulaId);
const body = computed(() => formulaOf(store.run!.pins, formulaId.value));
const item = computed(() => store.state!.brief!.items.find((candidate) => candidate.formulaId === formulaId.value)!);
const volumeMl = computed(() => store.state!.portionMl.get(formulaId.value) ?? body.value.portion.volumeMl);
const ladles = computed(() => nearestLadles(body.value.portion.volumeMl, 5).sort((a, b) => a.volumeMl - b.volumeMl));
const stations = computed(() =>
  item.value.stationIds.map((id) => {
    const station = stationOf(store.run!.pins, id);
    return {
      id,
      station,
      disc: discOn(body.value, station, volumeMl.value, larderOf(store.run!.pins)),
      places: placesFor(body.value, station, volumeMl.value, larderOf(store.run!.pins)),
    };
  }),
);
const first = computed(() => stations.value[0]!);
const next = computed(() => store.outlook?.forecast.zones.find((zone) => zone.formulaId === formulaId.value)?.atTarget);
const fits = computed(() => stations.value.reduce((sum, entry) => sum + entry.places.length, 0));
const pours = computed(() => (store.lots[formulaId.value] ? Math.floor(store.lots[formulaId.value]!.pours) : null));

function choose(ml: number): void {
  void store.tap([
    { kind: 'portion-set', payload: { formulaId: formulaId.value, volumeMl: Math.round(ml * 10) / 10 } },
  ]);
}
const typed = ref('');
const error = ref('');
function chooseTyped(): void {
  const value = Number(typed.value.replace(',', '.'));
  if (typed.value.trim() === '' || !Number.isFinite(value) || value < 5 || value > 500) {
    error.value = t('portion.error');
    return;
  }
  error.value = '';
  typed.value = '';
  choose(value);
}
</script>

<template>
  <div class="flex flex-col gap-4">
    <LotTabs v-model="formulaId" :label="t('portion.which')" />
    <div class="grid items-start gap-4 lg:grid-cols-[2fr_3fr]">
      <PaperCard>
        <h2 class="text-lg">{{ t('portion.pour') }}</h2>
        <p class="figure text-6xl text-bell">{{ millilitres(volumeMl) }}</p>
        <p class="text-soft">{{ body.portion.reason }}</p>
        <div class="mt-4 grid grid-cols-2 gap-2" role="group" :aria-label="t('portion.tools')">
          <button
            v-for="ladle in ladles"
            :key="ladle.id"
            type="button"
            class="min-h-14 rounded-control border px-3 text-left"
            :aria-pressed="Math.abs(ladle.volumeMl - volumeMl) < 0.5"
            :class="
              Math.abs(ladle.volumeMl - volumeMl) < 0.5
                ? 'border-bell bg-mist font-semibold text-bell'
                : 'border-line bg-card'
            "
            @click="choose(ladle.volumeMl)"
          >
            {{ t(`ladle.${ladle.id}`) }} <span class="block text-sm text-soft">{{ millilitres(ladle.volumeMl) }}</span>
          </button>
          <button
            type="button"
            class="min-h-14 rounded-control border px-3 text-left"
            :aria-pressed="volumeMl === body.portion.volumeMl"
            :class="
              volumeMl === body.portion.volumeMl ? 'border-bell bg-mist font-semibold text-bell' : 'border-line bg-card'
            "
            @click="choose(body.portion.volumeMl)"
          >
            {{ t('portion.asFormula') }}
            <span class="block text-sm text-soft">{{ millilitres(body.portion.volumeMl) }}</span>
          </button>
        </div>
        <form class="mt-4 flex items-end gap-2" novalidate @submit.prevent="chooseTyped">
          <FormField v-model="typed" class="flex-1" :label="t('portion.own')" unit="mL" :error="error" />
          <BigButton type="submit" :class="{ 'mb-6': error }">{{ t('portion.use') }}</BigButton>
        </form>
      </PaperCard>
      <div class="flex flex-col gap-4">
        <PaperCard>
          <dl class="grid grid-cols-2 gap-3 sm:grid-cols-4">
            <div>
              <dt class="text-soft">{{ t('portion.across') }}</dt>
              <dd class="figure text-3xl">
                {{ number(first.disc.diameterMm / 10, 1) }} <span class="text-lg">cm</span>
              </dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.thick') }}</dt>
              <dd class="figure text-3xl">{{ number(first.disc.thicknessMm, 1) }} <span class="text-lg">mm</span></dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.atOnce') }}</dt>
              <dd class="figure text-3xl">{{ fits }}</dd>
            </div>
            <div>
              <dt class="text-soft">{{ t('portion.fromLot') }}</dt>
              <dd class="figure text-3xl">{{ pours ?? '–' }}</dd>
            </div>
          </dl>
          <p v-if="next" class="mt-3 text-soft">
            {{
              t('portion.firstSide', {
                s: number(next.flip.bestS),
                low: number(next.flip.earliestS),
                high: number(next.flip.latestS),
                target: temperature(body.heat.targetC),
              })
            }}
          </p>
          <p v-if="fits === 0" class="mt-2 font-semibold text-ember" role="alert">{{ t('portion.noRoom') }}</p>
        </PaperCard>
        <PaperCard v-for="entry in stations" :key="entry.id" :title="entry.station.name">
          <PlateDrawing
            :station="entry.station"
            :places="entry.places"
            :diameter-mm="entry.disc.diameterMm"
            class="mx-auto max-h-80"
            :label="tn('portion.layout', entry.places.length, { name: entry.station.name, gap: GAP_MM / 10 })"
          />
          <p class="mt-2 text-sm text-soft">
            {{ tn('portion.layout', entry.places.length, { name: entry.station.name, gap: GAP_MM / 10 }) }}
          </p>
        </PaperCard>
      </div>
    </div>
  </div>
</template>
