<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, toRef } from 'vue';
import { useRouter } from 'vue-router';
import { plateSizeMm, zoneAt, type HeatReading, type SpotOnPlate } from '#core/plate';
import { differenceFromCelsius, fromCelsius } from '#core/units';
import type { Station } from '#contract';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import ChoiceField from '../forms/ChoiceField.vue';
import { number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import PlateHeat from '../stages/plate/PlateHeat.vue';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import CalibrateCard from './CalibrateCard.vue';
import DialCard from './DialCard.vue';
import ReadingsCard from './ReadingsCard.vue';
import StationCard from './StationCard.vue';
import StationFormCard from './StationFormCard.vue';
import { useHeating } from './use-heating.ts';
import { useStation } from './use-station.ts';

const props = defineProps<{ stationId: string }>();
const router = useRouter();
const library = useLibrary();
const session = useSession();
const fresh = computed(() => props.stationId === 'new');
/** Surfaces a cook asks a plate for, °C: gentle to very hot, middles of the trade's ranges. */
const SURFACES_C = [155, 170, 182, 195, 210, 225];
const holdC = ref(182);
const hold = computed({ get: () => String(holdC.value), set: (text: string) => (holdC.value = Number(text)) });
const { station, readings, figures, loaded, roomC, errors, busy, load, keep, drop, save, archive } = useStation(
  toRef(props, 'stationId'),
  holdC,
);
onMounted(load);
const mayEdit = computed(() => session.session?.person.role !== 'viewer');
const body = computed(() => station.value?.body);
const heating = useHeating(body, roomC);
const zoneId = ref('');
const changing = ref(false);
const spot = shallowRef<SpotOnPlate | null>(null);

const zoneInHand = computed({
  get: () =>
    body.value?.zones.some(({ id }) => id === zoneId.value) ? zoneId.value : (body.value?.zones[0]?.id ?? ''),
  set: (id: string) => {
    zoneId.value = id;
    if (spot.value && body.value && zoneAt(body.value, spot.value.xMm).id !== id) spot.value = null;
  },
});
function pick(at: SpotOnPlate): void {
  spot.value = at;
  zoneId.value = zoneAt(body.value!, at.xMm).id;
}
/** A step of the arrow keys, mm. */
const STEP_MM = 20;
function move(event: KeyboardEvent): void {
  const [dx, dy] = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key] ?? [0, 0];
  if (dx === 0 && dy === 0) return;
  event.preventDefault();
  const { widthMm, depthMm } = plateSizeMm(body.value!);
  const from = spot.value ?? { xMm: widthMm / 2, yMm: depthMm / 2 };
  pick({
    xMm: Math.min(widthMm, Math.max(0, from.xMm + dx! * STEP_MM)),
    yMm: Math.min(depthMm, Math.max(0, from.yMm + dy! * STEP_MM)),
  });
}
const spots = computed(() => [
  ...readings.value.flatMap((each) => {
    const { spot: at, reading, burnerId } = each.body;
    const here = body.value?.zones.some((zone) => zone.burnerId === burnerId);
    if (!at || !here) return [];
    return [
      {
        ...at,
        text: 'surfaceC' in reading ? number(fromCelsius(reading.surfaceC, session.settings.temperatureUnit)) : '',
      },
    ];
  }),
  ...(spot.value ? [{ ...spot.value, text: '', picked: true }] : []),
]);
const ends = computed(() => {
  const known = [...(figures.value?.map.tempC ?? [])].filter((each) => !Number.isNaN(each));
  return { hottest: Math.max(...known), coolest: Math.min(...known) };
});
const sd = computed(() => differenceFromCelsius(figures.value?.map.sdC ?? 0, session.settings.temperatureUnit));
const keepReading = (reading: HeatReading) => keep(zoneInHand.value, heating, spot.value ?? undefined, reading);

