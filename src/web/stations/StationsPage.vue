<script setup lang="ts">
import { Plus } from '@lucide/vue';
import { computed, onMounted, ref, shallowRef, toRaw, watch } from 'vue';
import { RouterLink } from 'vue-router';
import type { Lighting } from '#core/heating';
import { KITCHEN_FACTS, type KeptBurner } from '#contract';
import { differenceFromCelsius } from '#core/units';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import { markText, minutes, number, temperature } from '../parts/format.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useAction } from '../forms/use-action.ts';
import PlateDrawing from '../stages/plate/PlateDrawing.vue';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { askOfKitchen } from '../workers/desk.ts';
import { t } from '../words/index.ts';
import BurnerFormCard from './BurnerFormCard.vue';
import { shapeText } from './shape-text.ts';

const library = useLibrary();
const session = useSession();
const { errors, run } = useAction();
onMounted(() => run(async () => library.load()));
const mayEdit = computed(() => session.session?.person.role !== 'viewer');
const showArchived = ref(false);
const shown = computed(() => library.allStations.filter((station) => station.archived === showArchived.value));
const archived = computed(() => library.allStations.filter((station) => station.archived).length);
const shownBurners = computed(() => library.burners.filter((burner) => burner.archived === showArchived.value));
/** Names of the stations that stand on a burner. */
const under = (burnerId: string) =>
  library.stations
    .filter(({ body }) => body.zones.some((zone) => zone.burnerId === burnerId))
    .map(({ body }) => body.name);
/** What heats it, and what stands on it. */
function burnerText({ id, body }: KeptBurner): string {
  const names = under(id).join(', ');
  const place = names ? t('stations.under', { names }) : t('stations.free');
  return body.source ? `${t(`burnerForm.sources.${body.source}`)}, ${place}` : place;
}
/** A burner's form that is open: its id, or '' for a new one. */
const open = ref<string | null>(null);
async function kept(): Promise<void> {
  open.value = null;
  await run(async () => library.load());
}
const burnersOf = (station: (typeof shown.value)[number]) =>
  station.body.zones.map(({ burnerName, id }) => burnerName ?? id).join(', ');

