<script setup lang="ts">
import { DateTime } from 'luxon';
import { computed, onMounted, reactive, ref } from 'vue';
import { useRouter } from 'vue-router';
import { familyOf } from '#core/formula';
import type { Brief } from '#core/run';
import { zoneAreaM2 } from '#core/plate';
import type { Station } from '#contract';
import { CallError } from '../sync/api.ts';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import FormField from '../parts/FormField.vue';
import PaperCard from '../parts/PaperCard.vue';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import FirstSteps from './FirstSteps.vue';
import { makeRun, momentOf } from './make-run.ts';

const library = useLibrary();
const session = useSession();
const router = useRouter();
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');

const tomorrow = DateTime.now().setZone(zone.value).plus({ days: 1 });
const form = reactive({ name: '', date: tomorrow.toISODate() ?? '', time: '07:40', people: '' });
/** By formula: pieces as typed, and its stations. */
const chosen = reactive<Record<string, { pieces: string; stationIds: string[] }>>({});
const errors = ref<Record<string, string>>({});
const busy = ref(false);

onMounted(async () => {
  await library.load();
  for (const formula of library.formulas)
    chosen[formula.id] = { pieces: '', stationIds: usualStations(familyOf(formula.body.type) === 'thin') };
});

/** A thin batter goes to two bare pans, one pair of hands keeps so many; cakes to the largest griddle. Common practice, no source. */
function usualStations(thin: boolean): string[] {
  const area = ({ body }: Station) => zoneAreaM2(body) * body.zones.length;
  const suited = library.stations.filter(({ body }) => (body.shape.kind === 'rectangle') !== thin);
  const bare = suited.filter(({ body }) => body.coating !== 'nonStick');
  const first = (bare.length ? bare : suited.length ? suited : library.stations).toSorted((a, b) => area(b) - area(a));
  const apart: string[] = [];
  for (const { id } of first) if (!sharedBurner([...apart, id])) apart.push(id);
  return apart.slice(0, thin ? 2 : 1);
}

/** Two to three pieces a head over all formulas; common practice, no source. */
const PIECES_A_HEAD = 3;
function sharePieces(): void {
  const people = Number(form.people);
  if (!Number.isInteger(people) || people < 1) {
    errors.value = { people: t('newRun.error.people') };
    return;
  }
  errors.value = {};
  const count = library.formulas.length;
  for (const formula of library.formulas)
    chosen[formula.id]!.pieces = String(Math.ceil((people * PIECES_A_HEAD) / count));
}

function toggle(formulaId: string, stationId: string): void {
  const entry = chosen[formulaId]!;
  entry.stationIds = entry.stationIds.includes(stationId)
    ? entry.stationIds.filter((id) => id !== stationId)
    : [...entry.stationIds, stationId];
}

/** Two of these stations that stand on one burner, by name. */
function sharedBurner(stationIds: readonly string[]): { readonly names: string; readonly burner: string } | null {
  const chosenStations = library.stations.filter(({ id }) => stationIds.includes(id));
  for (const { body } of chosenStations)
    for (const zone of body.zones) {
      const over = chosenStations.filter((each) => each.body.zones.some((other) => other.burnerId === zone.burnerId));
      if (zone.burnerId && over.length > 1)
        return { names: over.map((each) => each.body.name).join(', '), burner: zone.burnerName ?? '' };
    }
  return null;
}

/** The brief as written, or what is wrong with it by field. */
function readBrief(): Brief | null {
  const found: Record<string, string> = {};
  const serviceAtMs = momentOf(form.date, form.time, zone.value);
  if (serviceAtMs === null) found['time'] = t('newRun.error.time');
  else if (serviceAtMs < Date.now()) found['time'] = t('newRun.error.past');
  if (form.people !== '' && !(Number.isInteger(Number(form.people)) && Number(form.people) > 0))
    found['people'] = t('newRun.error.people');
  const items: Brief['items'] = [];
  const taken = new Set<string>();
  for (const formula of library.formulas) {
    const entry = chosen[formula.id];
    if (!entry || entry.pieces.trim() === '' || entry.pieces.trim() === '0') continue;
    const pieces = Number(entry.pieces);
    if (!Number.isInteger(pieces) || pieces < 1 || pieces > 2000) found[formula.id] = t('newRun.error.pieces');
    else if (entry.stationIds.length === 0) found[formula.id] = t('newRun.error.station');
    else if (entry.stationIds.some((id) => taken.has(id))) found[formula.id] = t('newRun.error.stationTwice');
    entry.stationIds.forEach((id) => taken.add(id));
    items.push({ formulaId: formula.id, pieces, stationIds: [...entry.stationIds] });
  }
  if (items.length === 0) found['items'] = t('newRun.error.nothing');
  const shared = sharedBurner(items.flatMap((item) => item.stationIds));
  if (shared) found['items'] = t('newRun.error.sameBurner', shared);
  if (form.name.trim() === '') found['name'] = t('newRun.error.name');
  errors.value = found;
  if (Object.keys(found).length > 0 || serviceAtMs === null) return null;
  return { items, serviceAtMs, ...(form.people ? { people: Number(form.people) } : {}) };
}

