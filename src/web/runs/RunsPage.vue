<script setup lang="ts">
import { ChevronRight, Flame, Plus } from '@lucide/vue';
import { computed } from 'vue';
import { RouterLink } from 'vue-router';
import type { RunSummary } from '#contract';
import AppBar from '../parts/AppBar.vue';
import FormField from '../forms/FormField.vue';
import { clock, day, month } from '../parts/format.ts';
import { useHouse } from '../settings/use-house.ts';
import { useSession } from '../stores/session.ts';
import { t, tn } from '../words/index.ts';
import FirstSteps from './FirstSteps.vue';
import { useRuns } from './use-runs.ts';

const session = useSession();
const { runs, words, failed, hasOlder, older } = useRuns();
const zone = computed(() => session.session?.kitchen.timeZone ?? 'UTC');
const { house, isDemo } = useHouse();
const mayCook = computed(() => session.session?.person.role !== 'viewer');
/** A list that is seen at a glance needs no finding. */
const FEW = 8;
const mayFind = computed(() => words.value !== '' || (runs.value?.length ?? 0) > FEW);

/** Those still to cook, then month by month; found ones by month alone. */
const groups = computed(() => {
  const found = new Map<string, RunSummary[]>();
  for (const run of runs.value ?? []) {
    const title = run.ahead && !words.value ? t('runs.ahead') : month(run.orderedAtMs, zone.value);
    found.set(title, [...(found.get(title) ?? []), run]);
  }
  return [...found].map(([title, own]) => ({ title, runs: own }));
});

function stageOf(run: RunSummary): string {
  return run.finished ? 'review' : run.poured > 0 ? 'cook' : 'brief';
}
function stateOf(run: RunSummary): string {
  if (run.finished) return tn('runs.served', run.served, { of: run.pieces });
  return run.poured > 0 ? tn('runs.cooking', run.served, { of: run.pieces }) : tn('runs.planned', run.pieces);
}
</script>

<template>
  <AppBar />
  <main class="mx-auto flex max-w-4xl flex-col gap-5 p-5">
    <div class="flex flex-wrap items-center gap-3">
      <h1 class="mr-auto text-3xl max-sm:w-full">{{ t('runs.title') }}</h1>
      <RouterLink
        v-if="mayCook"
        to="/cook-now"
        class="flex min-h-14 items-center justify-center gap-2 rounded-control border border-line bg-card px-5 max-sm:flex-1 text-lg font-semibold hover:bg-mist"
      >
        <Flame class="size-5" aria-hidden="true" />{{ t('runs.cookNow') }}
      </RouterLink>
      <RouterLink
        v-if="mayCook"
        to="/runs/new"
        class="flex min-h-14 items-center justify-center gap-2 rounded-control bg-bell-ground px-5 max-sm:flex-1 text-lg font-semibold text-on-bell hover:brightness-110"
      >
        <Plus class="size-5" aria-hidden="true" />{{ t('runs.new') }}
      </RouterLink>
    </div>
    <p v-if="failed" class="text-ember" role="alert">{{ failed }} {{ t('error.tryAgain') }}</p>
    <FormField v-if="mayFind" v-model="words" :label="t('runs.find')" :hint="t('runs.findHint')" type="search" />
    <p v-if="isDemo" class="flex flex-wrap items-center gap-x-4 rounded-control bg-mist px-4">
      <span>{{ t('belong.demo') }}</span>
      <RouterLink v-if="house.unmade" to="/kitchens/new" class="flex min-h-11 items-center text-bell underline">{{
        t('welcome.make')
      }}</RouterLink>
    </p>
    <FirstSteps v-if="runs?.length === 0 && !failed && !words && mayCook" />
    <p
      v-else-if="runs?.length === 0 && !failed"
      class="rounded-card border border-line bg-card p-6 text-lg text-soft"
      role="status"
    >
      {{ t(words ? 'runs.noneFound' : 'runs.none') }}
    </p>
    <section v-for="group in groups" :key="group.title" class="flex flex-col gap-3" :aria-label="group.title">
      <h2 class="text-lg text-soft">{{ group.title }}</h2>
      <ul class="flex flex-col" :class="group.runs[0]!.ahead ? 'gap-3' : 'gap-2'">
        <li v-for="run in group.runs" :key="run.id">
          <RouterLink
            :to="`/runs/${run.id}/${stageOf(run)}`"
            class="flex items-center gap-x-4 rounded-card border border-line bg-card px-4 hover:border-bell"
            :class="run.ahead ? 'py-4' : 'py-2'"
          >
            <span class="min-w-0 flex-1">
              <span class="flex flex-wrap items-center gap-x-3"
                ><span class="figure text-xl">{{ run.name }}</span>
                <span v-if="run.rehearsal" class="rounded-full bg-mist px-3 text-sm font-semibold text-bell">{{
                  t('runs.rehearsal')
                }}</span>
              </span>
              <span class="text-soft">{{ stateOf(run) }}</span>
            </span>
            <span v-if="run.serviceAtMs" class="text-right">
              <span class="block text-sm text-soft">{{ day(run.serviceAtMs, zone) }}</span>
              <span class="figure text-2xl text-bell">{{ clock(run.serviceAtMs, zone) }}</span>
            </span>
            <ChevronRight class="size-5 text-soft" aria-hidden="true" />
          </RouterLink>
        </li>
      </ul>
    </section>
    <button
      v-if="hasOlder"
      type="button"
      class="min-h-14 rounded-control border border-line bg-card px-5 text-lg font-semibold hover:bg-mist"
      @click="older"
    >
      {{ t('runs.older') }}
    </button>
  </main>
</template>
