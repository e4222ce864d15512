<script setup lang="ts">
import { xor } from 'es-toolkit';
import { DateTime } from 'luxon';
import { computed, onMounted, ref } from 'vue';
import { useRouter } from 'vue-router';
import * as v from 'valibot';
import { familyOf } from '#core/formula';
import AppBar from '../parts/AppBar.vue';
import BigButton from '../parts/BigButton.vue';
import BoundField from '../forms/BoundField.vue';
import FormFaults from '../forms/FormFaults.vue';
import { useForm } from '../forms/use-form.ts';
import PaperCard from '../parts/PaperCard.vue';
import { useLibrary } from '../stores/library.ts';
import { useSession } from '../stores/session.ts';
import { t } from '../words/index.ts';
import FirstSteps from './FirstSteps.vue';
import { newRunSchema, usualStations, wantedPeople, type NewRunForm } from './brief-form.ts';
import { makeRun } from './make-run.ts';

const library = useLibrary();
const session = useSession();
const router = useRouter();
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');

const tomorrow = DateTime.now().setZone(zone.value).plus({ days: 1 });
const typed: NewRunForm = {
  ...{ name: '', service: { date: tomorrow.toISODate() ?? '', time: '07:40' }, people: '' },
  items: {},
};
const rehearsal = ref(false);
const form = useForm({
  typed,
  schema: () => newRunSchema(library.formulas, library.stations, { zone: zone.value, nowMs: Date.now() }),
  fieldOf: (named) => (named === 'name' ? named : 'items'),
  async keep({ name, brief }) {
    const { formulas, stations } = library;
    const run = await makeRun({ name, timeZone: zone.value, brief, formulas, stations }, rehearsal.value);
    await router.push(`/runs/${run.id}/brief`);
  },
});
const { values } = form;

/** What may be cooked is known: what is asked before that would be lost as it comes. */
const ready = ref(false);
onMounted(async () => {
  await library.load();
  const items = Object.fromEntries(
    library.formulas.map(({ id, body }) => [
      id,
      { pieces: '', stationIds: usualStations(library.stations, familyOf(body.type) === 'thin') },
    ]),
  );
  form.set('items', items);
  ready.value = true;
});

/** Two to three pieces a head over all formulas; common practice, no source. */
const PIECES_A_HEAD = 3;
const shareFault = ref('');
function sharePieces(): void {
  const people = v.safeParse(wantedPeople(), values.people);
  shareFault.value = people.success ? '' : people.issues[0].message;
  if (!people.success) return;
  for (const { id } of library.formulas)
    form.set(`items.${id}.pieces`, String(Math.ceil((people.output * PIECES_A_HEAD) / library.formulas.length)));
}

function toggle(formulaId: string, stationId: string): void {
  const { stationIds } = values.items[formulaId]!;
  form.set(`items.${formulaId}.stationIds`, xor(stationIds, [stationId]));
}

function make(asRehearsal: boolean, event: Event): void {
  rehearsal.value = asRehearsal;
  void form.submit(event);
}
</script>

<template>
  <AppBar />
  <main class="mx-auto max-w-4xl p-5">
    <h1 class="mb-5 text-3xl">{{ t('newRun.title') }}</h1>
    <FirstSteps v-if="library.isBare" />
    <form v-else-if="ready" class="flex flex-col gap-5" novalidate @submit.prevent="make(false, $event)">
      <PaperCard>
        <div class="grid gap-4 sm:grid-cols-[2fr_1fr_1fr]">
          <BoundField :of="form" name="name" :label="t('newRun.name')" />
          <BoundField :of="form" name="service.date" type="date" :label="t('newRun.date')" />
          <BoundField :of="form" name="service.time" type="time" :label="t('newRun.time')" />
        </div>
      </PaperCard>
      <PaperCard :title="t('newRun.what')">
        <div class="mb-4 flex flex-wrap items-start gap-3 border-b border-line pb-4">
          <BoundField
            :of="form"
            name="people"
            type="number"
            min="1"
            step="1"
            :label="t('newRun.people')"
            :hint="t('newRun.peopleHint')"
            :fault="shareFault"
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
          <div v-if="values.items[formula.id]" class="grid gap-4 max-sm:clear-both sm:grid-cols-[10rem_1fr]">
            <BoundField
              :of="form"
              :name="`items.${formula.id}.pieces`"
              type="number"
              min="0"
              step="1"
              :label="t('newRun.pieces')"
            />
            <div>
              <p :id="`stations-${formula.id}`" class="mb-1 font-semibold">{{ t('newRun.stations') }}</p>
              <div class="flex flex-wrap gap-2" role="group" :aria-labelledby="`stations-${formula.id}`">
                <button
                  v-for="station in library.stations"
                  :key="station.id"
                  type="button"
                  class="min-h-12 rounded-control border px-4"
                  :aria-pressed="values.items[formula.id]!.stationIds.includes(station.id)"
                  :class="
                    values.items[formula.id]!.stationIds.includes(station.id)
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
        <FormFaults class="mt-2" :of="form" />
      </PaperCard>
      <div class="flex flex-wrap justify-end gap-3">
        <BigButton :disabled="form.busy.value" @click="make(true, $event)">{{ t('newRun.rehearse') }}</BigButton>
        <BigButton type="submit" look="say" :disabled="form.busy.value">{{ t('newRun.go') }}</BigButton>
      </div>
    </form>
  </main>
</template>