/** A surface that suits a thin batter in a pan, where which burner matters most. Middle of the trade's range. */
const PAN_TARGET_C = 195;
const lightings = shallowRef<readonly Lighting[]>([]);
watch([() => library.stations, () => library.burners], async () => {
  const pans = library.stations
    .filter(({ body }) => body.shape.kind !== 'rectangle')
    .map(({ id, body }) => ({ id, body }));
  // burners that pans stand on, and those that nothing stands on
  const burners = library.burners
    .filter(({ archived: away }) => !away)
    .filter(
      ({ id }) =>
        !library.stations.some(
          ({ body }) => body.shape.kind === 'rectangle' && body.zones.some((zone) => zone.burnerId === id),
        ),
    )
    .map(({ id, body }) => ({ id, body }));
  if (pans.length < 2 || burners.length < 2) return void (lightings.value = []);
  const { roomC } = session.session?.kitchen.facts ?? KITCHEN_FACTS;
  const wish = { targetC: PAN_TARGET_C, roomC };
  lightings.value = (await askOfKitchen('burners', toRaw(pans), toRaw(burners), wish)) ?? [];
});
const advice = computed(() =>
  lightings.value.flatMap((each) => {
    const pan = library.stations.find(({ id }) => id === each.stationId);
    const burner = library.burners.find(({ id }) => id === each.burnerId);
    if (!pan || !burner) return [];
    const names = { pan: pan.body.name, burner: burner.body.burnerName };
    const unit = session.settings.temperatureUnit;
    return [
      {
        key: each.stationId,
        text:
          each.preheatS === null
            ? t('stations.whichNever', names)
            : t('stations.whichRow', {
                ...names,
                mark: markText(burner.body.dial, each.holdMark),
                time: minutes(each.preheatS),
              }),
        miss:
          each.missesC > 8
            ? t('stations.whichMiss', { off: number(differenceFromCelsius(each.missesC, unit)), unit: `°${unit}` })
            : '',
      },
    ];
  }),
);
const card = 'block h-full rounded-card border border-line bg-card p-4 hover:border-bell';
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-6xl flex-col gap-6 p-5">
    <div class="flex flex-wrap items-center gap-3">
      <div class="mr-auto max-sm:w-full">
        <h1 class="text-3xl">{{ t('stations.title') }}</h1>
        <p class="text-soft">{{ t('stations.lead') }}</p>
      </div>
      <RouterLink
        v-if="mayEdit"
        to="/stations/new"
        class="flex min-h-14 items-center gap-2 rounded-control border border-line bg-card px-5 text-lg font-semibold hover:bg-mist"
        ><Plus class="size-5" aria-hidden="true" />{{ t('stations.new') }}</RouterLink
      >
    </div>
    <p v-for="message in errors" :key="message" class="font-semibold text-ember" role="alert">{{ message }}</p>
    <section :aria-label="t('stations.title')">
      <ul class="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
        <li v-for="station in shown" :key="station.id">
          <RouterLink :to="`/stations/${station.id}`" :class="card">
            <PlateDrawing
              :station="station.body"
              :places="[]"
              :diameter-mm="0"
              :label="shapeText(station.body)"
              class="mb-3 max-h-28"
            />
            <span class="figure block text-xl">{{ station.body.name }}</span>
            <span class="block text-soft"
              >{{ shapeText(station.body) }}, {{ t(`stationForm.metals.${station.body.metal}`).toLowerCase() }}</span
            >
            <span class="block text-sm text-soft">{{ burnersOf(station) }}</span>
          </RouterLink>
        </li>
      </ul>
      <button
        v-if="archived > 0 || showArchived"
        type="button"
        class="mt-2 min-h-11 rounded-control px-3 text-bell underline"
        @click="showArchived = !showArchived"
      >
        {{ showArchived ? t('stations.showAll') : t('stations.showArchived', { n: archived }) }}
      </button>
    </section>
    <div class="grid items-start gap-4 lg:grid-cols-[3fr_2fr]">
      <PaperCard :title="t('stations.burners')">
        <p class="mb-3 text-soft">{{ t('stations.burnersLead') }}</p>
        <ul>
          <li v-for="burner in shownBurners" :key="burner.id" class="border-t border-line py-2">
            <BurnerFormCard
              v-if="open === burner.id"
              :burner="burner"
              :under="under(burner.id)"
              @kept="kept"
              @leave="open = null"
            />
            <div v-else class="flex items-center gap-3">
              <span class="flex-1"
                ><span class="font-semibold">{{ burner.body.burnerName }}</span>
                <span class="block text-sm text-soft">{{ burnerText(burner) }}</span></span
              >
              <button
                v-if="mayEdit"
                type="button"
                class="min-h-11 rounded-control px-3 text-bell hover:bg-mist"
                :aria-label="t('stations.changeName', { name: burner.body.burnerName })"
                @click="open = burner.id"
              >
                {{ t('stations.change') }}
              </button>
            </div>
          </li>
        </ul>
        <BurnerFormCard v-if="open === ''" :burner="null" :under="[]" class="mt-3" @kept="kept" @leave="open = null" />
        <BigButton v-else-if="mayEdit && !showArchived" class="mt-3" @click="open = ''">{{
          t('stations.newBurner')
        }}</BigButton>
      </PaperCard>
      <PaperCard v-if="advice.length" :title="t('stations.which')">
        <p class="mb-2 text-soft">{{ t('stations.whichLead', { target: temperature(PAN_TARGET_C) }) }}</p>
        <ul>
          <li v-for="row in advice" :key="row.key" class="border-t border-line py-2">
            {{ row.text }}<span v-if="row.miss" class="block text-sm text-ember">{{ row.miss }}</span>
          </li>
        </ul>
      </PaperCard>
    </div>
  </main>
</template>