async function submit(rehearsal: boolean): Promise<void> {
  const brief = readBrief();
  if (!brief) return;
  busy.value = true;
  try {
    const run = await makeRun(
      { name: form.name.trim(), timeZone: zone.value, brief, formulas: library.formulas, stations: library.stations },
      rehearsal,
    );
    await router.push(`/runs/${run.id}/brief`);
  } catch (error) {
    if (!(error instanceof CallError)) throw error;
    const { message, field, hint } = error.body;
    errors.value = field === 'name' ? { name: message } : { items: [message, hint].filter(Boolean).join(' ') };
  } finally {
    busy.value = false;
  }
}
</script>

<template>
  <AppBar />
  <main class="mx-auto max-w-4xl p-5">
    <h1 class="mb-5 text-3xl">{{ t('newRun.title') }}</h1>
    <FirstSteps v-if="library.isBare" />
    <form v-else class="flex flex-col gap-5" novalidate @submit.prevent="submit(false)">
      <PaperCard>
        <div class="grid gap-4 sm:grid-cols-[2fr_1fr_1fr]">
          <FormField v-model="form.name" :label="t('newRun.name')" :error="errors['name']" />
          <FormField v-model="form.date" type="date" :label="t('newRun.date')" />
          <FormField v-model="form.time" type="time" :label="t('newRun.time')" :error="errors['time']" />
        </div>
      </PaperCard>
      <PaperCard :title="t('newRun.what')">
        <div class="mb-4 flex flex-wrap items-start gap-3 border-b border-line pb-4">
          <FormField
            v-model="form.people"
            type="number"
            min="1"
            step="1"
            :label="t('newRun.people')"
            :hint="t('newRun.peopleHint')"
            :error="errors['people']"
          />
          <BigButton class="mt-7" @click="sharePieces">{{ t('newRun.share') }}</BigButton>
        </div>
        <fieldset v-for="formula in library.formulas" :key="formula.id" class="border-b border-line py-4 last:border-0">
          <legend class="figure float-left mr-4 w-56 text-xl max-sm:mb-2 max-sm:w-full">
            {{ formula.body.name }}
            <span class="block font-reading text-sm font-normal text-soft">{{
              t(`batterType.${formula.body.type}`)
            }}</span>
          </legend>
          <div v-if="chosen[formula.id]" class="grid gap-4 max-sm:clear-both sm:grid-cols-[10rem_1fr]">
            <FormField
              v-model="chosen[formula.id]!.pieces"
              type="number"
              min="0"
              step="1"
              :label="t('newRun.pieces')"
              :error="errors[formula.id]"
            />
            <div>
              <p :id="`stations-${formula.id}`" class="mb-1 font-semibold">{{ t('newRun.stations') }}</p>
              <div class="flex flex-wrap gap-2" role="group" :aria-labelledby="`stations-${formula.id}`">
                <button
                  v-for="station in library.stations"
                  :key="station.id"
                  type="button"
                  class="min-h-12 rounded-control border px-4"
                  :aria-pressed="chosen[formula.id]!.stationIds.includes(station.id)"
                  :class="
                    chosen[formula.id]!.stationIds.includes(station.id)
                      ? 'border-bell bg-mist font-semibold text-bell'
                      : 'border-line bg-card text-soft'
                  "
                  @click="toggle(formula.id, station.id)"
                >
                  {{ station.body.name }}
                </button>
              </div>
            </div>
          </div>
        </fieldset>
        <p v-if="errors['items']" class="mt-2 font-semibold text-ember" role="alert">{{ errors['items'] }}</p>
      </PaperCard>
      <div class="flex flex-wrap justify-end gap-3">
        <BigButton :disabled="busy" @click="submit(true)">{{ t('newRun.rehearse') }}</BigButton>
        <BigButton type="submit" look="say" :disabled="busy">{{ t('newRun.go') }}</BigButton>
      </div>
    </form>
  </main>
</template>