/** Burners it could stand on instead: free ones, and those of other pans. */
const burnerOptions = (index: number) => {
  const own = body.value!.zones[index]!.burnerId;
  const here = body.value!.zones.map((zone) => zone.burnerId);
  return library.burners
    .filter(({ id, archived }) => id === own || (!archived && !here.includes(id)))
    .map(({ id, body: burner }) => ({ value: id, label: burner.burnerName }));
};
async function swap(index: number, burnerId: string): Promise<void> {
  const burner = library.burners.find(({ id }) => id === burnerId);
  if (!burner || !body.value) return;
  heating.cold();
  const zones = body.value.zones.map((zone, i) => (i === index ? { id: zone.id, burnerId, ...burner.body } : zone));
  await save({ ...body.value, zones });
}
async function kept(made: Station): Promise<void> {
  changing.value = false;
  await load();
  if (fresh.value) await router.push(`/stations/${made.id}`);
}
const surfaceOptions = SURFACES_C.map((each) => ({ value: String(each), label: temperature(each) }));
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-7xl flex-col gap-4 p-5">
    <template v-if="fresh">
      <h1 class="text-3xl">{{ t('stationForm.new') }}</h1>
      <StationFormCard v-if="loaded" :station="null" @kept="kept" @leave="router.push('/stations')" />
    </template>
    <p v-else-if="loaded && !station" role="alert">{{ t('station.gone') }}</p>
    <template v-else-if="station && body">
      <div class="flex flex-wrap items-end gap-x-6 gap-y-3">
        <h1 class="mr-auto text-3xl max-sm:w-full">{{ body.name }}</h1>
        <ChoiceField v-model="hold" class="w-36" :label="t('station.hold')" :options="surfaceOptions" />
        <template v-if="mayEdit && body.zones.length === 1">
          <ChoiceField
            :model-value="body.zones[0]!.burnerId ?? ''"
            class="w-52"
            :label="t('station.swap')"
            :options="burnerOptions(0)"
            @update:model-value="swap(0, $event)"
          />
        </template>
      </div>
      <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
      <div v-if="figures" class="grid items-start gap-4 lg:grid-cols-[3fr_2fr]">
        <PaperCard :title="t('station.map')">
          <p class="mb-2 text-soft">{{ t('station.mapLead', { target: temperature(holdC) }) }}</p>
          <div
            tabindex="0"
            role="group"
            :aria-label="t('station.mapLead', { target: temperature(holdC) })"
            class="rounded-card"
            @keydown="move"
          >
            <PlateHeat
              :station="body"
              :map="figures.map"
              :target-c="holdC"
              :spots="spots"
              class="mx-auto max-h-[28rem] cursor-crosshair"
              :label="
                t('heatMore.mapNow', {
                  name: body.name,
                  high: temperature(ends.hottest),
                  low: temperature(ends.coolest),
                })
              "
              @pick="pick"
            />
          </div>
          <p class="mt-2">
            <span class="font-semibold">{{ t('station.hottest', { temp: temperature(ends.hottest) }) }}</span>,
            {{ t('station.coolest', { temp: temperature(ends.coolest) }) }},
            {{ t('station.spread', { sd: number(Math.max(1, sd)), unit: `°${session.settings.temperatureUnit}` }) }}.
            <span v-if="!readings.length" class="text-soft">{{ t('station.mapUnread') }}</span>
          </p>
          <p class="text-sm text-soft">{{ t('station.pickHint') }}</p>
        </PaperCard>
        <CalibrateCard
          v-if="mayEdit"
          v-model:zone-id="zoneInHand"
          :body="body"
          :heating="heating"
          :room-c="roomC"
          :hold-c="holdC"
          :spot="spot"
          :pairs="figures.pairs"
          @keep="keepReading"
        />
        <DialCard :body="body" :pairs="figures.pairs" :hold-c="holdC" />
        <div class="flex min-w-0 flex-col gap-4">
          <ReadingsCard :body="body" :readings="readings" :pairs="figures.pairs" :may-edit="mayEdit" @drop="drop" />
          <StationCard :body="body" :pairs="figures.pairs" />
          <div v-if="mayEdit" class="flex flex-wrap gap-3">
            <BigButton class="flex-1" @click="changing = !changing">{{ t('station.change') }}</BigButton>
            <BigButton class="flex-1" :disabled="busy" @click="archive(!station.archived)">{{
              t(station.archived ? 'station.takeBackStation' : 'station.putAway')
            }}</BigButton>
          </div>
        </div>
      </div>
      <p v-else class="text-soft" role="status">{{ t('station.loading') }}</p>
      <StationFormCard v-if="changing" :station="station" @kept="kept" @leave="changing = false" />
      <p class="sr-only" role="status">{{ tn('stations.read', readings.length) }}</p>
    </template>
  </main>
</template>
